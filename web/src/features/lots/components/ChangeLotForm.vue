<script setup lang="ts">
import { ref } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import StaleNotice from '@/shared/components/StaleNotice.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useChangeLot, type Lot } from '../api'
import { asRequest, lotForm } from '../logic/lotForm'
import LotFields from './LotFields.vue'

/** Change what a lot says of itself, its plant among it; the field name stays in the history. */
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: [] }>()

const change = useChangeLot(() => props.lot.id)
const { attempt, at, foot, problem } = useProblem()
const form = ref(lotForm(props.lot))
// the version that was on screen when the form was opened: a later one is somebody else's work
const seen = ref(props.lot.version)

async function save() {
  const done = await attempt(() => change.mutateAsync({ version: seen.value, ...asRequest(form.value) }))
  if (done) emit('done')
}
</script>

<template>
  <form @submit.prevent="save">
    <LotFields v-model="form" :at="at" />
    <p class="quiet">
      The new name also goes to the lots this one was split from, mixed into or harvested with, and to its stand.
    </p>
    <StaleNotice :problem="problem" :yours="form" @over="(version) => (seen = version)" />
    <FormFoot
      action="Save"
      :busy="change.isPending.value"
      :sentence="problem?.current ? '' : foot('/field_name', '/leave', '/collected_on', '/parents', '/claimed_percent')"
      leave="Leave as it was"
      @leave="emit('done')"
    />
  </form>
</template>
