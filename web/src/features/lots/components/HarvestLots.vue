<script setup lang="ts">
import { amountUnitWords, choicesOf, hazardWords, ripenessWords } from '@/shared/labels'

/** The lots of one harvest: seed forms, ripeness or parents kept apart. */
defineProps<{ at: (pointer: string) => string[] }>()
const lots = defineModel<HarvestRow[]>({ required: true })

export interface HarvestRow {
  code: string
  form: string
  ripeness: keyof typeof ripenessWords
  amount: string
  unit: keyof typeof amountUnitWords
  hazards: (keyof typeof hazardWords)[]
}

const RIPENESS = choicesOf(ripenessWords)
const UNITS = choicesOf(amountUnitWords)
const HAZARDS = choicesOf(hazardWords).filter((h) => h.value !== 'possibly_poisonous')

/** A lot as the form begins with it. */
const empty = (unit: HarvestRow['unit']): HarvestRow => ({
  code: '',
  form: '',
  ripeness: 'ripe',
  amount: '',
  unit,
  hazards: [],
})
const another = () => (lots.value = [...lots.value, empty(lots.value[0]?.unit ?? 'g')])
</script>

<template>
  <div v-for="(lot, n) in lots" :key="n" class="lot" role="group" :aria-label="`Lot ${n + 1}`">
    <h3>Lot {{ n + 1 }}</h3>
    <div class="form-row">
      <v-text-field
        v-model="lot.code"
        label="Code"
        hint="Leave empty for the next free one"
        persistent-hint
        maxlength="12"
        :error-messages="at('/code')"
      />
      <v-text-field v-model="lot.form" label="Distinguishing feature" placeholder="outer seed, plant 7" />
      <v-select v-model="lot.ripeness" :items="RIPENESS" label="Ripeness" />
    </div>
    <div class="form-row">
      <v-text-field
        v-model="lot.amount"
        label="Amount, if known"
        inputmode="decimal"
        :error-messages="at(`/lots/${n}/amount`).concat(n ? [] : at('/amount'))"
      />
      <v-select v-model="lot.unit" :items="UNITS" label="Unit" />
      <v-select v-model="lot.hazards" :items="HAZARDS" label="Hazards" multiple />
    </div>
  </div>
  <p>
    <button type="button" class="text-link" @click="another">Add another lot</button>
    <button v-if="lots.length > 1" type="button" class="text-link fewer" @click="lots = lots.slice(0, -1)">
      Remove the last lot
    </button>
  </p>
</template>

<style scoped>
.lot {
  display: grid;
  gap: 10px;
}

.fewer {
  margin-left: 16px;
}
</style>
