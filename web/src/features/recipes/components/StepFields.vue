<script setup lang="ts">
import TemperatureField from '@/shared/components/TemperatureField.vue'
import { computed, ref } from 'vue'
import type { Range } from '@/shared/drawing/range'
import RangeRuler from '@/shared/drawing/RangeRuler.vue'
import { numberOrNull } from '@/shared/format/numbers'
import { STEP_KINDS } from '@/shared/kinds'
import {
  choicesOf,
  closureWords,
  confidenceWords,
  doseWords,
  endsByWords,
  lightWords,
  mediumWords,
  moistureWords,
  soilWords,
  stepWords,
  unitWords,
} from '@/shared/labels'
import { usualStep, type StepForm } from '../logic/steps'

/** One step of a recipe: what, how long with its least and most, in what, how cared for, where the figure came from. */
const props = defineProps<{
  index: number
  count: number
  at: (pointer: string) => string[]
  /** Also the last step may be removed: seed may be sown as it is. */
  removable?: boolean
}>()
const step = defineModel<StepForm>({ required: true })
const emit = defineEmits<{ remove: []; up: []; down: [] }>()

const more = ref(false)
const row = computed(() => STEP_KINDS[step.value.kind])
// cold nights are what such a step is about
const swings = computed(() => row.value.usual.night_temperature_c !== null)
const field = (name: string) => props.at(`/steps/${props.index}/${name}`)
// another kind of step comes with its usual dose
const kind = computed({ get: () => step.value.kind, set: (to) => (step.value = usualStep(to)) })
const unit = computed(() => (row.value.cycle ? `${row.value.cycle}s` : unitWords[step.value.unit]))
// the ruler and the fields below it hold the same three numbers
const range = computed<Range>({
  get: () => ({
    min: numberOrNull(step.value.duration_min),
    target: numberOrNull(step.value.duration) ?? 0,
    max: numberOrNull(step.value.duration_max),
  }),
  set: (to) => {
    step.value = {
      ...step.value,
      duration: String(to.target),
      duration_min: to.min === null ? '' : String(to.min),
      duration_max: to.max === null ? '' : String(to.max),
    }
  },
})
const inWords = (value: number) => doseWords(value, step.value.unit, step.value.kind)
const ENDS = choicesOf(endsByWords).filter((e) => e.value !== 'person')
</script>

<template>
  <fieldset>
    <legend>
      <span>Step {{ index + 1 }}: {{ row.word }}</span>
      <button v-if="index > 0" type="button" class="text-link" @click="emit('up')">Move earlier</button>
      <button v-if="index < count - 1" type="button" class="text-link" @click="emit('down')">Move later</button>
      <button v-if="removable || count > 1" type="button" class="text-link" @click="emit('remove')">Remove</button>
    </legend>
    <RangeRuler
      v-if="row.waited"
      v-model="range"
      :words="inWords"
      :label="`How long, ${unit}`"
      :in-weeks="step.unit === 'd' && !row.cycle"
    />
    <div class="row">
      <v-select v-model="kind" :items="choicesOf(stepWords)" label="What" />
      <template v-if="row.waited">
        <v-text-field
          v-model="step.duration"
          :label="row.cycle ? `How many ${row.cycle}s, a day each` : 'How long'"
          inputmode="decimal"
          :error-messages="field('duration')"
        />
        <v-select v-if="!row.cycle" v-model="step.unit" :items="choicesOf(unitWords)" label="Unit" />
        <TemperatureField
          v-model="step.temperature_c"
          :label="swings ? 'By day' : 'At'"
          :messages="field('temperature_c')"
        />
        <TemperatureField v-if="swings" v-model="step.night_temperature_c" label="At night" />
        <v-select v-model="step.medium" :items="choicesOf(mediumWords)" label="In" clearable />
      </template>
      <template v-if="row.sows">
        <v-select v-model="step.light" :items="choicesOf(lightWords)" label="Light" clearable />
        <v-text-field
          v-model="step.depth_mm"
          label="Depth, mm (0: surface)"
          inputmode="decimal"
          :error-messages="field('depth_mm')"
        />
        <v-select v-model="step.soil" :items="choicesOf(soilWords)" label="Soil" clearable />
      </template>
    </div>
    <button type="button" class="text-link" :aria-expanded="more" @click="more = !more">
      {{ more ? 'less' : 'minimum, maximum, care, ending and source' }}
    </button>
    <div
      v-if="more || field('duration_min').length || field('duration_max').length || field('sign').length"
      class="row"
    >
      <template v-if="row.waited">
        <v-text-field
          v-model="step.duration_min"
          :label="`At least, ${unit}`"
          inputmode="decimal"
          :error-messages="field('duration_min')"
        />
        <v-text-field
          v-model="step.duration_max"
          :label="`At most, ${unit}`"
          inputmode="decimal"
          :error-messages="field('duration_max')"
        />
        <TemperatureField v-if="!swings" v-model="step.night_temperature_c" label="At night" />
        <v-select v-model="step.ends_by" :items="ENDS" label="Ends by" />
        <v-text-field
          v-if="step.ends_by === 'sign'"
          v-model="step.sign"
          label="Sign that it is done"
          maxlength="120"
          :error-messages="field('sign')"
        />
      </template>
      <template v-if="row.in_bag">
        <v-select v-model="step.closure" :items="choicesOf(closureWords)" label="Closure" clearable />
        <v-select v-model="step.moisture" :items="choicesOf(moistureWords)" label="Moisture" clearable />
        <v-text-field
          v-model="step.care_every_days"
          label="Care every, days"
          inputmode="decimal"
          :error-messages="field('care_every_days')"
        />
        <v-text-field
          v-model="step.care_gap_days"
          label="Longest gap, days"
          inputmode="decimal"
          :error-messages="field('care_gap_days')"
        />
      </template>
      <v-text-field v-model="step.source" label="Source" maxlength="200" />
      <v-select v-model="step.confidence" :items="choicesOf(confidenceWords)" label="Confidence" clearable />
    </div>
  </fieldset>
</template>

<style scoped>
fieldset {
  min-width: 0;
  padding: 8px 0;
  border: 0;
  border-top: 1px solid var(--line);
}

legend {
  display: flex;
  gap: 14px;
  align-items: center;
  padding-right: 10px;
}

legend span {
  font: 600 1.05rem var(--heading);
}

.row {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(132px, 1fr));
  gap: 10px;
  margin-bottom: 4px;
}
</style>
