<script setup lang="ts">
import { computed } from 'vue'
import { moment } from '@/shared/format/dates'
import { percent, plural } from '@/shared/format/numbers'
import { watchWords } from '@/shared/labels'
import type { StandRow } from '../api'

/** A stand that wants a visit: what, how ripe it was, how pressing it is. */
const props = defineProps<{ stand: StandRow; here?: boolean }>()

const late = computed(() => {
  const s = props.stand
  if (s.state === 'may_be_gone') return watchWords.may_be_gone
  return s.days_late ? `${plural(s.days_late, 'day')} late` : 'today'
})
const loses = computed(() => {
  const lost = props.stand.waiting_loses
  return lost !== null && lost >= 0.01 ? `waiting a week would lose ≈ ${percent(lost)} % of the seed` : ''
})
const seen = computed(() => {
  const s = props.stand
  return s.last_visit_on ? `${percent(s.share_ripe)} % ripe on ${moment(s.last_visit_on)}` : 'first visit of the season'
})
</script>

<template>
  <RouterLink :to="{ name: 'stand', params: { id: stand.id } }" class="line">
    <span class="ripe" aria-hidden="true"><span :style="{ height: `${100 * (stand.share_ripe ?? 0)}%` }"></span></span>
    <span class="what">
      <strong>{{ stand.common_name }}</strong> <span v-if="!here" class="quiet place">{{ stand.place_name }}</span>
      <span class="quiet seen"
        >{{ seen }}<template v-if="loses">; {{ loses }}</template
        ><template v-if="stand.may_be_mown">; may be mown</template
        ><template v-if="stand.leave_missing">; no permission yet</template></span
      >
    </span>
    <span class="when" :class="stand.state === 'due' ? 'quiet' : 'late'">{{ late }}</span>
  </RouterLink>
</template>

<style scoped>
.line {
  display: flex;
  gap: 16px;
  align-items: center;
  min-height: 60px;
  padding: 6px 0;
  border-bottom: 1px solid var(--line-soft);
  color: var(--ink);
  text-decoration: none;
}

.line:hover strong {
  text-decoration: underline;
}

/* a stalk that browns from its foot up, as most ripen */
.ripe {
  display: flex;
  flex: 0 0 12px;
  align-items: flex-end;
  height: 46px;
  border-radius: 6px;
  background: var(--sprout);
  overflow: hidden;
}

.ripe span {
  width: 100%;
  background: var(--earth);
}

.what {
  flex: 1;
  min-width: 0;
}

.place {
  margin-left: 8px;
}

.seen {
  margin-left: 0;
  display: block;
  font-size: 0.92rem;
}

.when {
  white-space: nowrap;
}
</style>
