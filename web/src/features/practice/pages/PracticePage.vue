<script setup lang="ts">
import { ref } from 'vue'
import { benchId, enterBench, leaveBench } from '@/shared/api/bench'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { moment } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { useBegin, useForgetResult, usePractice, type Attempt } from '../api'
import ExploreDemo from '../components/ExploreDemo.vue'

/** The practice bench: briefs from easy to hard, a group's code, and one's own tries. */
useTitle(() => 'Practice bench')
const { data, isPending, error, refetch } = usePractice()
const begin = useBegin()
const forget = useForgetResult()
/** Which result is about to be deleted; practice has no undo. */
const sure = ref<number | null>(null)
const { attempt, at, sentence } = useProblem()
const code = ref('')

async function start(body: { brief?: string; code?: string }) {
  const made = await attempt(() => begin.mutateAsync(body))
  if (made) enterBench(made.id)
}

function told(a: Attempt): string {
  const r = a.result
  if (!r) return `day ${a.days}, still open`
  return `${r.found} found, ${r.missed} missed, ${r.without_ground} not supported by your data; ${plural(r.days, 'day')}, ${r.seeds_used} seeds`
}
</script>

<template>
  <main class="page">
    <h1>Practice bench</h1>
    <p class="sentence">Made-up seed with hidden needs. Months pass in minutes, on the same pages as the nursery.</p>
    <p>
      Each exercise gives you a bag of made-up seed. Run a trial, conclude, and then see the truth.<br />Your own lots,
      stock and results are not touched.
    </p>
    <ExploreDemo v-if="!benchId" />
    <p v-if="benchId" class="notice">
      You are on a practice bench.
      <RouterLink to="/practice/bench">Continue</RouterLink>, or
      <button type="button" class="text-link" @click="leaveBench()">leave it</button> first to begin another.
    </p>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <p v-if="sentence && !at('/code').length" class="notice bad" role="alert">{{ sentence }}</p>
    <template v-if="data">
      <ul class="plain briefs">
        <li v-for="b in data.briefs" :key="b.slug">
          <span class="level" :aria-label="`Level ${b.level}`">{{ b.level }}</span>
          <div>
            <h2>{{ b.title }}<span v-if="b.done" class="quiet"> · done once</span></h2>
            <p>{{ b.story }}</p>
            <p class="asks">{{ b.asks }}</p>
          </div>
          <div class="go">
            <span class="quiet">{{ plural(b.seeds, 'seed') }}</span>
            <v-btn
              variant="outlined"
              color="primary"
              :loading="begin.isPending.value"
              :aria-label="`Start: ${b.title}`"
              @click="start({ brief: b.slug })"
              >Start</v-btn
            >
          </div>
        </li>
      </ul>
      <h2 class="ruled">With a group</h2>
      <p>
        Each exercise has a code. Whoever enters it gets the same seed in their own dishes. After you submit your
        conclusions, you see the results of the whole group.
      </p>
      <form class="form-row join" @submit.prevent="start({ code })">
        <v-text-field v-model="code" label="Group code" maxlength="8" :error-messages="at('/code')" />
        <v-btn type="submit" variant="outlined" color="primary" :disabled="!code">Join</v-btn>
      </form>
      <template v-if="data.attempts.length">
        <h2 class="ruled">Your attempts</h2>
        <ul class="plain">
          <li v-for="a in data.attempts" :key="a.id" class="try">
            <strong>{{ a.title }}</strong> <span class="code">{{ a.code }}</span> <span>{{ told(a) }}</span>
            <span class="quiet">started {{ moment(a.started_at) }}</span>
            <template v-if="a.result">
              <RouterLink :to="`/practice/${a.id}`">Result</RouterLink>
              <button
                v-if="sure !== a.id"
                type="button"
                class="text-link"
                :aria-label="`Delete the result of ${a.title}, ${a.code}`"
                @click="sure = a.id"
              >
                Delete
              </button>
              <template v-else>
                <button type="button" class="text-link" @click="attempt(() => forget.mutateAsync(a.id))">
                  Delete for good
                </button>
                <button type="button" class="text-link" @click="sure = null">Cancel</button>
              </template>
            </template>
            <button v-else type="button" class="text-link" @click="enterBench(a.id)">Continue</button>
          </li>
        </ul>
      </template>
    </template>
  </main>
</template>

<style scoped>
.briefs li {
  display: grid;
  grid-template-columns: 40px 1fr 130px;
  gap: 18px;
  padding: 14px 0;
  border-bottom: 1px solid var(--line);
}

.level {
  color: var(--earth);
  font: 700 1.8rem var(--heading);
}

h2 {
  margin: 0 0 4px;
}

.briefs p {
  margin: 0;
}

.asks {
  font-weight: 600;
}

.go {
  display: flex;
  flex-direction: column;
  gap: 8px;
  align-items: flex-end;
}

.ruled {
  margin: 26px 0 10px;
}

.join {
  max-width: 420px;
}

.try {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: center;
  min-height: 48px;
  border-bottom: 1px solid var(--line-soft);
}

@media (max-width: 700px) {
  .briefs li {
    grid-template-columns: 28px 1fr;
    gap: 10px;
  }

  .go {
    grid-column: 2;
    flex-direction: row;
    align-items: center;
    justify-content: space-between;
  }
}
</style>
