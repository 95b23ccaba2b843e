<script setup lang="ts">
import { computed } from 'vue'
import { PlaceField, usePlaces } from '@/features/places'
import DayField from '@/shared/components/DayField.vue'
import EditableLine from '@/shared/components/EditableLine.vue'
import TemperatureField from '@/shared/components/TemperatureField.vue'
import { weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { degrees } from '@/shared/format/units'
import { choicesOf, closureWords, criterionWords, lightWords, mediumWords } from '@/shared/labels'
import type { NewTrial } from '../api'
import CriterionDrawing from './CriterionDrawing.vue'

/** The day, the conditions, the criterion, the places and the looks, each as one line that can be changed; alike for all dishes. */
const props = defineProps<{
  messageAt: (pointer: string) => string[]
  /** Packets are tested by themselves: there is nothing to hide from who counts. */
  packets?: boolean
}>()
const trial = defineModel<Omit<NewTrial, 'lot' | 'treatments'>>({ required: true })

const emit = defineEmits<{ day: [] }>()

const { data: places } = usePlaces()
const messages = (...fields: string[]) => fields.flatMap((f) => props.messageAt(`/${f}`))
const warmth = (c: number | string | null | undefined) =>
  c === null || c === undefined || c === '' ? '' : degrees(Number(c), 0)
const conditions = computed(() => {
  const t = trial.value
  const night = warmth(t.night_temperature_c)
  const day = warmth(t.temperature_c)
  const warm = night ? `${day} by day, ${night} at night` : day
  const words = [mediumWords[t.medium ?? 'towel'], closureWords[t.closure ?? 'sealed'], lightWords[t.light ?? 'light']]
  return [...words, warm].filter(Boolean).join(', ')
})
const where = computed(() => {
  const names = (trial.value.places ?? []).map((id) => places.value?.results.find((p) => p.id === id)?.full_name ?? '')
  return names.filter(Boolean).join(', ') || 'no place chosen'
})
const looks = computed(() => {
  const t = trial.value
  const daily = Number(t.daily_for_days)
  return [
    `first after ${plural(Number(t.first_look_days), 'day')}, then every ${plural(Number(t.every_days), 'day')}${daily ? `, daily for ${plural(daily, 'day')} after the first germination` : ''}`,
    `planned length ${plural(Number(t.length_days), 'day')}`,
    ...(props.packets ? [] : [t.blind ? 'counters do not see treatments' : 'counters see treatments']),
  ].join('; ')
})
</script>

<template>
  <div class="lines">
    <EditableLine
      label="Sowing"
      :words="trial.sow_on ? weekdayShort(trial.sow_on) : 'no day'"
      :messages="messages('sow_on')"
    >
      <DayField
        of="plan"
        v-model="trial.sow_on"
        @update:model-value="emit('day')"
        label="Sow on"
        :messages="messageAt('/sow_on')"
      />
    </EditableLine>
    <EditableLine
      label="Conditions"
      :words="conditions"
      :messages="messages('medium', 'light', 'closure', 'temperature_c', 'night_temperature_c')"
    >
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
    </EditableLine>
    <EditableLine
      label="Counts as germinated"
      :words="criterionWords[trial.criterion ?? 'root_2_mm']"
      :messages="messages('criterion')"
    >
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
    </EditableLine>
    <EditableLine label="Places" :words="where" :messages="messages('places', 'layout')">
      <PlaceField v-model="trial.places" label="Trays and shelves" several :messages="messageAt('/places')" />
    </EditableLine>
    <EditableLine
      label="Looks"
      :words="looks"
      :messages="messages('first_look_days', 'every_days', 'daily_for_days', 'length_days')"
    >
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
      <label v-if="!packets" class="tick"
        ><input v-model="trial.blind" type="checkbox" /> Blind: counters do not see treatments</label
      >
    </EditableLine>
  </div>
</template>

<style scoped>
.lines {
  margin-top: 12px;
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
