<script setup lang="ts">
import { reactive } from 'vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { choicesOf, placeTroubleWords } from '@/shared/labels'
import { useRecordEvent } from '../api'

/** An event at the place: recorded once, shown by every bag that lay there. */
const props = defineProps<{ place: number }>()
const emit = defineEmits<{ done: [] }>()

const record = useRecordEvent(() => props.place)
const { succeeds, at, foot } = useProblem()
const local = () => {
  const now = new Date()
  return new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}
const form = reactive({ kind: 'power_cut' as keyof typeof placeTroubleWords, at: local(), until: '', note: '' })

async function save() {
  const done = await succeeds(() =>
    record.mutateAsync({
      kind: form.kind,
      at: new Date(form.at).toISOString(),
      until: form.until ? new Date(form.until).toISOString() : null,
      note: form.note,
    }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <div class="form-row">
      <v-select v-model="form.kind" :items="choicesOf(placeTroubleWords)" label="Change" />
      <DayField v-model="form.at" time label="From" :messages="at('/at')" />
      <DayField v-model="form.until" time label="Until, if known" :messages="at('/until')" />
    </div>
    <v-text-field v-model="form.note" label="Note" maxlength="200" />
    <FormFoot action="Save" :busy="record.isPending.value" :sentence="foot('/at', '/until')" @leave="emit('done')" />
  </form>
</template>
