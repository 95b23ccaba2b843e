<script setup lang="ts">
import { computed, ref } from 'vue'
import {
  choicesOf,
  closureWords,
  confidenceWords,
  endsByWords,
  lightWords,
  mediumWords,
  moistureWords,
  soilWords,
  stepWords,
  unitWords,
} from '@/shared/labels'
import { doneNotWaited, usualStep, type StepForm } from '../logic/steps'

/** One step of a recipe: what, how long with its least and most, in what, how cared for, where the figure came from. */
const props = defineProps<{ index: number; count: number; at: (pointer: string) => string[] }>()
const step = defineModel<StepForm>({ required: true })
const emit = defineEmits<{ remove: []; up: []; down: [] }>()

const more = ref(false)
const done = computed(() => doneNotWaited(step.value.kind))
const wet = computed(() =>
  ['cold_moist', 'warm_moist', 'cold_water', 'outdoors', 'after_ripening'].includes(step.value.kind),
)
const field = (name: string) => props.at(`/steps/${props.index}/${name}`)
const set = <K extends keyof StepForm>(key: K, value: StepForm[K]) => (step.value = { ...step.value, [key]: value })
const change = (kind: StepForm['kind']) => (step.value = usualStep(kind))
const unit = computed(() => unitWords[step.value.unit])
const ENDS = choicesOf(endsByWords).filter((e) => e.value !== 'person')
</script>

<template>
  <fieldset>
    <legend>
      <span>Step {{ index + 1 }}</span>
      <button v-if="index > 0" type="button" class="text-link" @click="emit('up')">up</button>
      <button v-if="index < count - 1" type="button" class="text-link" @click="emit('down')">down</button>
      <button v-if="count > 1" type="button" class="text-link" @click="emit('remove')">take out</button>
    </legend>
    <div class="row">
      <v-select :model-value="step.kind" :items="choicesOf(stepWords)" label="What" @update:model-value="change" />
      <template v-if="!done">
        <v-text-field
          :model-value="step.duration"
          label="How long"
          inputmode="decimal"
          :error-messages="field('duration')"
          @update:model-value="(v) => set('duration', v)"
        />
        <v-select
          :model-value="step.unit"
          :items="choicesOf(unitWords)"
          label="Unit"
          @update:model-value="(v) => set('unit', v)"
        />
        <v-text-field
          :model-value="step.temperature_c"
          label="°C"
          inputmode="text"
          :error-messages="field('temperature_c')"
          @update:model-value="(v) => set('temperature_c', v)"
        />
        <v-select
          :model-value="step.medium"
          :items="choicesOf(mediumWords)"
          label="In"
          clearable
          @update:model-value="(v) => set('medium', v ?? '')"
        />
      </template>
      <template v-if="step.kind === 'sow'">
        <v-select
          :model-value="step.light"
          :items="choicesOf(lightWords)"
          label="Light"
          clearable
          @update:model-value="(v) => set('light', v ?? '')"
        />
        <v-text-field
          :model-value="step.depth_mm"
          label="Depth, mm (0: on top)"
          inputmode="decimal"
          :error-messages="field('depth_mm')"
          @update:model-value="(v) => set('depth_mm', v)"
        />
        <v-select
          :model-value="step.soil"
          :items="choicesOf(soilWords)"
          label="Soil"
          clearable
          @update:model-value="(v) => set('soil', v ?? '')"
        />
      </template>
    </div>
    <button type="button" class="text-link" :aria-expanded="more" @click="more = !more">
      {{ more ? 'less' : 'least and most, care, ending, source' }}
    </button>
    <div
      v-if="more || field('duration_min').length || field('duration_max').length || field('sign').length"
      class="row"
    >
      <template v-if="!done">
        <v-text-field
          :model-value="step.duration_min"
          :label="`At least, ${unit}`"
          inputmode="decimal"
          :error-messages="field('duration_min')"
          @update:model-value="(v) => set('duration_min', v)"
        />
        <v-text-field
          :model-value="step.duration_max"
          :label="`At most, ${unit}`"
          inputmode="decimal"
          :error-messages="field('duration_max')"
          @update:model-value="(v) => set('duration_max', v)"
        />
        <v-text-field
          :model-value="step.night_temperature_c"
          label="°C at night"
          inputmode="text"
          @update:model-value="(v) => set('night_temperature_c', v)"
        />
        <v-select
          :model-value="step.ends_by"
          :items="ENDS"
          label="Ends by"
          @update:model-value="(v) => set('ends_by', v)"
        />
        <v-text-field
          v-if="step.ends_by === 'sign'"
          :model-value="step.sign"
          label="Which sign"
          maxlength="120"
          :error-messages="field('sign')"
          @update:model-value="(v) => set('sign', v)"
        />
      </template>
      <template v-if="wet">
        <v-select
          :model-value="step.closure"
          :items="choicesOf(closureWords)"
          label="Closed how"
          clearable
          @update:model-value="(v) => set('closure', v ?? '')"
        />
        <v-select
          :model-value="step.moisture"
          :items="choicesOf(moistureWords)"
          label="How damp"
          clearable
          @update:model-value="(v) => set('moisture', v ?? '')"
        />
        <v-text-field
          :model-value="step.care_every_days"
          label="Care every, days"
          inputmode="decimal"
          :error-messages="field('care_every_days')"
          @update:model-value="(v) => set('care_every_days', v)"
        />
        <v-text-field
          :model-value="step.care_gap_days"
          label="Largest gap, days"
          inputmode="decimal"
          :error-messages="field('care_gap_days')"
          @update:model-value="(v) => set('care_gap_days', v)"
        />
      </template>
      <v-text-field
        :model-value="step.source"
        label="Figure from"
        maxlength="200"
        @update:model-value="(v) => set('source', v)"
      />
      <v-select
        :model-value="step.confidence"
        :items="choicesOf(confidenceWords)"
        label="How sure"
        clearable
        @update:model-value="(v) => set('confidence', v ?? '')"
      />
    </div>
  </fieldset>
</template>

<style scoped>
fieldset {
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
