<script setup lang="ts">
import { computed, reactive } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, qualityWords } from '@/shared/labels'
import { useLotWork } from '../api'
import WeighField from './WeighField.vue'

/** Seeds cut or squeezed, a purity sample, an imbibition test. */
const props = defineProps<{ lotId: number }>()
const emit = defineEmits<{ done: [] }>()

const KINDS = choicesOf(qualityWords)
const LEAD = {
  cut: 'Cut ten or more seeds taken at random: full and firm, empty, or eaten. Hold them in pliers or clay, never in your fingers.',
  squeeze: 'Squeeze seeds taken at random. Full seeds resist, empty ones give.',
  purity: 'Weigh a sample, pick out all that is not seed of this plant, and weigh what is left.',
  imbibition: 'Weigh some intact and some nicked seed, put both in water for 24–48 h, blot dry and weigh again.',
} as const

const { test } = useLotWork(() => props.lotId)
const { attempt, at, foot } = useProblem()
const form = reactive({
  kind: ['cut'] as (typeof KINDS)[number]['value'][],
  full: '',
  empty: '',
  eaten: '',
  pure_g: '',
  sample_g: '',
  intact_start_g: '',
  intact_end_g: '',
  nicked_start_g: '',
  nicked_end_g: '',
  note: '',
})
const kind = computed(() => form.kind[0] ?? 'cut')
const MASSES = [
  ['intact_start_g', 'Intact, before'],
  ['intact_end_g', 'Intact, after'],
  ['nicked_start_g', 'Nicked, before'],
  ['nicked_end_g', 'Nicked, after'],
] as const

async function save() {
  const counts = kind.value === 'cut' || kind.value === 'squeeze'
  const done = await attempt(() =>
    test.mutateAsync({
      kind: kind.value,
      note: form.note,
      ...(counts && {
        full: numberOrNull(form.full) ?? 0,
        empty: numberOrNull(form.empty) ?? 0,
        eaten: numberOrNull(form.eaten) ?? 0,
      }),
      ...(kind.value === 'purity' && { pure_g: numberOrNull(form.pure_g), sample_g: numberOrNull(form.sample_g) }),
      ...(kind.value === 'imbibition' && Object.fromEntries(MASSES.map(([name]) => [name, numberOrNull(form[name])]))),
    }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <ChipChoice v-model="form.kind" label="Which test" :choices="KINDS" />
    <p class="quiet">{{ LEAD[kind] }}</p>
    <p v-if="kind === 'cut'">
      <RouterLink :to="{ name: 'photo-count', params: { id: lotId }, query: { work: 'cut' } }"
        >Judge cut seed in a photo</RouterLink
      >
    </p>
    <div v-if="kind === 'cut' || kind === 'squeeze'" class="form-row">
      <v-text-field v-model="form.full" label="Full" inputmode="numeric" :error-messages="at('/full')" />
      <v-text-field v-model="form.empty" label="Empty" inputmode="numeric" :error-messages="at('/empty')" />
      <v-text-field
        v-model="form.eaten"
        label="Eaten"
        inputmode="numeric"
        :error-messages="at('/eaten').concat(at('/tested'))"
      />
    </div>
    <div v-else-if="kind === 'purity'" class="form-row">
      <WeighField v-model="form.sample_g" label="The sample" :messages="at('/sample_g')" />
      <WeighField v-model="form.pure_g" label="Pure seed in it" :messages="at('/pure_g')" />
    </div>
    <div v-else class="form-row">
      <WeighField
        v-for="[name, label] in MASSES"
        :key="name"
        v-model="form[name]"
        :label="label"
        :messages="at(`/${name}`)"
      />
    </div>
    <v-text-field v-model="form.note" label="Note" maxlength="300" />
    <FormFoot
      action="Record the test"
      :busy="test.isPending.value"
      :sentence="foot('/full', '/tested', '/pure_g', '/sample_g', ...MASSES.map(([n]) => `/${n}`))"
      @leave="emit('done')"
    />
  </form>
</template>
