<script setup lang="ts">
/** A share (0..1) on an axis from 0 to 100 %: its interval as a soft bar, its middle as a mark; a second interval is paler. */
defineProps<{ lower: number; upper: number; middle: number; pale?: { lower: number; upper: number } | undefined }>()
const at = (share: number) => `${100 * share}%`
</script>

<template>
  <span class="track" aria-hidden="true">
    <span v-if="pale" class="bar pale" :style="{ left: at(pale.lower), width: at(pale.upper - pale.lower) }"></span>
    <span class="bar" :style="{ left: at(lower), width: at(upper - lower) }"></span>
    <span class="mark" :style="{ left: at(middle) }"></span>
  </span>
</template>

<style scoped>
.track {
  position: relative;
  display: block;
  height: 12px;
  border-bottom: 1px solid var(--line);
}

.bar {
  position: absolute;
  top: 1px;
  height: 9px;
  border-radius: 5px;
  background: var(--sprout);
  opacity: 0.4;
}

.pale {
  opacity: 0.22;
}

.mark {
  position: absolute;
  top: -2px;
  width: 3px;
  height: 15px;
  background: var(--sprout-deep);
}
</style>
