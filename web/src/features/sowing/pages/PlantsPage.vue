<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import type { LedgerColumn, LedgerWords } from '@/shared/components/ledger'
import LedgerSheet from '@/shared/components/LedgerSheet.vue'
import { useListAddress } from '@/shared/composables/useListAddress'
import { useTitle } from '@/shared/composables/useTitle'
import IntervalTrack from '@/shared/drawing/IntervalTrack.vue'
import { percentRange, plural } from '@/shared/format/numbers'
import { opennessWords } from '@/shared/labels'
import { useKnowledge, type KnowledgeRow } from '../api'
import PlantBeside from '../components/PlantBeside.vue'
import PlantFacts from '../components/PlantFacts.vue'

type Row = KnowledgeRow & { id: number }

useTitle(() => 'Plants')
const router = useRouter()
const { user } = useSession()
const CHIPS = [
  { value: 'all', title: 'All', holds: () => true },
  { value: 'open', title: 'Open questions', holds: (r: KnowledgeRow) => r.openness !== 'answered' },
  { value: 'untested', title: 'Never tested', holds: (r: KnowledgeRow) => r.trials === 0 },
]
const { search, order, beside, chips, chip, narrowed } = useListAddress(CHIPS)
const { data, isPending, error, refetch } = useKnowledge()
const adding = ref(false)
const rows = computed<Row[] | undefined>(() => {
  const wanted = search.value.trim().toLowerCase()
  return data.value
    ?.map((r) => ({ ...r, id: r.taxon ?? -(r.lot ?? 0) }))
    .filter((r) => chip.value?.holds(r))
    .filter((r) => `${r.common_name} ${r.name} ${r.best_name}`.toLowerCase().includes(wanted))
})
const to = (r: KnowledgeRow) =>
  r.taxon !== null ? { name: 'plant', params: { id: r.taxon } } : { name: 'unnamed-plant', params: { id: r.lot ?? 0 } }

const COLUMNS: readonly LedgerColumn<Row>[] = [
  { key: 'name', name: 'plant', by: (r) => r.common_name, phone: 'head', kept: true },
  { key: 'share', name: 'best so far, average lot', by: (r) => r.best_share, phone: 'left', kept: true },
  { key: 'best', name: 'with', by: (r) => r.best_name || null, phone: 'right' },
  { key: 'open', name: 'the question', by: (r) => r.openness, phone: 'side' },
  { key: 'trials', name: 'trials', num: true, by: (r) => r.trials, phone: 'none' },
  { key: 'lots', name: 'lots', num: true, by: (r) => r.lots, phone: 'none' },
]
const WORDS: LedgerWords = {
  title: 'Plants',
  find: 'plant or recipe',
  placeholder: 'plant or recipe …',
  emptyTitle: 'No plants yet',
  emptyWhy: 'Plants will be listed here with their results over all trials, lots and years.',
}
</script>

<template>
  <main class="page">
    <LedgerSheet
      v-model="search"
      v-model:order="order"
      v-model:beside="beside"
      :narrowed="narrowed"
      :words="WORDS"
      :columns="COLUMNS"
      first="name"
      :rows="rows"
      :query="{ pending: isPending, error }"
      @retry="refetch"
      @choose="(r) => router.push(to(r))"
    >
      <template #action>
        <v-btn v-if="user?.may_plan" color="primary" @click="adding = !adding">Add a plant</v-btn>
      </template>
      <template #filters><ChipChoice v-model="chips" label="Which plants" :choices="CHIPS" /></template>
      <template #beside="{ id }"><PlantBeside :id="id" /></template>
      <template #cell-name="{ row }">
        <RouterLink :to="to(row)" @click.stop
          ><strong>{{ row.common_name }}</strong></RouterLink
        >
        <i v-if="row.taxon !== null" class="latin">{{ row.name }}</i>
        <span v-else class="latin">species not known yet</span>
      </template>
      <template #cell-share="{ row }">
        <span v-if="row.best_share !== null" class="share">
          <IntervalTrack :lower="row.best_lower ?? 0" :upper="row.best_upper ?? 1" :middle="row.best_share" />
          <span class="nowrap">{{ percentRange(row.best_lower ?? 0, row.best_upper ?? 1) }}</span>
        </span>
        <span v-else class="quiet">no trial counted</span>
      </template>
      <template #cell-best="{ row }">{{ row.best_name }}</template>
      <template #cell-open="{ row }"
        ><span :class="{ quiet: row.openness === 'answered' }">{{ opennessWords[row.openness] }}</span></template
      >
      <template #cell-trials="{ row }">{{ plural(row.trials, 'trial') }}</template>
      <template #cell-lots="{ row }">{{ plural(row.lots, 'lot') }}</template>
    </LedgerSheet>
    <section v-if="adding" aria-label="A new plant">
      <h2 class="ruled">A new plant</h2>
      <PlantFacts @done="adding = false" />
    </section>
  </main>
</template>

<style scoped>
.share {
  display: grid;
  grid-template-columns: minmax(60px, 130px) auto;
  gap: 10px;
  align-items: center;
  justify-content: start;
}

.latin {
  margin-left: 8px;
  color: var(--ink-2);
}
</style>
