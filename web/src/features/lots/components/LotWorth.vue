<script setup lang="ts">
import IntervalTrack from '@/shared/drawing/IntervalTrack.vue'
import { percentRange } from '@/shared/format/numbers'
import type { LotFigures } from '../api'
import { testSays } from '../logic/life'

/** What a lot germinated when it was last tested, as an interval with its words; or that nobody tested it. */
defineProps<{ figures: LotFigures | undefined }>()
</script>

<template>
  <span v-if="figures?.test" class="worth">
    <IntervalTrack :lower="figures.test.lower" :upper="figures.test.upper" :middle="figures.test.share" />
    <span class="nowrap"
      >{{ percentRange(figures.test.lower, figures.test.upper) }}
      <span class="quiet">{{ testSays(figures.test.base) }}, {{ figures.test.tested_on.slice(0, 4) }}</span></span
    >
  </span>
  <span v-else-if="figures" class="quiet">{{ figures.counting ? 'being counted' : 'never tested' }}</span>
</template>

<style scoped>
.worth {
  display: grid;
  grid-template-columns: minmax(60px, 110px) auto;
  gap: 10px;
  align-items: center;
}
</style>
