<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { useLotWork, type Lot } from '../api'
import { amountWords } from '@/shared/format/amount'
import LotField from './LotField.vue'

/** Part of a lot becomes a lot of its own; or it is floated; or another lot joins it. Amounts and their doubt go along. */
const props = defineProps<{ lot: Lot }>()
const emit = defineEmits<{ done: [] }>()

const WAYS = [
  { value: 'split', title: 'split a part off' },
  { value: 'float', title: 'float it: what floats, what sinks' },
  { value: 'merge', title: 'merge with another lot' },
] as const
const router = useRouter()
const { split, float, merge } = useLotWork(() => props.lot.id)
const { attempt, at, foot } = useProblem()
const way = ref<(typeof WAYS)[number]['value'][]>(['split'])
const amount = ref('')
const form = ref('')
const code = ref('')
const other = ref<number | null>(null)
const busy = computed(() => split.isPending.value || float.isPending.value || merge.isPending.value)

async function save() {
  const seeds = numberOrNull(amount.value)
  const made = await attempt(async () => {
    if (way.value[0] === 'float') return float.mutateAsync({ floated_seeds: seeds })
    if (way.value[0] === 'merge') {
      const lots = [props.lot.id, ...(other.value ? [other.value] : [])]
      return [await merge.mutateAsync({ lots, code: code.value })]
    }
    return split.mutateAsync([{ amount_seeds: seeds, form: form.value, code: code.value }])
  })
  const first = made?.[0]
  if (!first) return
  emit('done')
  await router.push({ name: 'lot', params: { id: first.id } })
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <ChipChoice v-model="way" label="What is done" :choices="WAYS" />
    <p class="quiet">There is {{ amountWords(lot.stock) }} in {{ lot.code }}.</p>
    <template v-if="way[0] === 'split'">
      <div class="form-row">
        <v-text-field
          v-model="amount"
          label="Seeds in the part, if known"
          inputmode="numeric"
          :error-messages="at('/amount').concat(at('/parts/0/amount_seeds'))"
        />
        <v-text-field v-model="form" label="Distinguishing feature" placeholder="outer seeds, plant 7, unripe" />
        <v-text-field v-model="code" label="Code" maxlength="12" :error-messages="at('/code')" />
      </div>
    </template>
    <template v-else-if="way[0] === 'float'">
      <p>
        Both fractions become lots. Cut some of each before you pour anything off: light or corky seed can float and be
        full.
      </p>
      <v-text-field
        v-model="amount"
        label="Seeds that floated, if known"
        inputmode="numeric"
        :error-messages="at('/amount').concat(at('/floated_seeds'))"
      />
    </template>
    <div v-else class="form-row">
      <LotField v-model="other" label="The other lot" :messages="at('/lots')" />
      <v-text-field v-model="code" label="Code of the new lot" maxlength="12" :error-messages="at('/code')" />
    </div>
    <FormFoot
      :action="way[0] === 'merge' ? 'Merge' : way[0] === 'float' ? 'Keep both' : 'Split off'"
      :busy="busy"
      :sentence="foot('/amount', '/code', '/lots', '/parts/0/amount_seeds', '/floated_seeds')"
      @leave="emit('done')"
    />
  </form>
</template>
