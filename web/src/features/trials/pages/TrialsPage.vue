<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import EmptyState from '@/shared/components/EmptyState.vue'
import LedgerHead from '@/shared/components/LedgerHead.vue'
import LedgerTop from '@/shared/components/LedgerTop.vue'
import PageState from '@/shared/components/PageState.vue'
import { useSorted } from '@/shared/composables/useSorted'
import { useTitle } from '@/shared/composables/useTitle'
import { day } from '@/shared/format/dates'
import { percent, plural } from '@/shared/format/numbers'
import { stateWords } from '@/shared/labels'
import { useTrials, type TrialRow } from '../api'

useTitle(() => 'Trials')
const router = useRouter()
const { user } = useSession()
const search = ref('')
const { data, isPending, error, refetch } = useTrials(() => ({ search: search.value || undefined }))

const COLUMNS = [
  { key: 'code', name: 'trial' },
  { key: 'question', name: 'question' },
  { key: 'lot', name: 'lot' },
  { key: 'sown', name: 'sown' },
  { key: 'state', name: 'state' },
  { key: 'dishes', name: 'dishes', num: true },
  { key: 'up', name: 'up, all together', num: true },
]
const ORDER = { counting: 0, planned: 1, closed: 2 }
const rows = computed(() => data.value?.results ?? [])
const { sorted, sortBy, ariaSort } = useSorted<TrialRow>(
  rows,
  {
    code: (r) => r.code,
    question: (r) => r.question,
    lot: (r) => r.lot_code,
    sown: (r) => r.sow_on,
    state: (r) => ORDER[r.state],
    dishes: (r) => r.dishes,
    up: (r) => r.germinated / r.seeds,
  },
  'state',
)
</script>

<template>
  <main class="page">
    <LedgerTop
      v-model="search"
      title="Trials"
      label="Find trials by code, question or plant"
      placeholder="code, question or plant …"
    >
      <v-btn v-if="user?.may_plan" color="primary" to="/trials/new">New trial</v-btn>
    </LedgerTop>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data">
      <EmptyState
        v-if="!rows.length && !search"
        title="No trial yet"
        why="A trial asks one question of one lot: several treatments against untreated seed, each in several dishes, on places drawn at random."
      />
      <p v-else-if="!rows.length" class="sentence">No trial has “{{ search }}” in its code, question or plant.</p>
      <table v-else class="ledger sheet">
        <LedgerHead :columns="COLUMNS" :sorting="ariaSort" @sort="sortBy" />
        <tbody>
          <tr v-for="t in sorted" :key="t.id" @click="router.push({ name: 'trial', params: { id: t.id } })">
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
          </tr>
        </tbody>
      </table>
    </template>
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
