<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import LedgerSheet, { type LedgerColumn, type LedgerWords } from '@/shared/components/LedgerSheet.vue'
import { useInAddress } from '@/shared/composables/useInAddress'
import { useTitle } from '@/shared/composables/useTitle'
import { day, weekdayShort } from '@/shared/format/dates'
import { percent, withDoubt } from '@/shared/format/numbers'
import { outcomeWords, watchWords } from '@/shared/labels'
import { useStands, type StandRow } from '../api'
import StandLine from '../components/StandLine.vue'

useTitle(() => 'Stands')
const router = useRouter()
const { user } = useSession()
const search = useInAddress('q')
const { data, isPending, error, refetch } = useStands(search)

const PRESSING: StandRow['state'][] = ['may_be_gone', 'overdue', 'due']
/** Visits of today by place, the most pressing first. */
const today = computed(() =>
  (data.value?.results ?? [])
    .filter((s) => PRESSING.includes(s.state))
    .sort(
      (a, b) => a.place_name.localeCompare(b.place_name, 'en') || PRESSING.indexOf(a.state) - PRESSING.indexOf(b.state),
    ),
)
const places = computed(() => [...new Set(today.value.map((s) => s.place_name))])

const COLUMNS: readonly LedgerColumn<StandRow>[] = [
  { key: 'plant', name: 'plant', by: (r) => r.common_name },
  { key: 'place', name: 'place', by: (r) => r.place_name },
  { key: 'ripe', name: 'ripe', num: true, by: (r) => r.share_ripe },
  { key: 'yield', name: 'seed on the stand', num: true, by: (r) => r.estimate?.seeds ?? null },
  { key: 'next', name: 'next visit', by: (r) => r.next_on },
  { key: 'last', name: 'last season', by: (r) => r.last_end_on },
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
    <section v-if="today.length && !search" class="today">
      <h2>Visit today</h2>
      <div class="places">
        <div v-for="place in places" :key="place">
          <h3 class="ruled">{{ place }}</h3>
          <StandLine v-for="s in today.filter((t) => t.place_name === place)" :key="s.id" :stand="s" here />
        </div>
      </div>
    </section>
    <LedgerSheet
      v-model="search"
      :words="WORDS"
      :columns="COLUMNS"
      first="next"
      :rows="data?.results"
      :query="{ pending: isPending, error }"
      @retry="refetch"
      @choose="(row) => router.push({ name: 'stand', params: { id: row.id } })"
    >
      <template #action><v-btn v-if="user?.may_plan" color="primary" to="/stands/new">Add stand</v-btn></template>
      <template #row="{ row: s }">
        <td>
          <RouterLink :to="{ name: 'stand', params: { id: s.id } }" @click.stop
            ><strong>{{ s.common_name }}</strong></RouterLink
          >
          <i v-if="s.species_known" class="latin">{{ s.name }}</i>
          <span v-else class="latin">species not known yet</span>
          <span v-if="s.protected" class="mark">protected</span>
          <span v-if="s.leave_missing" class="mark">no leave</span>
        </td>
        <td>{{ s.place_name }}</td>
        <td class="num">{{ s.share_ripe === null ? '–' : `${percent(s.share_ripe)} %` }}</td>
        <td class="num nowrap">{{ s.estimate ? withDoubt(s.estimate.seeds, s.estimate.se_seeds) : '–' }}</td>
        <td class="nowrap" :class="{ late: s.state === 'may_be_gone' || s.state === 'overdue' }">
          {{ s.state === 'later' && s.next_on ? weekdayShort(s.next_on) : watchWords[s.state] }}
          <span v-if="s.state === 'later' && s.next_on" class="quiet"> {{ s.next_on.slice(0, 4) }}</span>
        </td>
        <td>
          {{ s.last_end_on ? `${s.last_end ? outcomeWords[s.last_end] : 'harvested'}, ${day(s.last_end_on)}` : '–' }}
        </td>
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

.latin {
  margin-left: 8px;
  color: var(--ink-2);
}

.mark {
  margin-left: 8px;
  color: var(--alert);
  font-size: 0.9rem;
}

@media (max-width: 700px) {
  .sheet td:nth-child(4),
  .sheet td:nth-child(6) {
    display: none;
  }
}
</style>
