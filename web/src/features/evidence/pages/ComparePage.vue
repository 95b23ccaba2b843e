<script setup lang="ts">
import { computed, ref } from 'vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import { useRoute, useRouter } from 'vue-router'
import PageState from '@/shared/components/PageState.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { fixed, pValue } from '@/shared/format/numbers'
import { inUnit, ticks, unitFor } from '@/shared/format/timescale'
import { baseWords, clockWords, criterionWords, curveWords, reasonWords } from '@/shared/labels'
import { useComparison, type CompareOptions } from '../api'
import CompareSwitches from '../components/CompareSwitches.vue'
import CourseCurves from '../components/CourseCurves.vue'
import DataOut from '../components/DataOut.vue'
import DishTable from '../components/DishTable.vue'
import EarlierTrials from '../components/EarlierTrials.vue'
import EffectsTable from '../components/EffectsTable.vue'
import FigureFrame from '../components/FigureFrame.vue'
import IndexTable from '../components/IndexTable.vue'
import IntervalRows from '../components/IntervalRows.vue'
import SummaryTable from '../components/SummaryTable.vue'
import ThreeQuestions from '../components/ThreeQuestions.vue'
import TrialDoses from '../components/TrialDoses.vue'
import { halfRows, paceRows, shareRows } from '../logic/intervalRows'
import { ordered, type Order } from '../logic/ordered'

const route = useRoute()
const router = useRouter()
const id = computed(() => Number(route.params.id))
// what was asked for stands in the address, so that it can be kept and shared
const known = <K extends string>(words: Record<K, string>, asked: unknown) =>
  Object.keys(words).find((w) => w === asked) as K | undefined
const options = computed<CompareOptions>({
  get: () => ({
    basis: known(baseWords, route.query.basis) ?? 'sown',
    clock: known(clockWords, route.query.clock) ?? 'sowing',
    curve: known(curveWords, route.query.curve) ?? null,
  }),
  set: ({ basis, clock, curve }) => {
    void router.replace({ query: { ...route.query, basis, clock, curve: curve ?? undefined } })
  },
})
const order = ref<Order>('laid_out')
const { data, isPending, error, refetch } = useComparison(id, options)
useTitle(() => (data.value ? `Compare ${data.value.code}` : 'Compare'))

const treatments = computed(() => ordered(data.value?.treatments ?? [], order.value))
const inOrder = computed(() => treatments.value.map((x) => x.t))
const percentTicks = [0, 25, 50, 75, 100].map((p) => ({ at: p, words: `${p} %` }))
const shareTicks = percentTicks.map((p) => ({ ...p, at: p.at / 100 }))
const longest = computed(() => {
  const all = inOrder.value.flatMap((t) => [t.half.value, t.half.upper, ...t.dishes.map((d) => d.t50)])
  const seen = Math.max(0.1, ...inOrder.value.map((t) => t.course.days.at(-1) ?? 0))
  // an interval that reaches far beyond the trial is cut at its edge, not the axis stretched
  return Math.min(seen, Math.max(0.1, ...all.filter((v): v is number => typeof v === 'number')) * 1.05)
})
const unit = computed(() => unitFor(longest.value))
const timeTicks = computed(() =>
  ticks(0, longest.value, unit.value, 5).map((at) => ({ at, words: String(inUnit(at, unit.value)) })),
)
const notes = computed(() => {
  const rising = inOrder.value.filter((t) => t.still_rising).map((t) => t.name)
  const early = rising.length
    ? [`Still germinating when it was closed: ${rising.join(', ')}. More may have germinated.`]
    : []
  return [...early, ...(data.value?.warnings ?? [])]
})
const file = (what: string) => `${data.value?.code ?? 'trial'} ${what}`

const overall = computed(() => {
  const o = data.value?.overall
  if (!o) return ''
  const scatter =
    o.phi_hat === null
      ? `the typical scatter between dishes is assumed (φ ${fixed(o.phi, 2)})`
      : `dishes scatter ${fixed(o.phi_hat, 2)} times as much as chance alone; φ ${fixed(o.phi, 2)} with ${fixed(o.df, 1)} degrees of freedom is used`
  const test =
    o.p === null || o.stat === null
      ? `No test over all treatments: ${reasonWords[o.reasons.stat ?? o.reasons.p ?? 'one_treatment']}`
      : `Over all treatments: ${o.test === 'F' ? `F = ${fixed(o.stat, 2)}` : `χ² = ${fixed(o.stat, 2)}`}, p ${pValue(o.p).startsWith('<') ? '' : '= '}${pValue(o.p)}`
  return `${test}; ${scatter}. Dish correlation ρ₀ = ${fixed(o.rho0, 3)} (${o.rho0_from}), bag correlation ρ_b = ${fixed(o.rho_b, 3)}.`
})
</script>

<template>
  <main class="page">
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <p v-if="error && options.basis !== 'sown'">
      <button type="button" class="text-link" @click="options = { ...options, basis: 'sown' }">
        Show of sown seed
      </button>
    </p>
    <template v-if="data">
      <p class="quiet facts">
        <RouterLink class="code" :to="{ name: 'trial', params: { id } }">{{ data.code }}</RouterLink>
        {{ data.question }} <span v-if="data.interim" class="interim">interim: counting continues</span>
      </p>
      <h1 class="head"><QuotedText :text="data.head" /></h1>
      <nav class="ways no-print" aria-label="Next">
        <RouterLink :to="{ name: 'decide', params: { id } }">Decide, and what to test next</RouterLink>
        <RouterLink :to="{ name: 'report', params: { id } }">Report</RouterLink>
        <a href="#data">Export the data</a>
      </nav>
      <CompareSwitches
        v-model:options="options"
        v-model:order="order"
        :bases="data.bases"
        :clock-sentence="data.clock_sentence"
      />
      <details v-if="notes.length" class="notice" :open="notes.length < 3">
        <summary>{{ notes.length === 1 ? 'A note' : `${notes.length} notes` }} on this result: {{ notes[0] }}</summary>
        <p v-for="n in notes.slice(1)" :key="n">{{ n }}</p>
      </details>
      <div class="columns">
        <FigureFrame title="Course: share germinated at each look" :file="file('course')">
          <CourseCurves :treatments="treatments" :clock="data.clock" />
          <p class="quiet small">{{ data.curve_sentence }} The band is pointwise, of sown.</p>
        </FigureFrame>
        <div>
          <FigureFrame :title="`How many, of ${baseWords[data.basis]}`" :file="file('how many')">
            <IntervalRows :rows="shareRows(treatments)" :to="1" :ticks="shareTicks" />
          </FigureFrame>
          <FigureFrame
            :title="`How fast, among those that germinated: T50 (${unit.name} ${clockWords[data.clock]})`"
            :file="file('how fast')"
          >
            <IntervalRows :rows="halfRows(treatments, unit)" :to="longest" :ticks="timeTicks" />
          </FigureFrame>
          <FigureFrame title="Both in one: pace" :file="file('pace')">
            <IntervalRows :rows="paceRows(treatments)" :to="100" :ticks="percentTicks" />
          </FigureFrame>
        </div>
      </div>
      <SummaryTable :treatments="inOrder" :basis="data.basis" />
      <p class="quiet small">
        Rings are dishes. Bars are 95 % intervals that allow for differences between dishes and bags.<br />Treatments
        with a common letter are not shown to differ. Intervals of pace come from leaving one dish out.<br />Counts as
        germinated: {{ criterionWords[data.criterion] }}. Pace over the first {{ fixed(data.horizon) }} days.
        {{ overall }}
      </p>
      <div class="columns even">
        <div><ThreeQuestions :data="data" /></div>
        <div>
          <TrialDoses v-if="data.ladders.length" :id="id" :ladders="data.ladders" :file="file('doses')" />
          <section v-if="data.factors">
            <h2 class="ruled">{{ data.factors.factor_a }} × {{ data.factors.factor_b }}</h2>
            <p v-for="s in data.factors.sentences" :key="s"><QuotedText :text="s" /></p>
          </section>
          <section v-if="data.blocks?.sentence">
            <h2 class="ruled">Blocks</h2>
            <p>{{ data.blocks.sentence }}</p>
          </section>
        </div>
      </div>
      <section v-if="data.effects.length">
        <h2 class="ruled">Results with and without single dishes</h2>
        <EffectsTable :effects="data.effects" :trial="id" />
      </section>
      <EarlierTrials :id="id" />
      <details>
        <summary>Every dish</summary>
        <DishTable :treatments="inOrder" />
      </details>
      <details>
        <summary>More: every index, with its definition and its source</summary>
        <IndexTable :treatments="inOrder" />
      </details>
      <DataOut id="data" :trial="id" :hidden="data.codes_hidden" />
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
  margin-bottom: 8px;
  font-size: 1.45rem;
  font-weight: 500;
  text-wrap: pretty;
}

.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 22px;
  margin-bottom: 10px;
}

.ways a {
  min-height: 32px;
}

.notice {
  margin-bottom: 8px;
  border-top: 0;
}

.notice summary {
  min-height: 32px;
  line-height: 1.5;
  font-weight: 400;
}

.notice p {
  margin: 2px 0;
}

.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 40px;
  margin: 12px 0;
}

.even {
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
}

section {
  margin-bottom: 18px;
}

section p {
  margin: 6px 0;
}

.small {
  margin: 4px 0;
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
