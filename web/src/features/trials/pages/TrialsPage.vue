<script setup lang="ts">
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import LedgerSheet, { type LedgerColumn, type LedgerWords } from '@/shared/components/LedgerSheet.vue'
import { useInAddress } from '@/shared/composables/useInAddress'
import { useTitle } from '@/shared/composables/useTitle'
import { day } from '@/shared/format/dates'
import { percent, plural } from '@/shared/format/numbers'
import { stateWords } from '@/shared/labels'
import { useTrials, type TrialRow } from '../api'

useTitle(() => 'Trials')
const router = useRouter()
const { user } = useSession()
const search = useInAddress('q')
const { data, isPending, error, refetch } = useTrials(() => ({ search: search.value || undefined }))

const ORDER = { counting: 0, planned: 1, closed: 2 }
const COLUMNS: readonly LedgerColumn<TrialRow>[] = [
  { key: 'code', name: 'trial', by: (r) => r.code },
  { key: 'question', name: 'question', by: (r) => r.question },
  { key: 'lot', name: 'lot', by: (r) => r.lot_code },
  { key: 'sown', name: 'sown', by: (r) => r.sow_on },
  { key: 'state', name: 'state', by: (r) => ORDER[r.state] },
  { key: 'dishes', name: 'dishes', num: true, by: (r) => r.dishes },
  { key: 'up', name: 'germinated', num: true, by: (r) => r.germinated / r.seeds },
]
const WORDS: LedgerWords = {
  title: 'Trials',
  find: 'code, question or plant',
  placeholder: 'code, question or plant …',
  emptyTitle: 'No trial yet',
  emptyWhy: 'Germination trials will be listed here with their results.',
}
</script>

<template>
  <main class="page">
    <LedgerSheet
      v-model="search"
      :words="WORDS"
      :columns="COLUMNS"
      first="state"
      :rows="data?.results"
      :query="{ pending: isPending, error }"
      @retry="refetch"
      @choose="(row) => router.push({ name: 'trial', params: { id: row.id } })"
    >
      <template #action><v-btn v-if="user?.may_plan" color="primary" to="/trials/new">New trial</v-btn></template>
      <template #row="{ row: t }">
        <td class="code">{{ t.code }}</td>
        <td>
          <RouterLink :to="{ name: 'trial', params: { id: t.id } }" @click.stop>{{ t.question }}</RouterLink>
          <div class="quiet">{{ t.lot_name }}</div>
        </td>
        <td class="code">{{ t.lot_code }}</td>
        <td class="nowrap">{{ day(t.sow_on) }}</td>
        <td class="nowrap">{{ stateWords[t.state] }}</td>
        <td class="num">{{ plural(t.treatments, 'treatment') }}, {{ t.dishes }}</td>
        <td class="num nowrap">
          {{ t.state === 'planned' ? '–' : `${t.germinated} of ${t.seeds}, ${percent(t.germinated / t.seeds)} %` }}
        </td>
      </template>
    </LedgerSheet>
  </main>
</template>

<style scoped>
@media (max-width: 700px) {
  .sheet td:nth-child(2) {
    grid-column: 1 / -1;
  }

  .sheet td:nth-child(3),
  .sheet td:nth-child(4),
  .sheet td:nth-child(6) {
    display: none;
  }

  .sheet td:nth-child(5) {
    grid-row: 1;
    grid-column: 2;
  }
}
</style>
