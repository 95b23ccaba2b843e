<script setup lang="ts">
import { reactive } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import TemperatureField from '@/shared/components/TemperatureField.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, placeKindWords } from '@/shared/labels'
import { useAddPlace, useChangePlace, type PlaceRow } from '../api'
import PlaceField from './PlaceField.vue'

/** A place added, or one changed: its name, what it stands in, and how warm and damp it is. */
const props = defineProps<{ place?: PlaceRow }>()
const emit = defineEmits<{ done: [] }>()

const KINDS = choicesOf(placeKindWords)
const form = reactive({
  name: props.place?.name ?? '',
  kind: props.place?.kind ?? 'box',
  parent: props.place?.parent ?? null,
  temperature: props.place?.temperature_c?.toString() ?? '',
  humidity: props.place?.humidity_percent?.toString() ?? '',
  capacity: props.place?.capacity_bags?.toString() ?? '',
  outdoors: props.place ? !props.place.indoors : false,
})
const seen = props.place?.version ?? 1
const add = useAddPlace()
const change = useChangePlace()
const { attempt, at, foot } = useProblem()

async function save() {
  const body = {
    name: form.name,
    kind: form.kind,
    parent: form.parent,
    temperature_c: numberOrNull(form.temperature),
    humidity_percent: numberOrNull(form.humidity),
    capacity_bags: numberOrNull(form.capacity),
    indoors: !form.outdoors,
  }
  const place = props.place
  const done = await attempt(() =>
    place ? change.mutateAsync({ id: place.id, body: { version: seen, ...body } }) : add.mutateAsync(body),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <div class="form-row">
      <v-text-field v-model="form.name" label="Name" maxlength="80" :error-messages="at('/name')" />
      <v-select v-model="form.kind" :items="KINDS" label="Kind" />
      <PlaceField v-model="form.parent" label="Inside" :messages="at('/parent')" />
    </div>
    <div class="form-row">
      <TemperatureField v-model="form.temperature" label="Temperature" :messages="at('/temperature_c')" />
      <v-text-field
        v-model="form.humidity"
        label="Humidity, %"
        inputmode="decimal"
        :error-messages="at('/humidity_percent')"
      />
      <v-text-field
        v-model="form.capacity"
        label="Room for bags"
        inputmode="numeric"
        :error-messages="at('/capacity_bags')"
      />
    </div>
    <label class="tick"><input v-model="form.outdoors" type="checkbox" /> Outdoors</label>
    <FormFoot
      action="Save place"
      :busy="add.isPending.value || change.isPending.value"
      :sentence="foot('/name', '/parent', '/temperature_c', '/humidity_percent', '/capacity_bags')"
      @leave="emit('done')"
    />
  </form>
</template>
