<script setup lang="ts">
import { ref } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import DayField from '@/shared/components/DayField.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { isoDay } from '@/shared/format/dates'
import { choicesOf, endWords } from '@/shared/labels'
import { useLotWork, type Lot } from '../api'

/** The end of a lot: it stays in the lists, with its history, and can be taken up again. */
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: [] }>()

const ENDS = choicesOf(endWords)
const { end } = useLotWork(() => props.lot.id)
const { attempt, at, foot } = useProblem()
const how = ref<(typeof ENDS)[number]['value'][]>(['used_up'])
const on = ref(isoDay(new Date()))
const why = ref('')

async function save() {
  const done = await attempt(() =>
    end.mutateAsync({ version: props.lot.version, ended: how.value[0] ?? 'used_up', on: on.value, why: why.value }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <p class="quiet">
      Test old seed before you discard it. The remaining seed is taken off the ledger. You can undo this.
    </p>
    <ChipChoice v-model="how" label="How it ended" :choices="ENDS" />
    <div class="form-row">
      <DayField v-model="on" label="On" :messages="at('/on')" />
      <v-text-field v-model="why" label="Why" maxlength="200" />
    </div>
    <FormFoot action="End this lot" :busy="end.isPending.value" :sentence="foot('/on')" @leave="emit('done')" />
  </form>
</template>
