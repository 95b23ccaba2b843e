<script setup lang="ts">
import { computed } from 'vue'
import { PlantField } from '@/features/taxa'
import { choicesOf, hazardWords, originWords, precisionWords, purposeWords, ripenessWords } from '@/shared/labels'
import type { LotRequest } from '../api'

/** What a lot is and where it comes from: the fields that are there when it is entered and when it is changed. */
defineProps<{ at: (pointer: string) => string[] }>()
const lot = defineModel<LotRequest>({ required: true })

const ORIGINS = choicesOf(originWords)
const PRECISIONS = choicesOf(precisionWords)
const PURPOSES = choicesOf(purposeWords)
const RIPENESS = choicesOf(ripenessWords)
const HAZARDS = choicesOf(hazardWords).filter((h) => h.value !== 'possibly_poisonous')
const fromOthers = computed(() => lot.value.origin_kind === 'bought' || lot.value.origin_kind === 'swapped')
</script>

<template>
  <div class="form">
    <div class="form-row">
      <PlantField v-model="lot.taxon" label="Plant, if known" :messages="at('/taxon')" />
      <v-text-field v-model="lot.field_name" label="Field name" :error-messages="at('/field_name')" />
      <v-text-field v-model="lot.form" label="Seed form, if kept apart" placeholder="outer seed, parent 7" />
    </div>
    <div class="form-row">
      <v-select v-model="lot.origin_kind" :items="ORIGINS" label="Where it came from" />
      <v-text-field v-model="lot.origin_place" label="Place" />
      <v-text-field
        v-if="lot.origin_kind === 'wild'"
        v-model="lot.leave"
        label="Leave or permit, or “own ground”"
        :error-messages="at('/leave')"
      />
    </div>
    <div class="form-row">
      <v-text-field v-model="lot.collected_on" type="date" label="Collected" :error-messages="at('/collected_on')" />
      <v-select v-model="lot.collected_precision" :items="PRECISIONS" label="Date known" />
      <v-text-field v-model="lot.collector" label="Collector" />
    </div>
    <div class="form-row">
      <v-text-field v-model="lot.parents" label="Parent plants" inputmode="numeric" :error-messages="at('/parents')" />
      <v-select v-model="lot.ripeness" :items="RIPENESS" label="Ripeness" clearable />
      <v-select v-model="lot.purpose" :items="PURPOSES" label="Collected for" clearable />
    </div>
    <div v-if="fromOthers" class="form-row">
      <v-text-field
        v-model="lot.claimed_percent"
        label="Printed germination, %"
        inputmode="decimal"
        :error-messages="at('/claimed_percent')"
      />
      <v-text-field
        v-model="lot.claimed_days"
        label="Printed days to germinate"
        inputmode="numeric"
        :error-messages="at('/claimed_days')"
      />
      <v-text-field v-model="lot.use_by" type="date" label="Use by" :error-messages="at('/use_by')" />
      <v-text-field v-model="lot.claim_note" label="What else is printed" />
    </div>
    <label class="tick"
      ><input v-model="lot.hybrid" type="checkbox" /> A hybrid, or open to crossing with neighbours</label
    >
    <p v-if="lot.hybrid" class="notice">
      Hybrid and crossed seed may not come true: its plants may differ from the parent.
    </p>
    <v-text-field v-if="lot.hybrid" v-model="lot.crossed_with" label="Crossed with, if known" />
    <v-select v-model="lot.hazards" :items="HAZARDS" label="Hazards of this lot" multiple chips />
    <v-textarea v-model="lot.note" label="Note" rows="2" />
  </div>
</template>
