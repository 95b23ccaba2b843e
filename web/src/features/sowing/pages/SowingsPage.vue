<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import LedgerSheet, { type LedgerColumn, type LedgerWords } from '@/shared/components/LedgerSheet.vue'
import { useInAddress } from '@/shared/composables/useInAddress'
import { useTitle } from '@/shared/composables/useTitle'
import { day, isoDay, weekdayShort } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { sowingTaskWords } from '@/shared/labels'
import { useSowings, type SowingRow } from '../api'
import SeedlingsWaiting from '../components/SeedlingsWaiting.vue'

useTitle(() => 'Sowing')
const router = useRouter()
const { user } = useSession()
const { data, isPending, error, refetch } = useSowings()
const search = useInAddress('q')
const today = isoDay(new Date())
const rows = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  return data.value?.filter((r) => `${r.code} ${r.lot_name} ${r.lot_code}`.toLowerCase().includes(wanted))
})

const COLUMNS: readonly LedgerColumn<SowingRow>[] = [
  { key: 'next', name: 'next', by: (r) => r.next_on },
  { key: 'code', name: 'sowing', by: (r) => r.code },
  { key: 'name', name: 'plant', by: (r) => r.lot_name },
  { key: 'wanted', name: 'wanted', by: (r) => r.wanted_on },
  { key: 'seeds', name: 'seeds', num: true, by: (r) => r.seeds },
  { key: 'plants', name: 'plants', num: true, by: (r) => r.plants },
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
      <template #row="{ row }">
        <td>
          <template v-if="row.next_task && row.next_on">
            <strong>{{ sowingTaskWords[row.next_task] }}</strong>
            <span :class="row.next_on < today ? 'late' : 'quiet'"> {{ weekdayShort(row.next_on) }}</span>
          </template>
          <span v-else class="quiet">{{ row.given_up ? 'cancelled' : 'done' }}</span>
        </td>
        <td>
          <RouterLink class="code" :to="{ name: 'sowing', params: { id: row.id } }" @click.stop>{{
            row.code
          }}</RouterLink>
        </td>
        <td>{{ row.lot_name }}</td>
        <td class="nowrap">{{ row.plants_wanted }} by {{ day(row.wanted_on) }}</td>
        <td class="num">{{ plural(row.seeds, 'seed') }}</td>
        <td class="num">{{ row.plants ?? (row.sown ? 'not counted' : 'not sown') }}</td>
      </template>
    </LedgerSheet>
    <SeedlingsWaiting v-if="user?.may_count" />
  </main>
</template>
