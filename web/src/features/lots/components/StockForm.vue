<script setup lang="ts">
import { ref } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { choicesOf, knownWords } from '@/shared/labels'
import { useEnterStock, type StockEntryRequest } from '../api'

/** Add a line to a lot's ledger. */
const props = defineProps<{ lotId: number }>()

const KINDS = [
  { value: 'in', title: 'came in' },
  { value: 'recount', title: 'recounted: this is what there is' },
  { value: 'lost', title: 'lost or thrown out' },
]
const KNOWN = choicesOf(knownWords)

const enter = useEnterStock(() => props.lotId)
const { attempt, at, sentence } = useProblem()
const open = ref(false)
const kind = ref<StockEntryRequest['kind']>('in')
const known = ref<StockEntryRequest['known']>('counted')
const amount = ref('')
const reason = ref('')

async function save() {
  const done = await attempt(() =>
    enter.mutateAsync({
      kind: kind.value,
      known: known.value,
      amount_seeds: Number(amount.value),
      reason: reason.value,
    }),
  )
  if (!done) return
  open.value = false
  amount.value = ''
  reason.value = ''
}
</script>

<template>
  <p v-if="!open"><v-btn variant="outlined" color="primary" @click="open = true">Enter an amount</v-btn></p>
  <form v-else @submit.prevent="save">
    <v-select v-model="kind" :items="KINDS" label="What happened" />
    <v-text-field v-model="amount" label="Seeds" inputmode="numeric" :error-messages="at('/amount_seeds')" />
    <v-select v-model="known" :items="KNOWN" label="How the number is known" />
    <v-text-field v-model="reason" label="Why, or where from" />
    <FormFoot
      action="Enter"
      :busy="enter.isPending.value"
      :sentence="at('/amount_seeds').length ? '' : sentence"
      @leave="open = false"
    />
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
  margin: 14px 0;
}
</style>
