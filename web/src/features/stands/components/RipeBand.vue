<script setup lang="ts">
import { percent } from '@/shared/format/numbers'

/** How ripe a stand was at its last visit of the season: a stalk on its side that browns from its foot. */
defineProps<{ share: number | null }>()
</script>

<template>
  <span v-if="share === null" class="quiet">not visited</span>
  <span v-else class="band">
    <span class="stalk" aria-hidden="true"><span :style="{ width: `${100 * share}%` }"></span></span>
    <span class="nowrap">{{ percent(share) }} % ripe</span>
  </span>
</template>

<style scoped>
.band {
  display: grid;
  grid-template-columns: minmax(60px, 120px) auto;
  gap: 10px;
  align-items: center;
}

.stalk {
  overflow: hidden;
  height: 10px;
  border-radius: 5px;
  background: var(--sprout);
}

.stalk span {
  display: block;
  height: 100%;
  background: var(--earth-2);
}
</style>
