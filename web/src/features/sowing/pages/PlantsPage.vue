<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import LedgerSheet, { type LedgerColumn, type LedgerWords } from '@/shared/components/LedgerSheet.vue'
import { useInAddress } from '@/shared/composables/useInAddress'
import { useTitle } from '@/shared/composables/useTitle'
import { percent, plural } from '@/shared/format/numbers'
import { opennessWords } from '@/shared/labels'
import { useKnowledge, type KnowledgeRow } from '../api'
import PlantFacts from '../components/PlantFacts.vue'

type Row = KnowledgeRow & { id: number }

useTitle(() => 'Plants')
const router = useRouter()
const { user } = useSession()
const { data, isPending, error, refetch } = useKnowledge()
const search = useInAddress('q')
const adding = ref(false)
const rows = computed<Row[] | undefined>(() => {
  const wanted = search.value.trim().toLowerCase()
  return data.value
    ?.map((r) => ({ ...r, id: r.taxon ?? -(r.lot ?? 0) }))
    .filter((r) => `${r.common_name} ${r.name} ${r.best_name}`.toLowerCase().includes(wanted))
})
const to = (r: KnowledgeRow) =>
  r.taxon !== null ? { name: 'plant', params: { id: r.taxon } } : { name: 'unnamed-plant', params: { id: r.lot ?? 0 } }

const COLUMNS: readonly LedgerColumn<Row>[] = [
  { key: 'name', name: 'plant', by: (r) => r.common_name },
  { key: 'best', name: 'best so far', by: (r) => r.best_name || null },
  { key: 'share', name: 'germinated', num: true, by: (r) => r.best_share },
  { key: 'open', name: 'the question', by: (r) => r.openness },
  { key: 'trials', name: 'trials', num: true, by: (r) => r.trials },
  { key: 'lots', name: 'lots', num: true, by: (r) => r.lots },
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
      <template #row="{ row }">
        <td>
          <RouterLink :to="to(row)" @click.stop
            ><strong>{{ row.common_name }}</strong></RouterLink
          >
          <i v-if="row.taxon !== null" class="latin">{{ row.name }}</i>
          <span v-else class="latin">species not known yet</span>
        </td>
        <td>{{ row.best_name || '–' }}</td>
        <td class="num">{{ row.best_share === null ? '–' : `${percent(row.best_share)} %` }}</td>
        <td :class="{ quiet: row.openness === 'answered' }">{{ opennessWords[row.openness] }}</td>
        <td class="num">{{ plural(row.trials, 'trial') }}</td>
        <td class="num">{{ plural(row.lots, 'lot') }}</td>
      </template>
    </LedgerSheet>
    <section v-if="adding" aria-label="A new plant">
      <h2 class="ruled">A new plant</h2>
      <PlantFacts @done="adding = false" />
    </section>
  </main>
</template>

<style scoped>
.latin {
  margin-left: 8px;
  color: var(--ink-2);
}
</style>
