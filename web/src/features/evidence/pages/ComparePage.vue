<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { fixed, percent, pValue } from '@/shared/format/numbers'
import { inUnit, ticks, unitFor } from '@/shared/format/timescale'
import { criterionWords, reasonWords } from '@/shared/labels'
import { useComparison } from '../api'
import DishTable from '../components/DishTable.vue'
import IndexTable from '../components/IndexTable.vue'
import IntervalRows, { type IntervalRow } from '../components/IntervalRows.vue'
import StepCurves from '../components/StepCurves.vue'
import SummaryTable from '../components/SummaryTable.vue'

const route = useRoute()
const id = computed(() => Number(route.params.id))
const { data, isPending, error, refetch } = useComparison(id)
useTitle(() => (data.value ? `Compare ${data.value.code}` : 'Compare'))

const shareTicks = [0, 0.25, 0.5, 0.75, 1].map((at) => ({ at, words: `${at * 100} %` }))
const shareRows = computed<IntervalRow[]>(() =>
  (data.value?.treatments ?? []).map((t) => ({
    name: t.name,
    value: t.share,
    lower: t.lower,
    upper: t.upper,
    dots: t.dishes.map((d) => d.share),
    words: `${percent(t.share)} %`,
    missing: '',
    sentence: `${t.name}: ${t.share_sentence}`,
  })),
)

const longest = computed(() => {
  const all = (data.value?.treatments ?? []).flatMap((t) => [
    t.indices.t50,
    t.doubt.t50?.upper,
    ...t.dishes.map((d) => d.t50),
  ])
  return Math.max(0.1, ...all.filter((v): v is number => typeof v === 'number')) * 1.05
})
const unit = computed(() => unitFor(longest.value))
const timeTicks = computed(() =>
  ticks(0, longest.value, unit.value, 5).map((at) => ({ at, words: String(inUnit(at, unit.value)) })),
)
const timeRows = computed<IntervalRow[]>(() =>
  (data.value?.treatments ?? []).map((t) => ({
    name: t.name,
    value: t.indices.t50,
    lower: t.doubt.t50?.lower ?? null,
    upper: t.doubt.t50?.upper ?? null,
    dots: t.dishes.flatMap((d) => (d.t50 === null ? [] : [d.t50])),
    words: t.indices.t50 === null ? '' : fixed(t.indices.t50 / unit.value.days),
    missing: 'nothing came up: no time to tell',
    sentence: `${t.name}: ${t.time_sentence}`,
  })),
)
const against = computed(() => (data.value?.treatments ?? []).filter((t) => t.against_control))
const overall = computed(() => {
  const o = data.value?.overall
  if (!o) return ''
  const scatter =
    o.phi_hat === null
      ? `the usual scatter between dishes is taken (φ ${fixed(o.phi, 2)})`
      : `dishes scatter ${fixed(o.phi_hat, 2)} times as much as chance, taken as φ ${fixed(o.phi, 2)} with ${fixed(o.df, 1)} degrees of freedom`
  const test =
    o.p === null || o.stat === null
      ? `No test over all treatments: ${reasonWords[o.reasons.stat ?? o.reasons.p ?? 'one_treatment']}`
      : `Over all treatments: ${o.test === 'F' ? `F = ${fixed(o.stat, 2)}` : `χ² = ${fixed(o.stat, 2)}`}, p ${pValue(o.p).startsWith('<') ? '' : '= '}${pValue(o.p)}`
  return `${test}; ${scatter}. Usual dish correlation ρ₀ = ${o.rho0}.`
})
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data">
      <p class="quiet facts">
        <RouterLink class="code" :to="{ name: 'trial', params: { id } }">{{ data.code }}</RouterLink>
        {{ data.question }} <span v-if="data.interim" class="interim">interim: counting goes on</span>
      </p>
      <h1 class="head">{{ data.head }}</h1>
      <p v-for="w in data.warnings" :key="w" class="notice">{{ w }}</p>
      <div class="columns">
        <section>
          <h2>The course: share up, look by look</h2>
          <StepCurves :treatments="data.treatments" />
        </section>
        <div>
          <section>
            <h2>How many, of those sown</h2>
            <IntervalRows :rows="shareRows" :to="1" :ticks="shareTicks" />
          </section>
          <section>
            <h2>How fast, among those that came up: half were up by ({{ unit.name }})</h2>
            <IntervalRows :rows="timeRows" :to="longest" :ticks="timeTicks" />
          </section>
        </div>
      </div>
      <section v-if="against.length">
        <h2>Against the control</h2>
        <ul class="against">
          <li v-for="t in against" :key="t.name">
            <strong>{{ t.name }}</strong> {{ t.against_control?.sentence }}
          </li>
        </ul>
      </section>
      <section>
        <SummaryTable :treatments="data.treatments" />
        <p class="quiet small">
          Rings are dishes, bars are 95 % intervals that take the scatter between dishes into account; those of times
          come from leaving one dish out. Treatments that share a letter are not told apart, which does not make them
          the same. Counts as germinated: {{ criterionWords[data.criterion] }}. Pace over the first
          {{ fixed(data.horizon) }} days. {{ overall }}
        </p>
      </section>
      <details>
        <summary>Every dish</summary>
        <DishTable :treatments="data.treatments" />
      </details>
      <details>
        <summary>Every index, with its definition</summary>
        <IndexTable :treatments="data.treatments" />
      </details>
    </template>
  </main>
</template>

<style scoped>
.facts {
  margin: 0 0 4px;
}

.interim {
  margin-left: 10px;
  color: var(--care);
  font-weight: 600;
}

.head {
  max-width: 980px;
  margin-bottom: 12px;
  font-size: 1.45rem;
  font-weight: 500;
  text-wrap: pretty;
}

.notice {
  margin-bottom: 8px;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 40px;
  margin: 12px 0;
}

section {
  margin-bottom: 18px;
}

h2 {
  margin-bottom: 8px;
  font-size: 1.08rem;
}

.against {
  margin: 0;
  padding: 0;
  list-style: none;
}

.against li {
  padding: 5px 0;
  border-bottom: 1px solid var(--line-soft);
}

.small {
  font-size: 0.9rem;
}

details {
  border-top: 1px solid var(--line);
}

summary {
  min-height: 48px;
  line-height: 48px;
  font-weight: 600;
  cursor: pointer;
}

@media (max-width: 900px) {
  .columns {
    grid-template-columns: minmax(0, 1fr);
    gap: 8px;
  }
}
</style>
