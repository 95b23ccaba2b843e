<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import type { LedgerColumn, LedgerWords } from '@/shared/components/ledger'
import LedgerSheet from '@/shared/components/LedgerSheet.vue'
import { useListAddress } from '@/shared/composables/useListAddress'
import { useTitle } from '@/shared/composables/useTitle'
import { amountWords } from '@/shared/format/amount'
import { opennessWords } from '@/shared/labels'
import { useQuestions, type QuestionRow } from '../api'

/** What is still open over all plants, as a list to plan trials from. */
type Row = QuestionRow & { id: number }

useTitle(() => 'Open questions')
const router = useRouter()
const { user } = useSession()
const CHIPS = [
  { value: 'all', title: 'All', holds: () => true },
  { value: 'with-seed', title: 'With seed to test', holds: (r: QuestionRow) => r.lot !== null },
  { value: 'never', title: 'Never tested', holds: (r: QuestionRow) => r.ask.asks === 'alive' },
  { value: 'notes', title: 'Named in the notes', holds: (r: QuestionRow) => r.ask.step != null },
  { value: 'again', title: 'Too few trials', holds: (r: QuestionRow) => r.ask.again },
]
const { search, order, chips, chip, narrowed } = useListAddress(CHIPS)
const { data, isPending, error, refetch } = useQuestions()
const rows = computed<Row[] | undefined>(() => {
  const wanted = search.value.trim().toLowerCase()
  return data.value
    ?.map((r, i) => ({ ...r, id: i + 1 }))
    .filter((r) => chip.value?.holds(r) && `${r.common_name} ${r.ask.question}`.toLowerCase().includes(wanted))
})
const plant = (r: QuestionRow) =>
  r.taxon !== null
    ? { name: 'plant', params: { id: r.taxon } }
    : { name: 'unnamed-plant', params: { id: r.alone ?? 0 } }
const trial = (r: QuestionRow) => ({
  name: 'new-trial',
  query: {
    lot: r.lot?.id,
    asks: r.ask.asks,
    question: r.ask.question,
    ...(r.recipe === null ? {} : { recipe: String(r.recipe) }),
  },
})

const COLUMNS: readonly LedgerColumn<Row>[] = [
  { key: 'question', name: 'question', by: (r) => r.ask.question, phone: 'head' },
  { key: 'why', name: 'why it is open', by: (r) => r.ask.openness },
  { key: 'plant', name: 'plant', by: (r) => r.common_name, phone: 'none', extra: true },
  { key: 'lot', name: 'seed to test', by: (r) => r.lot?.stock.seeds ?? null },
  { key: 'plan', name: '' },
]
const WORDS: LedgerWords = {
  title: 'Open questions',
  find: 'plant or question',
  placeholder: 'plant or question …',
  emptyTitle: 'No question is open',
  emptyWhy: 'Plants that were never tested, steps that nobody tried and results of one trial will be listed here.',
}
</script>

<template>
  <main class="page">
    <LedgerSheet
      v-model="search"
      v-model:order="order"
      :words="WORDS"
      :columns="COLUMNS"
      first="question"
      :narrowed="narrowed"
      :rows="rows"
      :query="{ pending: isPending, error }"
      @retry="refetch"
      @choose="(r) => router.push(plant(r))"
    >
      <template #filters><ChipChoice v-model="chips" label="Which questions" :choices="CHIPS" /></template>
      <template #cell-question="{ row }">
        <RouterLink :to="plant(row)" @click.stop
          ><strong>{{ row.ask.question }}</strong></RouterLink
        >
      </template>
      <template #cell-why="{ row }">
        {{ row.ask.why }} <span class="quiet nowrap">{{ opennessWords[row.ask.openness] }}</span>
      </template>
      <template #cell-plant="{ row }">{{ row.common_name }}</template>
      <template #cell-lot="{ row }">
        <span v-if="row.lot" class="nowrap"
          ><RouterLink class="code" :to="{ name: 'lot', params: { id: row.lot.id } }" @click.stop>{{
            row.lot.code
          }}</RouterLink>
          <span class="quiet"> {{ amountWords(row.lot.stock) }}</span></span
        >
        <span v-else class="quiet">no seed left</span>
      </template>
      <template #cell-plan="{ row }">
        <RouterLink v-if="user?.may_plan && row.lot" class="nowrap" :to="trial(row)" @click.stop
          >Plan a trial</RouterLink
        >
      </template>
    </LedgerSheet>
  </main>
</template>
