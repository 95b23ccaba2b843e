<script setup lang="ts">
import { computed, ref } from 'vue'
import DraggedFurrow from '@/shared/drawing/DraggedFurrow.vue'
import { furrowBeforeSowing, stepsLabel, stepWord } from '@/shared/drawing/furrowOf'
import { STEP_KINDS } from '@/shared/kinds'
import { doseWords } from '@/shared/labels'
import type { Recipe } from '../api'
import { furtherDose, sorted } from '../logic/doses'
import { lengthOf, stretches } from '../logic/groups'

/** One recipe with several lengths of one step, spread as a fan of furrows that all end at the sowing. */
const props = defineProps<{ steps: Recipe['steps']; step: number }>()
const doses = defineModel<number[]>({ required: true })

const ROOM = 1.2
const AFTER = 0.12
const varied = computed(() => props.steps[props.step])
const unit = computed(() => varied.value?.unit ?? 'd')
const inDays = computed(() => unit.value === 'd')
const words = (dose: number) => (dose ? doseWords(dose, unit.value, varied.value?.kind) : 'none')
/** What has to follow the step makes no sense without it. */
const without = computed(
  () =>
  props.steps.filter((s, i) => i !== props.step && !(i === props.step + 1 && varied.value && STEP_KINDS[varied.value.kind].then === s.kind)), // prettier-ignore
)
const stepsOf = (dose: number) =>
  dose ? props.steps.map((s, i) => (i === props.step ? { ...s, duration: dose } : s)) : without.value
const held = ref<number | null>(null)
const span = computed(() => held.value ?? Math.max(1, ...doses.value.map((d) => lengthOf(stepsOf(d)))) * ROOM)
const domain = computed((): [number, number] => [-span.value, span.value * AFTER])
const rows = computed(() =>
  [0, ...doses.value].map((dose, i) => ({
    dose,
    index: i - 1,
    picture: furrowBeforeSowing(stretches(stepsOf(dose))),
    label: `${words(dose)}: ${stepsLabel(stepsOf(dose))}`,
  })),
)
const further = computed(() => furtherDose(doses.value, varied.value?.duration_max))

function lengthen(index: number, days: number) {
  const most = varied.value?.duration_max ?? Infinity
  doses.value = doses.value.map((d, i) => (i === index ? Math.min(days, most) : d))
}
// while a handle is held the rows stay where they are
function hold(on: boolean) {
  held.value = on ? span.value : null
  if (!on) doses.value = sorted(doses.value)
}
</script>

<template>
  <div class="fan" role="group" :aria-label="`Doses of ${varied ? stepWord(varied) : 'the step'}`">
    <div v-for="r in rows" :key="r.index" class="dose">
      <strong>{{ words(r.dose) }}</strong>
      <DraggedFurrow
        :furrow="r.picture"
        :domain="domain"
        :label="r.label"
        :handles="
          r.index >= 0 && inDays ? [{ step, days: r.dose, words: words(r.dose), name: `dose ${r.index + 1}` }] : []
        "
        @hold="hold"
        @lengthen="(_, days) => lengthen(r.index, days)"
      />
      <button
        v-if="r.index >= 0 && doses.length > 1"
        type="button"
        class="text-link"
        :aria-label="`Leave out ${words(r.dose)}`"
        @click="doses = doses.filter((_, i) => i !== r.index)"
      >
        ✕
      </button>
    </div>
    <button v-if="further !== null" type="button" class="text-link" @click="doses = [...doses, further]">
      Add {{ words(further) }}
    </button>
  </div>
</template>

<style scoped>
.fan {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
}

.dose {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr) 44px;
  gap: 8px;
  align-items: center;
  min-height: 46px;
}

.fan > .text-link {
  justify-self: start;
}
</style>
