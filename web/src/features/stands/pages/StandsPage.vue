<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import type { LedgerColumn, LedgerWords } from '@/shared/components/ledger'
import LedgerSheet from '@/shared/components/LedgerSheet.vue'
import { useListAddress } from '@/shared/composables/useListAddress'
import { useTitle } from '@/shared/composables/useTitle'
import { day, weekdayShort } from '@/shared/format/dates'
import { withDoubt } from '@/shared/format/numbers'
import { outcomeWords, watchWords } from '@/shared/labels'
import { useStands, type StandRow } from '../api'
import RipeBand from '../components/RipeBand.vue'
import StandBeside from '../components/StandBeside.vue'
import StandLine from '../components/StandLine.vue'

useTitle(() => 'Stands')
const router = useRouter()
const { user } = useSession()
const CHIPS = [
  { value: 'all', title: 'All', holds: () => true },
  { value: 'now', title: 'To visit now', holds: (s: StandRow) => PRESSING.includes(s.state) },
  { value: 'permission', title: 'No permission yet', holds: (s: StandRow) => s.leave_missing },
]
const { search, order, beside, chips, chip, narrowed } = useListAddress(CHIPS)
const { data, isPending, error, refetch } = useStands(search)

const PRESSING: StandRow['state'][] = ['may_be_gone', 'overdue', 'due']
/** Visits of today, that first of which waiting would lose most, as on Today. */
const today = computed(() =>
  (data.value?.results ?? [])
    .filter((s) => PRESSING.includes(s.state))
    .sort(
      (a, b) =>
        (b.waiting_loses ?? 0) - (a.waiting_loses ?? 0) || PRESSING.indexOf(a.state) - PRESSING.indexOf(b.state),
    ),
)
const rows = computed(() => data.value?.results.filter((s) => chip.value?.holds(s)))
const places = computed(() => [...new Set(today.value.map((s) => s.place_name))])

const COLUMNS: readonly LedgerColumn<StandRow>[] = [
  { key: 'plant', name: 'plant', by: (r) => r.common_name, phone: 'head', kept: true },
  { key: 'season', name: 'season', phone: 'left' },
  { key: 'next', name: 'next visit', by: (r) => r.next_on, phone: 'side', kept: true },
  { key: 'yield', name: 'seed on the stand', num: true, by: (r) => r.estimate?.seeds ?? null, phone: 'none' },
  { key: 'place', name: 'place', by: (r) => r.place_name, phone: 'right' },
  { key: 'last', name: 'last season', by: (r) => r.last_end_on, phone: 'none' },
]
const WORDS: LedgerWords = {
  title: 'Stands',
  find: 'plant, field name, place or habitat',
  placeholder: 'plant or place …',
  emptyTitle: 'No stand to watch yet',
  emptyWhy: 'Stands (plants of one kind at one place) will be listed here, with the day to visit each.',
}
</script>

<template>
  <main class="page">
    <section v-if="today.length && !search && !narrowed && !beside" class="today">
      <h2>
        Visit today
        <RouterLink v-if="places.length > 1" to="/route" class="route"
          >Route through {{ places.length }} places</RouterLink
        >
      </h2>
      <div class="places">
        <div v-for="place in places" :key="place">
          <h3 class="ruled">{{ place }}</h3>
          <StandLine v-for="s in today.filter((t) => t.place_name === place)" :key="s.id" :stand="s" here />
        </div>
      </div>
    </section>
    <LedgerSheet
      v-model="search"
      v-model:order="order"
      v-model:beside="beside"
      :words="WORDS"
      :columns="COLUMNS"
      first="next"
      :narrowed="narrowed"
      :rows="rows"
      :query="{ pending: isPending, error }"
      @retry="refetch"
      @choose="(row) => router.push({ name: 'stand', params: { id: row.id } })"
    >
      <template #action><v-btn v-if="user?.may_plan" color="primary" to="/stands/new">Add stand</v-btn></template>
      <template #filters><ChipChoice v-model="chips" label="Which stands" :choices="CHIPS" /></template>
      <template #beside="{ id }"><StandBeside :id="id" /></template>
      <template #cell-plant="{ row }">
        <RouterLink :to="{ name: 'stand', params: { id: row.id } }" @click.stop
          ><strong>{{ row.common_name }}</strong></RouterLink
        >
        <i v-if="row.species_known" class="latin">{{ row.name }}</i>
        <span v-else class="latin">species not known yet</span>
        <span v-if="row.protected" class="mark">protected</span>
        <span v-if="row.leave_missing" class="mark">no permission</span>
      </template>
      <template #cell-season="{ row }"><RipeBand :share="row.share_ripe" /></template>
      <template #cell-next="{ row }">
        <span class="nowrap" :class="{ late: row.state === 'may_be_gone' || row.state === 'overdue' }">
          {{ row.state === 'later' && row.next_on ? weekdayShort(row.next_on) : watchWords[row.state] }}
          <span v-if="row.state === 'later' && row.next_on" class="quiet"> {{ row.next_on.slice(0, 4) }}</span>
        </span>
      </template>
      <template #cell-yield="{ row }"
        ><span class="nowrap">{{
          row.estimate ? withDoubt(row.estimate.seeds, row.estimate.se_seeds) : '–'
        }}</span></template
      >
      <template #cell-place="{ row }">{{ row.place_name }}</template>
      <template #cell-last="{ row }">
        {{
          row.last_end_on ? `${row.last_end ? outcomeWords[row.last_end] : 'harvested'}, ${day(row.last_end_on)}` : '–'
        }}
      </template>
    </LedgerSheet>
  </main>
</template>

<style scoped>
.today {
  margin-bottom: 28px;
}

.places {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(380px, 100%), 1fr));
  gap: 8px 48px;
  margin-top: 8px;
}

.route {
  margin-left: 12px;
  font: 0.95rem var(--text);
}

.latin {
  margin-left: 8px;
  color: var(--ink-2);
}

.mark {
  margin-left: 8px;
  color: var(--alert);
  font-size: 0.9rem;
}
</style>
