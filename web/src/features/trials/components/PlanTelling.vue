<script setup lang="ts">
import { computed, ref } from 'vue'
import OverlapDrawing, { type OverlapRow } from '@/shared/drawing/OverlapDrawing.vue'
import { percent } from '@/shared/format/numbers'
import { fitnessWords } from '@/shared/labels'
import type { NewTrial, QuestionPlan } from '../api'
import LayoutChoice from './LayoutChoice.vue'
import SeedDrawn from './SeedDrawn.vue'
import TellingCurve from './TellingCurve.vue'

/** What the layout costs the lot, and what it can show, before a seed is drawn. */
const props = defineProps<{ plan: QuestionPlan | null; trouble: string }>()
const emit = defineEmits<{ size: [dishes: number, seeds: number] }>()
const bags = defineModel<number>('bags', { required: true })
const layout = defineModel<NewTrial['layout']>('layout', { required: true })
/** Shares 0..1, null: as the server expects. */
const expected = defineModel<number | null>('expected', { required: true })
const difference = defineModel<number>('difference', { required: true })

const LEAST_DIFFERENCE = 0.01
const sizes = ref(false)
const rows = computed((): OverlapRow[] => {
  const p = props.plan
  if (!p) return []
  const ofLots = p.lots > 1 && p.treatments === 1
  const one = ofLots ? 'One lot' : p.other_share === null ? 'This treatment' : 'Control'
  const ground = { label: `${one}, expected ${percent(p.expected)} %`, share: p.expected, lower: p.lower, upper: p.upper, tone: 'ground' as const, handle: 'Expected share' } // prettier-ignore
  if (p.other_share === null || p.other_lower === null || p.other_upper === null) return [ground]
  const points = Math.round(100 * Math.abs(p.other_share - p.expected))
  const label = `${ofLots ? 'Another lot' : 'A treatment'} ${points} points ${p.other_share >= p.expected ? 'better' : 'worse'}`
  return [
    ground,
    { label, share: p.other_share, lower: p.other_lower, upper: p.other_upper, tone: 'other', handle: 'Smallest difference that matters' }, // prettier-ignore
  ]
})
const shown = computed(() =>
  props.plan?.above == null ? null : { share: props.plan.above, words: `shown from ${percent(props.plan.above)} %` },
)
/** The answer to the question first; the rest explains it. */
const first = computed(() => {
  const said = props.plan?.sentences ?? []
  return props.plan?.other_share === null ? said[0] : (said[1] ?? said[0])
})
const others = computed(() => props.plan?.sentences.filter((s) => s !== first.value) ?? [])
// the last sentence says what to do where the layout cannot answer
const cannot = computed(() => props.plan?.fitness === 'cannot')

function move(row: number, share: number) {
  if (row === 0) expected.value = Math.min(1, Math.max(0, share))
  else difference.value = Math.max(LEAST_DIFFERENCE, Math.abs(share - (props.plan?.expected ?? 0)))
}
</script>

<template>
  <div class="told" aria-live="polite">
    <p v-if="trouble" class="notice bad">{{ trouble }}</p>
    <template v-else-if="plan">
      <h2 class="ruled">What it takes</h2>
      <SeedDrawn :plan="plan" />
      <h2 class="ruled">What it can show</h2>
      <p class="sentence">{{ first }}</p>
      <OverlapDrawing :rows="rows" :shown="shown" @move="move" />
      <p v-for="(s, i) in others" :key="s" :class="cannot && i === others.length - 1 ? 'late' : 'quiet'">{{ s }}</p>
      <slot />
      <h2 class="ruled">How it is laid out</h2>
      <LayoutChoice v-model:bags="bags" v-model:layout="layout" :plan="plan" />
      <button type="button" class="text-link" :aria-expanded="sizes" @click="sizes = !sizes">
        {{ sizes ? 'Hide other sizes' : 'Compare other sizes' }}
      </button>
      <template v-if="sizes">
        <TellingCurve :plan="plan" />
        <div class="schools" role="group" aria-label="Common sizes">
          <button
            v-for="s in plan.schools"
            :key="s.seeds"
            type="button"
            :class="{ chosen: s.dishes === plan.dishes && s.seeds_per_dish === plan.seeds_per_dish }"
            @click="emit('size', s.dishes, s.seeds_per_dish)"
          >
            <strong class="figures">{{ s.seeds }}</strong>
            <span>{{ s.sentence }}</span>
            <em>{{ fitnessWords[s.fitness] }}</em>
          </button>
        </div>
        <p class="quiet">
          Expected: {{ percent(plan.expected) }} % ({{ plan.expected_from }}). Dish correlation ρ =
          {{ plan.rho.toFixed(2) }}: {{ plan.rho_from }}.
        </p>
      </template>
    </template>
    <p v-else>Choose a lot to see what the trial takes from it, and what it can show.</p>
  </div>
</template>

<style scoped>
.told {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  align-content: start;
}

.told p {
  margin: 0;
}

.told h2 {
  margin: 6px 0 0;
}

.told > .text-link {
  justify-self: start;
}

.schools {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  gap: 8px;
}

.schools button {
  display: flex;
  flex-direction: column;
  gap: 2px;
  padding: 8px 10px;
  border: 1.5px solid var(--line);
  border-radius: 10px;
  background: var(--sheet);
  font-size: 0.86rem;
  line-height: 1.35;
  text-align: left;
}

.schools strong {
  font: 600 1.2rem var(--heading);
}

.schools em {
  margin-top: auto;
  color: var(--ink-2);
}

.schools .chosen {
  border-color: var(--leaf);
  box-shadow: inset 0 0 0 1.5px var(--leaf);
}
</style>
