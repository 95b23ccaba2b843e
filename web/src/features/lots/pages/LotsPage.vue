<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import { addressOf } from '@/shared/api/bench'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import type { LedgerColumn, LedgerWords } from '@/shared/components/ledger'
import LedgerSheet from '@/shared/components/LedgerSheet.vue'
import { useFigures } from '@/shared/composables/useFigures'
import { useListAddress } from '@/shared/composables/useListAddress'
import { useTitle } from '@/shared/composables/useTitle'
import { amountWords } from '@/shared/format/amount'
import { ageOf, dateAsKnown } from '@/shared/format/dates'
import { endWords, lotTaskWords, originWords, troubleWords } from '@/shared/labels'
import { fetchLotFigures, useLotPages, type LotFigures, type LotRow } from '../api'
import HazardWords from '../components/HazardWords.vue'
import LotBeside from '../components/LotBeside.vue'
import LotWorth from '../components/LotWorth.vue'
import MoveTogether from '../components/MoveTogether.vue'

useTitle(() => 'Lots')
const router = useRouter()
const { user } = useSession()
const SHOWN = [
  { value: 'all', title: 'All', asks: {} },
  { value: 'in-use', title: 'In use', asks: { ended: false } },
  { value: 'untested', title: 'Never tested', asks: { tested: false, ended: false } },
  { value: 'trouble', title: 'In trouble', asks: { trouble: true } },
  { value: 'ended', title: 'Ended', asks: { ended: true } },
]
const { search, order, beside, chips, chip, narrowed } = useListAddress(SHOWN)
const { rows, see, pending, error, refetch } = useLotPages(() => ({
  ...chip.value?.asks,
  search: search.value,
  order: order.value || 'code',
}))
const { figures, see: seeFigures } = useFigures<LotFigures>('lot-figures', fetchLotFigures, (f) => f.lot)
function inView(ids: number[], first: number, last: number) {
  see(first, last)
  seeFigures(ids)
}
/** The form that is open for the selected lots. */
const moving = ref(false)
const idsOf = (lots: readonly LotRow[]) => lots.map((l) => l.id)

const COLUMNS: readonly LedgerColumn<LotRow>[] = [
  { key: 'code', name: 'lot', by: (r) => r.code, phone: 'right', kept: true },
  { key: 'name', name: 'plant', by: (r) => r.common_name, phone: 'head', kept: true },
  { key: 'stock', name: 'seeds left', num: true, by: (r) => r.stock.seeds, phone: 'side', kept: true },
  { key: 'worth', name: 'last test', phone: 'left' },
  { key: 'next', name: 'next' },
  { key: 'collected', name: 'collected', by: (r) => r.collected_on, phone: 'none' },
  { key: 'origin', name: 'from', by: (r) => r.origin_place, phone: 'none' },
  { key: 'place', name: 'kept at', by: (r) => r.place || null, phone: 'none', extra: true },
]
const WORDS: LedgerWords = {
  title: 'Lots',
  find: 'code, plant, field name or place',
  placeholder: 'code, plant or place …',
  emptyTitle: 'No seed yet',
  emptyWhy: 'Seed lots will be listed here: plant, amount left, last test, and what to do next.',
}
</script>

<template>
  <main class="page">
    <LedgerSheet
      v-model="search"
      v-model:order="order"
      v-model:beside="beside"
      :words="WORDS"
      :columns="COLUMNS"
      first="code"
      sorted
      :narrowed="narrowed"
      :rows="rows"
      :query="{ pending, error }"
      @see="inView"
      @retry="refetch"
      @choose="(row) => router.push({ name: 'lot', params: { id: row.id } })"
    >
      <template #action><v-btn v-if="user?.may_plan" color="primary" to="/lots/new">Add lot</v-btn></template>
      <template #filters><ChipChoice v-model="chips" label="Which lots" :choices="SHOWN" /></template>
      <template v-if="user?.may_plan" #selected="{ rows: chosen, clear }">
        <RouterLink :to="{ name: 'labels', query: { lot: idsOf(chosen) } }">Print labels</RouterLink>
        <button type="button" class="text-link" @click="moving = !moving">Move</button>
        <RouterLink :to="{ name: 'plan', query: { lot: idsOf(chosen) } }">Plan treatments</RouterLink>
        <RouterLink v-if="chosen.length === 1" :to="{ name: 'new-trial', query: { lot: idsOf(chosen) } }"
          >New trial</RouterLink
        >
        <template v-else>
          <RouterLink :to="{ name: 'new-trial', query: { lot: idsOf(chosen) } }">Test these together</RouterLink>
          <RouterLink :to="{ name: 'new-packet-day', query: { lot: idsOf(chosen) } }">Packet day</RouterLink>
        </template>
        <a :href="addressOf(`/api/v1/lots/export/lots.csv/?ids=${idsOf(chosen).join(',')}`)" download>Export</a>
        <MoveTogether
          v-if="moving"
          :lots="chosen"
          @leave="moving = false"
          @done="
            () => {
              moving = false
              clear()
            }
          "
        />
      </template>
      <template #beside="{ id }"><LotBeside :id="id" /></template>
      <template #cell-code="{ row }">
        <RouterLink class="code nowrap" :to="{ name: 'lot', params: { id: row.id } }" @click.stop>{{
          row.code
        }}</RouterLink>
      </template>
      <template #cell-name="{ row }">
        <strong>{{ row.common_name }}</strong>
        <i v-if="row.species_known" class="latin">{{ row.name }}</i>
        <span v-else class="latin">species not known yet</span>
        <span v-if="row.form" class="latin">{{ row.form }}</span>
        <HazardWords :hazards="row.hazards" />
        <span v-if="row.trouble && row.trouble !== 'visitors'" class="hazard"
          >quarantine: {{ troubleWords[row.trouble] }}</span
        >
      </template>
      <template #cell-stock="{ row }">
        <span class="nowrap" :class="{ quiet: row.stock.seeds === null }">
          {{ row.ended ? endWords[row.ended] : amountWords(row.stock) }}
        </span>
      </template>
      <template #cell-worth="{ row }"><LotWorth :figures="figures.get(row.id)" /></template>
      <template #cell-next="{ row }">
        <template v-if="figures.get(row.id)?.next">{{ lotTaskWords[figures.get(row.id)!.next!.task] }}</template>
      </template>
      <template #cell-collected="{ row }">
        <span class="nowrap">{{ dateAsKnown(row.collected_on, row.collected_precision) }}</span>
        <span v-if="row.collected_on" class="quiet nowrap age">{{ ageOf(row.collected_on) }}</span>
      </template>
      <template #cell-origin="{ row }">
        {{ row.origin_place || originWords[row.origin_kind] }}
        <span v-for="(words, name) in row.facts" :key="name" class="latin">{{ words }}</span>
      </template>
      <template #cell-place="{ row }">{{ row.place || 'no place' }}</template>
    </LedgerSheet>
  </main>
</template>

<style scoped>
.latin {
  margin-left: 8px;
  color: var(--ink-2);
}

.age {
  display: block;
  margin: 0;
}

.hazard {
  margin-left: 8px;
  color: var(--alert);
  font-size: 0.9rem;
}
</style>
