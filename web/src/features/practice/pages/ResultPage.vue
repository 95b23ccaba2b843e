<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { benchId, enterBench, leaveBench } from '@/shared/api/bench'
import PageState from '@/shared/components/PageState.vue'
import WideTable from '@/shared/components/WideTable.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { plural } from '@/shared/format/numbers'
import { useBegin, useGroup, usePractice, type Mark } from '../api'
import TruthRows from '../components/TruthRows.vue'
import { MARKS } from '../words'

/** The truth beside what was concluded, one piece of advice, and the group's results side by side. */
const route = useRoute()
const id = Number(route.params.id)
const { data, isPending, error, refetch } = usePractice()
const { data: others } = useGroup(id)
const begin = useBegin()
const { attempt, sentence } = useProblem()
const tried = computed(() => data.value?.attempts.find((a) => a.id === id) ?? null)
const result = computed(() => tried.value?.result ?? null)
const found = computed(() => others.value?.flatMap((a) => (a.result ? [{ ...a, result: a.result }] : [])) ?? [])
useTitle(() => (tried.value ? `${tried.value.title}: outcome` : 'Outcome'))
const SIGNS: Record<Mark, string> = { found: '✓', left_open: '○', missed: '–', without_ground: '?' }

async function again() {
  const brief = tried.value?.brief
  if (!brief) return
  const made = await attempt(() => begin.mutateAsync({ brief }))
  if (made) enterBench(made.id)
}
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <p v-if="data && !result" class="notice">
      There is no result here yet, or it is not yours. <RouterLink to="/practice">To the practice bench</RouterLink>
    </p>
    <template v-if="tried && result">
      <h1>{{ tried.title }}: outcome</h1>
      <p class="quiet">
        {{ result.trial }}, {{ result.design }}; {{ plural(result.seeds_used, 'seed') }},
        {{ plural(result.days, 'day') }}.
      </p>
      <p class="sentence advice">{{ result.advice }}</p>
      <TruthRows :rows="result.truths" />
      <p class="quiet">Soft bar: your interval. Thin line: what you counted. Dashed line: the truth.</p>
      <h2 class="ruled">What you concluded</h2>
      <ul class="plain">
        <li v-for="m in result.marks" :key="m.about + m.mark" class="mark">
          <span class="sign" :class="m.mark"
            ><span aria-hidden="true">{{ SIGNS[m.mark] }}</span> {{ MARKS[m.mark] }}</span
          >
          <span>{{ m.words }}</span>
        </li>
        <li v-if="!result.marks.length">You drew no conclusion about any treatment.</li>
      </ul>
      <p>{{ result.teaches }}</p>
      <template v-if="found.length > 1">
        <h2 class="ruled">The group, {{ tried.code }}</h2>
        <WideTable label="The group's results side by side">
          <table class="group">
            <thead>
              <tr>
                <th scope="col">Who</th>
                <th scope="col">Design</th>
                <th scope="col">Seeds</th>
                <th scope="col">Days</th>
                <th scope="col">Found</th>
                <th scope="col">Missed</th>
                <th scope="col">Not supported by your data</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="a in found" :key="a.id" :class="{ own: a.id === id }">
                <th scope="row">{{ a.person }}</th>
                <td>{{ a.result.design }}</td>
                <td>{{ a.result.seeds_used }}</td>
                <td>{{ a.result.days }}</td>
                <td>{{ a.result.found }}</td>
                <td>{{ a.result.missed }}</td>
                <td>{{ a.result.without_ground }}</td>
              </tr>
            </tbody>
          </table>
        </WideTable>
      </template>
      <p v-else class="quiet">
        With the code <strong class="code">{{ tried.code }}</strong> others can try the same hidden seed. Their results
        will appear here.
      </p>
      <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
      <div class="actions">
        <v-btn color="primary" :loading="begin.isPending.value" @click="again">Again, with fresh seed</v-btn>
        <v-btn v-if="benchId" variant="outlined" color="primary" @click="leaveBench()">Leave the bench</v-btn>
        <v-btn v-else variant="text" to="/practice">To the exercises</v-btn>
      </div>
    </template>
  </main>
</template>

<style scoped>
.advice {
  padding: 10px 16px;
  border-left: 4px solid var(--sprout-deep);
}

h2 {
  margin: 24px 0 10px;
}

.mark {
  display: grid;
  grid-template-columns: 220px 1fr;
  gap: 14px;
  padding: 8px 0;
  border-bottom: 1px solid var(--line-soft);
}

.sign {
  font-weight: 600;
}

.sign.found,
.sign.left_open {
  color: var(--leaf);
}

.sign.missed,
.sign.without_ground {
  color: var(--care);
}

.group {
  border-collapse: collapse;
  width: 100%;
}

.group th,
.group td {
  padding: 8px 14px 8px 0;
  border-bottom: 1px solid var(--line-soft);
  text-align: left;
}

.own {
  font-weight: 700;
}

@media (max-width: 700px) {
  .mark {
    grid-template-columns: 1fr;
    gap: 2px;
  }
}
</style>
