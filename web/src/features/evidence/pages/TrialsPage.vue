<script setup lang="ts">
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '@/features/people'
import { useTrials, type TrialRow } from '@/features/trials'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import type { LedgerColumn, LedgerWords } from '@/shared/components/ledger'
import LedgerSheet from '@/shared/components/LedgerSheet.vue'
import { useFigures } from '@/shared/composables/useFigures'
import { useListAddress } from '@/shared/composables/useListAddress'
import { useTitle } from '@/shared/composables/useTitle'
import ShareRidges from '@/shared/drawing/ShareRidges.vue'
import { day } from '@/shared/format/dates'
import { percentRange, plural } from '@/shared/format/numbers'
import { capital } from '@/shared/format/words'
import { stateWords } from '@/shared/labels'
import { fetchTrialFigures, type TrialFigures } from '../api'
import TrialBeside from '../components/TrialBeside.vue'

useTitle(() => 'Trials')
const router = useRouter()
const { user } = useSession()
const ORDER = { counting: 0, planned: 1, closed: 2 }
const CHIPS = [
  { value: 'all', title: 'All' },
  ...Object.keys(ORDER).map((s) => ({ value: s, title: capital(stateWords[s as keyof typeof ORDER]) })),
]
const { search, order, beside, chips, chip, narrowed } = useListAddress(CHIPS)
const { data, isPending, error, refetch } = useTrials(() => ({ search: search.value || undefined }))

const rows = computed(() => data.value?.results.filter((t) => !narrowed.value || t.state === chip.value?.value))
const { figures, see } = useFigures<TrialFigures>('trial-figures', fetchTrialFigures, (f) => f.trial)
const sharesOf = (t: TrialRow) => figures.value.get(t.id)?.treatments ?? []
/** Where a trial is read: packets are a list of results, other trials are compared. */
const pageOf = (t: TrialRow) => ({ name: t.kind === 'packet_day' ? 'packets' : 'trial', params: { id: t.id } })
/** The treatment that germinated best so far, in words. */
function best(t: TrialRow) {
  const [one] = [...sharesOf(t)].sort((a, b) => b.share - a.share)
  return one ? `${percentRange(one.lower, one.upper)} ${one.name}` : ''
}

const COLUMNS: readonly LedgerColumn<TrialRow>[] = [
  { key: 'code', name: 'trial', by: (r) => r.code, phone: 'side', kept: true },
  { key: 'question', name: 'question', by: (r) => r.question, phone: 'head', kept: true },
  { key: 'shares', name: 'germinated so far, 0 to 100 %', phone: 'left' },
  { key: 'state', name: 'state', by: (r) => ORDER[r.state], phone: 'right', kept: true },
  { key: 'sown', name: 'sown', by: (r) => r.sow_on, phone: 'none' },
  { key: 'lot', name: 'lot', by: (r) => r.lot_code, phone: 'none', extra: true },
  { key: 'dishes', name: 'dishes', num: true, by: (r) => r.dishes, phone: 'none', extra: true },
]
const WORDS: LedgerWords = {
  title: 'Trials',
  find: 'code, question or plant',
  placeholder: 'code, question or plant …',
  emptyTitle: 'No trial yet',
  emptyWhy: 'Germination trials will be listed here with the share of each treatment.',
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
      first="state"
      :narrowed="narrowed"
      :rows="rows"
      :query="{ pending: isPending, error }"
      @see="see"
      @retry="refetch"
      @choose="(row) => router.push(pageOf(row))"
    >
      <template #action>
        <v-btn v-if="user?.may_plan" variant="outlined" color="primary" to="/packet-day">Packet day</v-btn>
        <v-btn v-if="user?.may_plan" color="primary" to="/trials/new">New trial</v-btn>
      </template>
      <template #filters><ChipChoice v-model="chips" label="Which trials" :choices="CHIPS" /></template>
      <template #beside="{ id }"><TrialBeside :id="id" /></template>
      <template #cell-code="{ row }"
        ><span class="code nowrap">{{ row.code }}</span></template
      >
      <template #cell-question="{ row }">
        <RouterLink :to="pageOf(row)" @click.stop>{{ row.question }}</RouterLink>
        <div class="quiet">{{ row.lot_name }}</div>
      </template>
      <template #cell-shares="{ row }">
        <template v-if="sharesOf(row).length">
          <ShareRidges :shares="sharesOf(row)" />
          <span class="quiet best">{{ best(row) }}</span>
        </template>
        <span v-else-if="row.state === 'planned'" class="quiet"
          >{{ plural(row.treatments, 'treatment') }}, {{ plural(row.dishes, 'dish', 'dishes') }}</span
        >
      </template>
      <template #cell-state="{ row }"
        ><span class="nowrap">{{ stateWords[row.state] }}</span></template
      >
      <template #cell-sown="{ row }"
        ><span class="nowrap">{{ day(row.sow_on) }}</span></template
      >
      <template #cell-lot="{ row }"
        ><span class="code">{{ row.lot_code }}</span></template
      >
      <template #cell-dishes="{ row }">{{ plural(row.treatments, 'treatment') }}, {{ row.dishes }}</template>
    </LedgerSheet>
  </main>
</template>

<style scoped>
.best {
  font-size: 0.85rem;
}
</style>
