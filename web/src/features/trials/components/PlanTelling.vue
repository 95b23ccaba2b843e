<script setup lang="ts">
import { computed } from 'vue'
import { percent, plural, seeds } from '@/shared/format/numbers'
import { fitnessWords } from '@/shared/labels'
import type { QuestionPlan } from '../api'
import TellingCurve from './TellingCurve.vue'

/** What the layout costs the lot, and what it can tell, before a seed is drawn. */
const props = defineProps<{ plan: QuestionPlan | null; trouble: string }>()
const emit = defineEmits<{ size: [dishes: number, seeds: number]; bags: [bags: number] }>()

const left = computed(() => {
  const p = props.plan
  if (!p) return ''
  if (p.remaining === null) return 'The amount of the lot is unknown.'
  if (p.too_many)
    return `The lot holds only ${seeds(p.in_stock, p.estimated)}: use fewer dishes, fewer seeds per dish, or fewer treatments.`
  const share = p.share_of_lot === null ? '' : `, ${percent(p.share_of_lot)} % of the lot go in`
  return `${seeds(p.remaining, p.estimated)} of ${seeds(p.in_stock, p.estimated)} stay in the lot${share}.`
})
</script>

<template>
  <div class="cost" :class="{ bad: plan?.too_many || trouble, doubt: plan?.fitness === 'cannot' }" aria-live="polite">
    <template v-if="trouble">{{ trouble }}</template>
    <template v-else-if="plan">
      <p>
        <strong class="figures">{{ plural(plan.seeds, 'seed') }}</strong> in
        {{ plural(plan.dishes * plan.treatments, 'dish', 'dishes') }}. {{ left }}
      </p>
      <p v-if="plan.greedy && !plan.too_many">That is more than half of the lot. Keep enough to sow.</p>
      <p v-for="s in plan.sentences" :key="s">{{ s }}</p>
      <div v-if="plan.bag_choices.length > 1" class="bags" role="radiogroup" aria-label="Bags per treatment">
        <span>Bags per treatment</span>
        <button
          v-for="b in plan.bag_choices"
          :key="b.bags"
          type="button"
          role="radio"
          :aria-checked="b.bags === plan.bags"
          :class="{ chosen: b.bags === plan.bags }"
          @click="emit('bags', b.bags)"
        >
          <strong class="figures">{{ b.bags }} × {{ b.dishes_per_bag }}</strong>
          <span class="quiet">± {{ Math.round(100 * b.half_width) }} points</span>
        </button>
      </div>
      <TellingCurve :plan="plan" />
      <p class="quiet small">
        Expected: {{ percent(plan.expected) }} % ({{ plan.expected_from }}). Dish correlation ρ =
        {{ plan.rho.toFixed(2) }}: {{ plan.rho_from }}.
      </p>
    </template>
    <template v-else>Choose a lot to see what the trial takes from it, and what it can tell.</template>
  </div>
  <div v-if="plan" class="schools" role="group" aria-label="Common sizes">
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
</template>

<style scoped>
.cost {
  padding: 12px 14px;
  border-left: 4px solid var(--sprout-deep);
  background: var(--sheet);
}

.cost p {
  margin: 0 0 4px;
}

.cost strong {
  font: 600 1.5rem var(--heading);
}

.cost.doubt {
  border-left-color: var(--care);
}

.cost.bad {
  border-left-color: var(--alert);
}

.bags {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  margin: 8px 0;
}

.bags button {
  display: flex;
  flex-direction: column;
  min-height: 48px;
  padding: 4px 12px;
  border: 1.5px solid var(--line);
  border-radius: 12px;
  background: var(--paper);
}

.bags button strong {
  font-size: 1rem;
}

.bags .chosen {
  border-color: var(--leaf);
  box-shadow: inset 0 0 0 1.5px var(--leaf);
}

.small {
  font-size: 0.9rem;
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
