<script setup lang="ts">
import { useSession } from '@/features/people'
import PageState from '@/shared/components/PageState.vue'
import { isoDay } from '@/shared/format/dates'
import { withDoubt } from '@/shared/format/numbers'
import { useStand, useStandTimeline } from '../api'
import { nextVisit } from '../logic/next'
import RipeBand from './RipeBand.vue'
import StandFacts from './StandFacts.vue'
import VisitList from './VisitList.vue'

/** A stand beside its list: when to go, how ripe it was, what is known of it, and its visits. */
const props = defineProps<{ id: number }>()
const { user } = useSession()
const { data: stand, isPending, error, refetch } = useStand(() => props.id)
const { data: timeline } = useStandTimeline(() => props.id)
const today = isoDay(new Date())
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <template v-if="stand && timeline">
    <h2>
      <RouterLink :to="{ name: 'stand', params: { id } }">{{ stand.common_name }}</RouterLink>
    </h2>
    <p class="sentence">{{ nextVisit(timeline.row) }}</p>
    <RipeBand :share="timeline.row.share_ripe" />
    <p v-if="timeline.row.estimate">
      {{ withDoubt(timeline.row.estimate.seeds, timeline.row.estimate.se_seeds) }} seeds on the stand
    </p>
    <StandFacts :stand="stand" :today="today" />
    <VisitList :visits="timeline.visits" :may-change="false" />
    <p class="go">
      <RouterLink :to="{ name: 'stand', params: { id } }">Open the stand</RouterLink>
      <RouterLink v-if="user?.may_plan" :to="{ name: 'harvest', params: { id } }">Harvest</RouterLink>
    </p>
  </template>
</template>
