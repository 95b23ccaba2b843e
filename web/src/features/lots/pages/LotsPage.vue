<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import LedgerSheet, { type LedgerColumn, type LedgerWords } from '@/shared/components/LedgerSheet.vue'
import { useInAddress } from '@/shared/composables/useInAddress'
import { useTitle } from '@/shared/composables/useTitle'
import { dateAsKnown } from '@/shared/format/dates'
import { endWords, originWords, troubleWords } from '@/shared/labels'
import { useLots, type LotRow } from '../api'
import HazardWords from '../components/HazardWords.vue'
import { amountWords } from '@/shared/format/amount'

useTitle(() => 'Lots')
const router = useRouter()
const { user } = useSession()
const search = useInAddress('q')
const shown = ref(200)
const kept = useInAddress('show')
const ENDED: Record<string, boolean | undefined> = { 'in-use': false, ended: true }
const SHOWN = [
  { value: 'all', title: 'All' },
  { value: 'in-use', title: 'In use' },
  { value: 'ended', title: 'Ended' },
]
const chips = computed({
  get: () => [kept.value || 'all'],
  set: ([one]) => (kept.value = one === 'all' ? '' : (one ?? '')),
})
watch([search, kept], () => (shown.value = 200))
const { data, isPending, error, refetch } = useLots(search, shown, () => ENDED[kept.value])

const COLUMNS: readonly LedgerColumn<LotRow>[] = [
  { key: 'code', name: 'lot', by: (r) => r.code },
  { key: 'name', name: 'plant', by: (r) => r.common_name },
  { key: 'origin', name: 'from', by: (r) => r.origin_place },
  { key: 'collected', name: 'collected', by: (r) => r.collected_on },
  { key: 'place', name: 'kept at', by: (r) => r.place || null },
  { key: 'stock', name: 'seeds left', num: true, by: (r) => r.stock.seeds },
]
const WORDS: LedgerWords = {
  title: 'Lots',
  find: 'code, plant, field name or place',
  placeholder: 'code, plant or place …',
  emptyTitle: 'No seed yet',
  emptyWhy: 'Seed lots will be listed here: plant, origin, date and amount left.',
}
</script>

<template>
  <main class="page">
    <LedgerSheet
      v-model="search"
      :words="WORDS"
      :columns="COLUMNS"
      first="code"
      :rows="data?.results"
      :query="{ pending: isPending, error }"
      :total="data?.count"
      @more="shown = Math.min(500, shown + 150)"
      @retry="refetch"
      @choose="(row) => router.push({ name: 'lot', params: { id: row.id } })"
    >
      <template #action><v-btn v-if="user?.may_plan" color="primary" to="/lots/new">Add lot</v-btn></template>
      <template #filters><ChipChoice v-model="chips" label="Which lots" :choices="SHOWN" /></template>
      <template #row="{ row: lot }">
        <td>
          <RouterLink class="code" :to="{ name: 'lot', params: { id: lot.id } }" @click.stop>{{ lot.code }}</RouterLink>
        </td>
        <td>
          <strong>{{ lot.common_name }}</strong>
          <i v-if="lot.species_known" class="latin">{{ lot.name }}</i>
          <span v-else class="latin">species not known yet</span>
          <span v-if="lot.form" class="latin">{{ lot.form }}</span>
          <HazardWords :hazards="lot.hazards" />
          <span v-if="lot.trouble && lot.trouble !== 'visitors'" class="hazard"
            >quarantine: {{ troubleWords[lot.trouble] }}</span
          >
        </td>
        <td>
          {{ lot.origin_place || originWords[lot.origin_kind] }}
          <span v-for="(words, name) in lot.facts" :key="name" class="latin">{{ words }}</span>
        </td>
        <td class="nowrap">{{ dateAsKnown(lot.collected_on, lot.collected_precision) }}</td>
        <td>{{ lot.place || 'no place' }}</td>
        <td class="num nowrap" :class="{ quiet: lot.stock.seeds === null }">
          {{ lot.ended ? endWords[lot.ended] : amountWords(lot.stock) }}
        </td>
      </template>
    </LedgerSheet>
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
