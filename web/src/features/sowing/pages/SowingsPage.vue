<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import type { LedgerColumn, LedgerWords } from '@/shared/components/ledger'
import LedgerSheet from '@/shared/components/LedgerSheet.vue'
import { useListAddress } from '@/shared/composables/useListAddress'
import { useTitle } from '@/shared/composables/useTitle'
import TrayDrawing from '@/shared/drawing/TrayDrawing.vue'
import { day, isoDay, weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { sowingTaskWords } from '@/shared/labels'
import { useSowings, type SowingRow } from '../api'
import SeedlingsWaiting from '../components/SeedlingsWaiting.vue'
import SowingBeside from '../components/SowingBeside.vue'

useTitle(() => 'Sowing')
const router = useRouter()
const { user } = useSession()
const CHIPS = [
  { value: 'all', title: 'All', holds: () => true },
  { value: 'to-sow', title: 'To sow', holds: (r: SowingRow) => !r.sown && !r.given_up },
  { value: 'growing', title: 'Growing', holds: (r: SowingRow) => r.sown && r.next_task !== null },
  { value: 'done', title: 'Done', holds: (r: SowingRow) => r.given_up || r.next_task === null },
]
const { search, order, beside, chips, chip, narrowed } = useListAddress(CHIPS)
const { data, isPending, error, refetch } = useSowings()
const today = isoDay(new Date())
const rows = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  return data.value?.filter(
    (r) => chip.value?.holds(r) && `${r.code} ${r.lot_name} ${r.lot_code}`.toLowerCase().includes(wanted),
  )
})

const COLUMNS: readonly LedgerColumn<SowingRow>[] = [
  { key: 'next', name: 'next', by: (r) => r.next_on, phone: 'head', kept: true },
  { key: 'code', name: 'sowing', by: (r) => r.code, phone: 'side' },
  { key: 'name', name: 'plant', by: (r) => r.lot_name, phone: 'left', kept: true },
  { key: 'tray', name: 'plants of those wanted', by: (r) => (r.plants === null ? null : r.plants / r.plants_wanted) },
  { key: 'wanted', name: 'wanted', by: (r) => r.wanted_on, phone: 'right', kept: true },
  { key: 'seeds', name: 'seeds', num: true, by: (r) => r.seeds, phone: 'none' },
]
const WORDS: LedgerWords = {
  title: 'Sowing',
  find: 'code or plant',
  placeholder: 'code or plant …',
  emptyTitle: 'Nothing is planned to be sown',
  emptyWhy: 'Sowing plans will be listed here: cells, trays and days, planned back from when you want plants.',
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
      first="next"
      :rows="rows"
      :query="{ pending: isPending, error }"
      @retry="refetch"
      @choose="(r) => router.push({ name: 'sowing', params: { id: r.id } })"
    >
      <template #action>
        <v-btn v-if="user?.may_plan" color="primary" to="/sowing/new">Plan a sowing</v-btn>
      </template>
      <template #filters><ChipChoice v-model="chips" label="Which sowings" :choices="CHIPS" /></template>
      <template #beside="{ id }"><SowingBeside :id="id" /></template>
      <template #cell-next="{ row }">
        <template v-if="row.next_task && row.next_on">
          <strong>{{ sowingTaskWords[row.next_task] }}</strong>
          <span :class="row.next_on < today ? 'late' : 'quiet'"> {{ weekdayShort(row.next_on) }}</span>
        </template>
        <span v-else class="quiet">{{ row.given_up ? 'cancelled' : 'done' }}</span>
      </template>
      <template #cell-code="{ row }">
        <RouterLink class="code nowrap" :to="{ name: 'sowing', params: { id: row.id } }" @click.stop>{{
          row.code
        }}</RouterLink>
      </template>
      <template #cell-name="{ row }">{{ row.lot_name }}</template>
      <template #cell-tray="{ row }">
        <span v-if="row.plants !== null" class="tray">
          <TrayDrawing
            :cells="row.plants_wanted"
            :filled="row.plants_wanted"
            :actual="row.plants"
            :width="90"
            :label="`${row.plants} of ${row.plants_wanted} plants`"
          />
          <span class="nowrap">{{ row.plants }} of {{ row.plants_wanted }}</span>
        </span>
        <span v-else class="quiet">{{ row.sown ? 'not counted' : 'not sown' }}</span>
      </template>
      <template #cell-wanted="{ row }"
        ><span class="nowrap">{{ row.plants_wanted }} by {{ day(row.wanted_on) }}</span></template
      >
      <template #cell-seeds="{ row }">{{ plural(row.seeds, 'seed') }}</template>
    </LedgerSheet>
    <SeedlingsWaiting v-if="user?.may_count" />
  </main>
</template>

<style scoped>
.tray {
  display: grid;
  grid-template-columns: 90px auto;
  gap: 10px;
  align-items: center;
  justify-content: start;
}
</style>
