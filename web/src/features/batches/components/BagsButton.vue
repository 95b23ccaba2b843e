<script setup lang="ts">
import { reactive, ref } from 'vue'
import { PlaceField } from '@/features/places'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull, plural } from '@/shared/format/numbers'
import { usePutInBags } from '../api'

/** Put the treated seed of a planned trial into bags: as many per treatment as planned, another number, or one per dish. */
const props = defineProps<{ trial: number; left: number }>()

const put = usePutInBags()
const { attempt, at, foot, question } = useProblem()
const open = ref(false)
const form = reactive({ place: null as number | null, each: false, bags: '' })

async function save(sure = false) {
  const made = await attempt(() =>
    put.mutateAsync({
      trial: props.trial,
      body: { place: form.place, bag_for_each_dish: form.each, bags: numberOrNull(form.bags), sure },
    }),
  )
  if (made) open.value = false
}
</script>

<template>
  <div class="bags no-print">
    <v-btn v-if="!open" variant="outlined" color="primary" @click="open = true">Put seed into bags</v-btn>
    <form v-else class="form" @submit.prevent="save()">
      <p>
        {{ plural(left, 'treatment') }} to start. The seed was drawn when the trial was laid out, so the lot’s amount
        stays the same.
      </p>
      <PlaceField v-model="form.place" label="Place" :messages="at('/place')" />
      <label class="tick"><input v-model="form.each" type="checkbox" /> A bag for each dish</label>
      <v-text-field
        v-if="!form.each"
        v-model="form.bags"
        label="Bags per treatment"
        inputmode="numeric"
        placeholder="as planned"
        persistent-placeholder
        hint="Two bags are two replicates of the treatment; one bag is one, however many dishes it fills."
        persistent-hint
        :error-messages="at('/bags')"
      />
      <FormFoot
        action="Put in bags"
        :busy="put.isPending.value"
        :question="question"
        :sentence="foot('/place', '/bags')"
        @leave="open = false"
        @sure="save(true)"
      />
    </form>
  </div>
</template>

<style scoped>
.bags {
  margin: 12px 0;
}
</style>
