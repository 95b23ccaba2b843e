<script setup lang="ts">
import { reactive } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, cleaningWords, gradeWords } from '@/shared/labels'
import { useLotWork, type Lot } from '../api'
import WeighField from './WeighField.vue'

/** A step of cleaning, with what went in and came out. Floating makes two lots: it has its own form. */
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: [] }>()

const KINDS = choicesOf(cleaningWords).filter((k) => k.value !== 'float')
const GRADES = choicesOf(gradeWords)
const UNITS = [
  { value: 'g', title: 'g' },
  { value: 'ml', title: 'ml' },
] as const

const { clean } = useLotWork(() => props.lot.id)
const { attempt, at, foot, question } = useProblem()
const form = reactive({
  kind: ['rub'] as (typeof KINDS)[number]['value'][],
  unit: 'g' as 'g' | 'ml',
  amount_in: '',
  amount_out: '',
  minutes: '',
  kept: '',
  note: '',
  grade: props.lot.grade ?? 'uncleaned',
})

async function save(sure = false) {
  const done = await attempt(() =>
    clean.mutateAsync({
      kind: form.kind[0] ?? 'rub',
      unit: form.unit,
      amount_in: numberOrNull(form.amount_in),
      amount_out: numberOrNull(form.amount_out),
      minutes: numberOrNull(form.minutes),
      kept: form.kept,
      note: form.note,
      grade: form.grade,
      sure,
    }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save()">
    <ChipChoice v-model="form.kind" label="What was done" :choices="KINDS" />
    <div class="form-row">
      <v-select v-model="form.unit" :items="UNITS" label="Measured in" />
      <template v-if="form.unit === 'g'">
        <WeighField v-model="form.amount_in" label="In" :messages="at('/amount_in')" />
        <WeighField v-model="form.amount_out" label="Out" :messages="at('/amount_out')" />
      </template>
      <template v-else>
        <v-text-field v-model="form.amount_in" label="In" suffix="ml" :error-messages="at('/amount_in')" />
        <v-text-field v-model="form.amount_out" label="Out" suffix="ml" :error-messages="at('/amount_out')" />
      </template>
    </div>
    <div class="form-row">
      <v-text-field v-model="form.minutes" label="Minutes" inputmode="decimal" :error-messages="at('/minutes')" />
      <v-text-field v-model="form.kept" label="Fractions to keep" placeholder="heavy seed; chaff for the bed" />
      <v-select v-model="form.grade" :items="GRADES" label="How clean it is now" />
    </div>
    <v-text-field v-model="form.note" label="Note" maxlength="300" />
    <FormFoot
      action="Record the step"
      :busy="clean.isPending.value"
      :question="question"
      :sentence="foot('/amount_in', '/amount_out', '/minutes')"
      @leave="emit('done')"
      @sure="save(true)"
    />
  </form>
</template>
