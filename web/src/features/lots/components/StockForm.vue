<script setup lang="ts">
import { computed, ref } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { amountUnitWords, choicesOf } from '@/shared/labels'
import { useLotWork, type LotBench, type StockLine } from '../api'
import WeighField from './WeighField.vue'

/** A line for a lot's ledger, or the correction of one that stands there. */
const props = defineProps<{ lotId: number; bench: LotBench; line?: StockLine | null }>()
const emit = defineEmits<{ done: [] }>()

type Kind = StockLine['kind']
const KINDS: { value: Kind; title: string }[] = [
  { value: 'in', title: 'came in' },
  { value: 'recount', title: 'recounted: this is what there is' },
  { value: 'drawn', title: 'drawn: sown, given away' },
  { value: 'lost', title: 'lost or thrown out' },
]
const KNOWN = [
  { value: 'counted', title: 'counted' },
  { value: 'guessed', title: 'guessed' },
] as const
const UNITS = choicesOf(amountUnitWords)
const RATE_OF = { g: 'weighed', ml: 'scooped', heads: 'heads' } as const

const { enterStock, correctStock } = useLotWork(() => props.lotId)
const { attempt, at, foot } = useProblem()
const kind = ref<Kind>(props.line?.kind ?? 'in')
const unit = ref(props.line?.unit ?? 'seeds')
const known = ref<'counted' | 'guessed'>(props.line?.known === 'guessed' ? 'guessed' : 'counted')
const amount = ref(props.line ? String(props.line.amount) : '')
const reason = ref(props.line?.reason ?? '')
const busy = computed(() => enterStock.isPending.value || correctStock.isPending.value)
const converts = computed(() => {
  if (unit.value === 'seeds') return ''
  const rate = props.bench.rates.find((r) => r.kind === RATE_OF[unit.value as keyof typeof RATE_OF])
  const per = unit.value === 'heads' ? 'head' : unit.value
  return rate
    ? `By this lot’s counted samples: ≈ ${rate.per_unit.toPrecision(3)} seeds a ${per}.`
    : `No samples counted yet: the amount stays in ${amountUnitWords[unit.value]} until you count some.`
})

async function save() {
  const typed = {
    amount: numberOrNull(amount.value) ?? NaN,
    unit: unit.value,
    known: known.value,
    reason: reason.value,
  }
  const line = props.line
  const done = await attempt(() =>
    line
      ? correctStock.mutateAsync({ entry: line.id, ...typed })
      : enterStock.mutateAsync({ kind: kind.value, ...typed }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <p v-if="line" class="quiet">The old amount stays in the ledger, struck out.</p>
    <div class="form-row">
      <v-select v-if="!line" v-model="kind" :items="KINDS" label="Change" />
      <v-select v-model="unit" :items="UNITS" label="In" />
      <WeighField v-if="unit === 'g'" v-model="amount" label="Amount" :messages="at('/amount')" />
      <v-text-field v-else v-model="amount" label="Amount" inputmode="decimal" :error-messages="at('/amount')" />
      <v-select v-if="unit === 'seeds'" v-model="known" :items="KNOWN" label="How it was measured" />
    </div>
    <p v-if="converts" class="quiet">{{ converts }}</p>
    <v-text-field v-model="reason" label="Reason or source" maxlength="200" />
    <FormFoot
      :action="line ? 'Correct amount' : 'Save amount'"
      :busy="busy"
      :sentence="foot('/amount')"
      @leave="emit('done')"
    />
  </form>
</template>
