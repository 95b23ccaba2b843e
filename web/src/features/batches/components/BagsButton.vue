<script setup lang="ts">
import { reactive, ref } from 'vue'
import { PlaceField } from '@/features/places'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { plural } from '@/shared/format/numbers'
import { usePutInBags } from '../api'

/** Put the treated seed of a planned trial into bags: one a treatment, or one a dish. */
const props = defineProps<{ trial: number; left: number }>()

const put = usePutInBags()
const { attempt, at, foot, question } = useProblem()
const open = ref(false)
const form = reactive({ place: null as number | null, each: false })

async function save(sure = false) {
  const made = await attempt(() =>
    put.mutateAsync({ trial: props.trial, body: { place: form.place, bag_for_each_dish: form.each, sure } }),
  )
  if (made) open.value = false
}
</script>

<template>
  <div class="bags no-print">
    <v-btn v-if="!open" variant="outlined" color="primary" @click="open = true">Put the seed into bags</v-btn>
    <form v-else class="form" @submit.prevent="save()">
      <p>
        {{ plural(left, 'treatment') }} wait{{ left === 1 ? 's' : '' }} to be begun. Its seed was drawn when the trial
        was laid out, so the lot's amount stays.
      </p>
      <PlaceField v-model="form.place" label="The bags lie in" :messages="at('/place')" />
      <label class="tick"
        ><input v-model="form.each" type="checkbox" /> A bag for each dish: more work, and then the treatment itself is
        repeated</label
      >
      <p v-if="!form.each" class="quiet">
        One bag a treatment: its dishes are “treated together”. The result says so, since one bag is one replicate of
        the treatment.
      </p>
      <FormFoot
        action="Put in bags"
        :busy="put.isPending.value"
        :question="question"
        :sentence="foot('/place')"
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
