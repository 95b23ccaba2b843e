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
import { dateAsKnown } from '@/shared/format/dates'
import { plural, seeds } from '@/shared/format/numbers'
import { originWords } from '@/shared/labels'
import { useLots, type LotRow } from '../api'

useTitle(() => 'Lots')
const router = useRouter()
const { user } = useSession()
const search = ref('')
const { data, isPending, error, refetch } = useLots(search)

const COLUMNS = [
  { key: 'code', name: 'lot' },
  { key: 'name', name: 'plant' },
  { key: 'origin', name: 'from' },
  { key: 'collected', name: 'collected' },
  { key: 'place', name: 'kept at' },
  { key: 'stock', name: 'seeds left', num: true },
]
const rows = computed(() => data.value?.results ?? [])
const { sorted, sortBy, ariaSort } = useSorted<LotRow>(
  rows,
  {
    code: (r) => r.code,
    name: (r) => r.common_name,
    origin: (r) => r.origin_place,
    collected: (r) => r.collected_on,
    place: (r) => r.place || null,
    stock: (r) => r.stock.seeds,
  },
  'code',
)
</script>

<template>
  <main class="page">
    <LedgerTop
      v-model="search"
      title="Lots"
      label="Find lots by code, plant, field name or place"
      placeholder="code, plant or place …"
    >
      <v-btn v-if="user?.may_plan" color="primary" to="/lots/new">Enter a lot</v-btn>
    </LedgerTop>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <template v-if="data">
      <EmptyState
        v-if="!rows.length && !search"
        title="No seed yet"
        why="A lot is a collected quantity of seed with one history: what, where, when, and how much is left. Every trial draws from one."
      />
      <p v-else-if="!rows.length" class="sentence">
        No lot has “{{ search }}” in its code, plant, field name or place.
      </p>
      <table v-else class="ledger sheet">
        <caption class="sr-only">
          {{
            plural(rows.length, 'lot')
          }}
        </caption>
        <LedgerHead :columns="COLUMNS" :sorting="ariaSort" @sort="sortBy" />
        <tbody>
          <tr v-for="lot in sorted" :key="lot.id" @click="router.push({ name: 'lot', params: { id: lot.id } })">
            <td>
              <RouterLink class="code" :to="{ name: 'lot', params: { id: lot.id } }" @click.stop>{{
                lot.code
              }}</RouterLink>
            </td>
            <td>
              <strong>{{ lot.common_name }}</strong>
              <i v-if="lot.species_known" class="latin">{{ lot.name }}</i>
              <span v-else class="latin">species not known yet</span>
              <span v-if="lot.hazard" class="hazard" :title="lot.hazard">! {{ lot.hazard.split(':')[0] }}</span>
            </td>
            <td>{{ lot.origin_place || originWords[lot.origin_kind] }}</td>
            <td class="nowrap">{{ dateAsKnown(lot.collected_on, lot.collected_precision) }}</td>
            <td>{{ lot.place || 'no place' }}</td>
            <td class="num nowrap" :class="{ quiet: lot.stock.seeds === null }">
              {{ seeds(lot.stock.seeds, lot.stock.estimated) }}
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </main>
</template>

<style scoped>
.latin {
  margin-left: 8px;
  color: var(--ink-2);
}

.hazard {
  margin-left: 8px;
  color: var(--alert);
  font-size: 0.9rem;
}

@media (max-width: 700px) {
  .sheet td:nth-child(2) {
    grid-row: 1;
    grid-column: 1;
  }

  .sheet td:nth-child(1) {
    grid-row: 1;
    grid-column: 2;
    text-align: right;
  }

  .sheet td:nth-child(3) {
    grid-column: 1;
    color: var(--ink-2);
  }

  .sheet td:nth-child(4),
  .sheet td:nth-child(5) {
    display: none;
  }
}
</style>
