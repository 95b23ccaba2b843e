<script setup lang="ts">
import { computed } from 'vue'
import { useSession } from '@/features/people'
import PageState from '@/shared/components/PageState.vue'
import QuotedText from '@/shared/components/QuotedText.vue'
import IntervalTrack from '@/shared/drawing/IntervalTrack.vue'
import { isoDay } from '@/shared/format/dates'
import { percent, percentRange, plural } from '@/shared/format/numbers'
import { useOverview } from '../api'
import NextSteps from './NextSteps.vue'

/** A trial beside its list: what it asks and says so far, the share of each treatment, and what comes next. */
const props = defineProps<{ id: number }>()
const { user } = useSession()
const { data: trial, isPending, error, refetch } = useOverview(() => props.id)
const counted = computed(() => trial.value?.furrows.some((f) => f.share !== null) ?? false)
const today = isoDay(new Date())
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <template v-if="trial">
    <h2>
      <RouterLink :to="{ name: 'trial', params: { id } }"
        ><span class="code">{{ trial.code }}</span> {{ trial.question }}</RouterLink
      >
    </h2>
    <p class="quiet">{{ trial.lot_name }}</p>
    <p v-if="trial.sentence" class="sentence"><QuotedText :text="trial.sentence" /></p>
    <ul class="plain shares">
      <li v-for="f in trial.furrows" :key="f.id">
        <span>{{ f.name }}</span>
        <template v-if="f.share !== null && f.lower !== null && f.upper !== null">
          <IntervalTrack :lower="f.lower" :upper="f.upper" :middle="f.share" />
          <span class="nowrap"
            >{{ percent(f.share) }} % <span class="quiet">({{ percentRange(f.lower, f.upper) }})</span></span
          >
        </template>
        <span v-else class="quiet">{{ plural(f.dishes.length, 'dish', 'dishes') }}, not counted</span>
      </li>
    </ul>
    <NextSteps :trial="trial" :today-iso="today" />
    <p class="go">
      <RouterLink :to="{ name: 'trial', params: { id } }">Open the trial</RouterLink>
      <RouterLink v-if="trial.state === 'counting' && user?.may_count" :to="{ name: 'count', params: { id } }"
        >Count</RouterLink
      >
      <RouterLink v-if="trial.state === 'planned' && user?.may_plan" :to="{ name: 'set-up', params: { id } }"
        >Set up</RouterLink
      >
      <template v-if="counted">
        <RouterLink :to="{ name: 'compare', params: { id } }">Compare</RouterLink>
        <RouterLink :to="{ name: 'decide', params: { id } }">Decide</RouterLink>
      </template>
    </p>
  </template>
</template>

<style scoped>
.shares {
  margin: 14px 0;
}

.shares li {
  display: grid;
  grid-template-columns: minmax(100px, 1fr) minmax(80px, 1.2fr) 130px;
  gap: 12px;
  align-items: center;
}
</style>
