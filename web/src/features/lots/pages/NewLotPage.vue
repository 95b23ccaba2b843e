<script setup lang="ts">
import { computed, reactive } from 'vue'
import { useRouter } from 'vue-router'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { isoDay } from '@/shared/format/dates'
import { choicesOf, originWords } from '@/shared/labels'
import { useAddLot, usePlaces, useTaxa, type LotRequest } from '../api'

useTitle(() => 'Enter a lot')
const router = useRouter()
const { data: taxa } = useTaxa()
const { data: places } = usePlaces()
const add = useAddLot()
const { attempt, at, sentence, problem } = useProblem()

const lot = reactive<LotRequest>({
  code: '',
  taxon: null,
  field_name: '',
  origin_kind: 'wild',
  origin_place: '',
  collected_on: isoDay(new Date()),
  collected_precision: 'day',
  collector: '',
  parents: null,
  note: '',
  place: null,
})
const plants = computed(() =>
  (taxa.value?.results ?? []).map((t) => ({ title: `${t.common_name} (${t.scientific_name})`, value: t.id })),
)
const placeItems = computed(() => (places.value?.results ?? []).map((p) => ({ title: p.full_name, value: p.id })))
const ORIGINS = choicesOf(originWords)
const PRECISIONS = [
  { value: 'day', title: 'to the day' },
  { value: 'month', title: 'to the month' },
  { value: 'year', title: 'to the year' },
]

async function save() {
  const made = await attempt(() => add.mutateAsync({ ...lot, parents: lot.parents ? Number(lot.parents) : null }))
  if (made) await router.push({ name: 'lot', params: { id: made.id } })
}
</script>

<template>
  <main class="page narrow">
    <p class="quiet crumb"><RouterLink to="/lots">Lots</RouterLink> ›</p>
    <h1>Enter a lot</h1>
    <p class="sentence">What it is, where it comes from, when. A field name is enough while the species is unknown.</p>
    <form @submit.prevent="save">
      <v-text-field v-model="lot.code" label="Code on the bag" maxlength="12" :error-messages="at('/code')" />
      <v-autocomplete v-model="lot.taxon" :items="plants" label="Plant, if known" clearable />
      <v-text-field v-model="lot.field_name" label="Field name" :error-messages="at('/field_name')" />
      <v-select v-model="lot.origin_kind" :items="ORIGINS" label="Where it came from" />
      <v-text-field v-model="lot.origin_place" label="Place" />
      <div class="two">
        <v-text-field v-model="lot.collected_on" type="date" label="Collected" :error-messages="at('/collected_on')" />
        <v-select v-model="lot.collected_precision" :items="PRECISIONS" label="Date known" />
      </div>
      <div class="two">
        <v-text-field v-model="lot.collector" label="Collector" />
        <v-text-field
          v-model="lot.parents"
          label="Parent plants"
          inputmode="numeric"
          :error-messages="at('/parents')"
        />
      </div>
      <v-select v-model="lot.place" :items="placeItems" label="Kept at" clearable />
      <v-textarea v-model="lot.note" label="Note" rows="2" />
      <p v-if="sentence && !problem?.errors.length" class="notice bad" role="alert">{{ sentence }}</p>
      <div class="actions">
        <v-btn type="submit" color="primary" :loading="add.isPending.value">Save the lot</v-btn>
      </div>
    </form>
  </main>
</template>

<style scoped>
.narrow {
  max-width: 680px;
}

form {
  display: grid;
  gap: 16px;
  margin-top: 18px;
}

.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
</style>
