<script setup lang="ts">
import { computed } from 'vue'
import { PlantField } from '@/features/taxa'
import { choicesOf, hazardWords } from '@/shared/labels'
import type { LotRequest } from '../api'
import { askedIn, FORM_LINES } from '../logic/lotForm'
import LotFieldInput from './LotFieldInput.vue'

/** What a lot is and where it comes from: the fields that are there when it is entered and when it is changed. */
const props = defineProps<{
  at: (pointer: string) => string[]
  /** Fields that are asked elsewhere on the page. */
  without?: readonly string[]
}>()
const lot = defineModel<LotRequest>({ required: true })

const HAZARDS = choicesOf(hazardWords).filter((h) => h.value !== 'possibly_poisonous')
const lines = computed(() =>
  FORM_LINES.map((line) => ({
    line,
    fields: askedIn(line, lot.value).filter((f) => !props.without?.includes(f.name)),
  })),
)
// the table names fields that the type of a lot has, too
const values = computed(() => lot.value as unknown as Record<string, unknown>)
</script>

<template>
  <div class="form">
    <template v-for="{ line, fields } in lines" :key="line">
      <div v-if="fields.length" class="form-row">
        <PlantField
          v-if="line === 'name' && !without"
          v-model="lot.taxon"
          label="Plant, if known"
          :messages="at('/taxon')"
        />
        <LotFieldInput v-for="f in fields" :key="f.name" v-model="values[f.name]" :field="f" :at="at" />
      </div>
      <p v-if="line === 'crossing' && lot.hybrid" class="notice">
        Plants from hybrid or crossed seed may differ from the parent.
      </p>
      <v-select
        v-if="line === 'crossing'"
        v-model="lot.hazards"
        :items="HAZARDS"
        label="Hazards of this lot"
        multiple
        chips
      />
    </template>
  </div>
</template>
