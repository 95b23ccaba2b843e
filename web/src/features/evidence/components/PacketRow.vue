<script setup lang="ts">
import { computed } from 'vue'
import IntervalTrack from '@/shared/drawing/IntervalTrack.vue'
import { plural } from '@/shared/format/numbers'
import type { PacketResult } from '../api'

/** One packet of a packet day: what germinated on an axis with the seller’s claim as a flag, and what to do with the rest. */
const props = defineProps<{ packet: PacketResult; trial: number; mayClose: boolean }>()

const flag = computed(() =>
  props.packet.claimed_percent === null ? null : Math.min(100, props.packet.claimed_percent),
)
const year = computed(() => props.packet.packed_on?.slice(0, 4) ?? '')
const left = computed(() => (props.packet.left.seeds === null ? '' : `${plural(props.packet.left.seeds, 'seed')} left`))
const running = computed(() =>
  props.packet.closed || props.packet.day === null
    ? ''
    : `day ${Math.floor(props.packet.day)} of ${Math.round(props.packet.length_days)}`,
)
</script>

<template>
  <li class="row">
    <div class="who">
      <RouterLink class="name" :to="{ name: 'lot', params: { id: packet.lot.id } }">{{ packet.lot.name }}</RouterLink>
      <span class="quiet">{{ [packet.lot.code, year, left].filter(Boolean).join(' · ') }}</span>
    </div>
    <div class="track">
      <span v-if="flag !== null" class="flag" :style="{ left: `${flag}%` }" :class="{ low: packet.claim === 'lower' }"
        ><i aria-hidden="true"></i
      ></span>
      <IntervalTrack
        v-if="packet.share !== null && packet.lower !== null && packet.upper !== null"
        :lower="packet.lower"
        :upper="packet.upper"
        :middle="packet.share"
      />
      <span v-else class="quiet">not counted yet</span>
    </div>
    <div class="said">
      <span :class="{ late: packet.claim === 'lower' }">{{ packet.claim_words }}</span>
      <span class="quiet">{{ [packet.days_words, running].filter(Boolean).join(' ') }}</span>
    </div>
    <div class="use">
      <strong>{{ packet.use_words }}</strong>
      <RouterLink
        v-if="mayClose && !packet.closed && packet.dishes[0]"
        class="no-print"
        :to="{ name: 'dish', params: { id: trial, dish: packet.dishes[0].id } }"
        >Close this packet</RouterLink
      >
    </div>
  </li>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(150px, 1.1fr) minmax(150px, 1fr) minmax(220px, 1.7fr) minmax(150px, 1fr);
  gap: 4px 20px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--line-soft);
}

.who,
.said,
.use {
  display: grid;
}

.name {
  font-weight: 600;
}

.row .quiet {
  margin: 0;
  font-size: 0.86rem;
}

.track {
  position: relative;
  padding-top: 12px;
}

.flag {
  position: absolute;
  z-index: 1;
  top: 0;
  bottom: 0;
  width: 0;
  border-left: 2px dashed var(--earth-2);
}

/* the seller’s flag stands on the axis where the claim lies */
.flag i {
  display: block;
  width: 12px;
  height: 8px;
  background: var(--earth-2);
}

.low {
  border-color: var(--alert);
}

.low i {
  background: var(--alert);
}

@media (max-width: 800px) {
  .row {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media print {
  .row {
    padding: 2px 0;
    font-size: 8.5pt;
    break-inside: avoid;
  }
}
</style>
