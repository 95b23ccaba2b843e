<script setup lang="ts">
import DayField from '@/shared/components/DayField.vue'
import TemperatureField from '@/shared/components/TemperatureField.vue'
import { PlaceField } from '@/features/places'
import { choicesOf, closureWords, criterionWords, layoutWords, lightWords, mediumWords } from '@/shared/labels'
import type { NewTrial } from '../api'
import CriterionDrawing from './CriterionDrawing.vue'

/** Where the dishes stand, what the seed lies in, what counts as germinated, and when to look; the same for all of them. */
defineProps<{ messageAt: (pointer: string) => string[] }>()
const trial = defineModel<Omit<NewTrial, 'lot' | 'treatments'>>({ required: true })
</script>

<template>
  <div class="both">
    <div class="fields">
      <h2>Where and how</h2>
      <PlaceField v-model="trial.places" label="Trays and shelves" several :messages="messageAt('/places')" />
      <v-select
        v-model="trial.layout"
        :items="choicesOf(layoutWords)"
        label="Dishes are placed"
        :hint="trial.layout === 'blocks' ? 'One dish of each treatment in every block; a block lies in one place' : ''"
        persistent-hint
      />
      <DayField of="plan" v-model="trial.sow_on" label="Sow on" :messages="messageAt('/sow_on')" />
      <div class="three">
        <v-select v-model="trial.medium" :items="choicesOf(mediumWords)" label="In" />
        <v-select v-model="trial.light" :items="choicesOf(lightWords)" label="Light" />
        <v-select v-model="trial.closure" :items="choicesOf(closureWords)" label="Closed" />
        <TemperatureField v-model="trial.temperature_c" label="Warmth" :messages="messageAt('/temperature_c')" />
        <TemperatureField
          v-model="trial.night_temperature_c"
          label="At night"
          :messages="messageAt('/night_temperature_c')"
        />
      </div>
      <p v-if="trial.medium === 'tray'" class="quiet">One seed per cell: no thinning later.</p>
      <div class="rule">
        <CriterionDrawing :criterion="trial.criterion ?? 'root_2_mm'" />
        <v-select
          v-model="trial.criterion"
          :items="choicesOf(criterionWords)"
          label="Counts as germinated"
          hint="Kept from the first look to the last"
          persistent-hint
        />
      </div>
    </div>
    <div class="fields">
      <h2>When to look</h2>
      <div class="three">
        <v-text-field
          v-model="trial.first_look_days"
          label="First after, days"
          inputmode="decimal"
          :error-messages="messageAt('/first_look_days')"
        />
        <v-text-field
          v-model="trial.every_days"
          label="Then every, days"
          inputmode="decimal"
          :error-messages="messageAt('/every_days')"
        />
        <v-text-field
          v-model="trial.daily_for_days"
          label="Daily after first germination, days"
          inputmode="numeric"
          :error-messages="messageAt('/daily_for_days')"
        />
        <v-text-field
          v-model="trial.length_days"
          label="Planned length, days"
          inputmode="decimal"
          :error-messages="messageAt('/length_days')"
        />
      </div>
      <label class="tick"><input v-model="trial.blind" type="checkbox" /> Blind: counters do not see treatments</label>
    </div>
  </div>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 420px), 1fr));
  gap: 14px 36px;
}

.fields {
  display: grid;
  gap: 14px;
  align-content: start;
}

.three {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(140px, 1fr));
  gap: 12px;
}

.rule {
  display: flex;
  gap: 12px;
  align-items: flex-start;
}

.rule > :last-child {
  flex: 1;
}

p {
  margin: 0;
}
</style>
