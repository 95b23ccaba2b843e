<script setup lang="ts">
import { computed, ref } from 'vue'
import { benchId, leaveBench } from '@/shared/api/bench'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { plural } from '@/shared/format/numbers'
import { useBench, useBenchWork } from '../api'
import BenchTrialCard from '../components/BenchTrialCard.vue'
import ConcludeForm from '../components/ConcludeForm.vue'

/** The exercise, and the way through it: lay out, treat and sow, count, conclude. */
const id = benchId ?? 0
const { data: bench, isPending, error, refetch } = useBench(id)
const { treatAndSow, countRound, cutAll, letGo } = useBenchWork(id)
const { attempt, succeeds, sentence } = useProblem()
useTitle(() => (bench.value ? bench.value.attempt.title : 'Practice bench'))
const done = ref('')
const sown = computed(() => bench.value?.trials.filter((t) => t.state !== 'planned') ?? [])
const finished = computed(() => bench.value?.attempt.finished_at != null)

async function act(work: () => Promise<{ count: number }>, say: (n: number) => string) {
  done.value = ''
  const answer = await attempt(work)
  if (answer) done.value = say(answer.count)
}

const sow = (trial: number) =>
  act(
    () => treatAndSow.mutateAsync(trial),
    (n) => (n ? `${plural(n, 'day')} later all treatments are done and all dishes are sown.` : 'All dishes are sown.'),
  )
const count = (trial: number) =>
  act(
    () => countRound.mutateAsync(trial),
    (n) => `${plural(n, 'dish', 'dishes')} counted.`,
  )
const cut = (trial: number) =>
  act(
    () => cutAll.mutateAsync(trial),
    (n) => `${plural(n, 'dish', 'dishes')} counted a last time, cut and closed.`,
  )

async function giveUp() {
  const gone = await succeeds(() => letGo.mutateAsync(undefined))
  if (gone) leaveBench()
}
</script>

<template>
  <main class="page narrow">
    <p v-if="!id" class="notice">
      You are not on a practice bench. <RouterLink to="/practice">Choose an exercise</RouterLink> to begin.
    </p>
    <PageState v-else :pending="isPending" :error="error" @retry="refetch" />
    <p v-if="error"><button type="button" class="text-link" @click="leaveBench()">Leave the practice bench</button></p>
    <template v-if="bench">
      <h1>{{ bench.attempt.title }}</h1>
      <p>{{ bench.attempt.story }}</p>
      <p class="sentence">{{ bench.attempt.asks }}</p>
      <p class="quiet">
        {{ plural(bench.seeds_left, 'seed') }} left in
        <RouterLink :to="`/lots/${bench.lot}`">{{ bench.lot_code }}</RouterLink>; sown seed is used up. Group code:
        <strong class="code">{{ bench.attempt.code }}</strong>
      </p>
      <p v-if="finished" class="notice">
        You have submitted your conclusions. <RouterLink :to="`/practice/${id}`">Outcome</RouterLink>
      </p>
      <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
      <p v-else-if="done" class="notice" role="status">{{ done }}</p>
      <h2 class="ruled">1 · New trial</h2>
      <p>
        Choose treatments, dishes and seeds per dish. Recipes are ready, and you can write others. Seed that you do not
        sow is left for a second trial.
      </p>
      <div class="actions">
        <v-btn :variant="bench.trials.length ? 'outlined' : 'flat'" color="primary" :to="`/trials/new?lot=${bench.lot}`"
          >New trial</v-btn
        >
      </div>
      <template v-if="bench.trials.length">
        <h2 class="ruled">2 · Treat, sow, count</h2>
        <BenchTrialCard
          v-for="t in bench.trials"
          :key="t.id"
          :trial="t"
          :busy="treatAndSow.isPending.value || countRound.isPending.value || cutAll.isPending.value"
          @sow="sow(t.id)"
          @count="count(t.id)"
          @cut="cut(t.id)"
        />
        <p class="quiet">Skip days in the bar at the top. There are no reminders: a look you skip is lost.</p>
      </template>
      <template v-if="sown.length && !finished">
        <h2 class="ruled">3 · Conclude</h2>
        <ConcludeForm :bench="id" :trials="sown" />
      </template>
      <p><button type="button" class="text-link" @click="giveUp">Discard this seed and leave</button></p>
    </template>
  </main>
</template>

<style scoped>
h2 {
  margin: 26px 0 10px;
}
</style>
