<script setup lang="ts">
import { computed, ref } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { calibrationWords, choicesOf } from '@/shared/labels'
import { useLotWork, type LotBench } from '../api'
import WeighField from './WeighField.vue'

/** Counted samples: they turn grams, millilitres or heads into seeds, with an error as soon as there are two. */
const props = defineProps<{ lotId: number; bench: LotBench }>()
const emit = defineEmits<{ done: [] }>()

type Kind = LotBench['rates'][number]['kind']
const KINDS = choicesOf(calibrationWords)
const LEAD: Record<Kind, string> = {
  weighed:
    'Count 100 seeds and weigh them. Do this eight times if you have enough seed. Take seeds at random, large and small.',
  scooped: 'Fill a scoop level and count the seeds in it. Do this at least three times.',
  heads: 'Open a few heads or pods at random and count the seeds in each.',
}

const { calibrate } = useLotWork(() => props.lotId)
const { attempt, at, foot } = useProblem()
const kind = ref<Kind[]>([props.bench.stock.unconverted_unit === 'ml' ? 'scooped' : 'weighed'])
const rows = ref([{ count: '100', amount: '' }])
const chosen = computed<Kind>(() => kind.value[0] ?? 'weighed')
const perSeed = computed(() => (props.bench.tsw ? props.bench.tsw.tsw_g / 1000 : null))

function another() {
  const last = rows.value[rows.value.length - 1]
  rows.value.push({
    count: chosen.value === 'weighed' ? (last?.count ?? '100') : '',
    amount: chosen.value === 'scooped' ? (last?.amount ?? '') : '',
  })
}

const messages = (n: number) => at(`/counts/${n}`).concat(at(`/amounts/${n}`))
async function save() {
  const done = await attempt(() =>
    calibrate.mutateAsync({
      kind: chosen.value,
      counts: rows.value.map((r) => numberOrNull(r.count) ?? NaN),
      amounts: chosen.value === 'heads' ? [] : rows.value.map((r) => numberOrNull(r.amount) ?? NaN),
    }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <ChipChoice v-model="kind" label="Method" :choices="KINDS" />
    <p class="quiet">{{ LEAD[chosen] }}</p>
    <div v-for="(row, n) in rows" :key="n" class="form-row" role="group" :aria-label="`Sample ${n + 1}`">
      <v-text-field
        v-model="row.count"
        :label="chosen === 'heads' ? 'Seeds in the head' : 'Seeds in the sample'"
        inputmode="numeric"
        :error-messages="messages(n)"
      />
      <WeighField
        v-if="chosen === 'weighed'"
        v-model="row.amount"
        label="Mass"
        :expected="perSeed ? perSeed * Number(row.count) : null"
      />
      <v-text-field
        v-else-if="chosen === 'scooped'"
        v-model="row.amount"
        label="Scoop"
        suffix="ml"
        inputmode="decimal"
      />
    </div>
    <p>
      <button type="button" class="text-link" @click="another">Add a sample</button>
      <button v-if="rows.length > 1" type="button" class="text-link" @click="rows.pop()">Remove the last sample</button>
    </p>
    <p v-if="rows.length === 1" class="notice">One sample gives no error. Add another to estimate it.</p>
    <FormFoot
      action="Save samples"
      :busy="calibrate.isPending.value"
      :sentence="foot('/counts/0')"
      @leave="emit('done')"
    />
  </form>
</template>

<style scoped>
p {
  margin: 0;
}

.text-link {
  margin-right: 16px;
}
</style>
