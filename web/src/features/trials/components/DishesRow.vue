<script setup lang="ts">
import { computed } from 'vue'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'

/** The dishes of one treatment, a pip a seed, framed by the bags that its seed is treated in. */
const props = defineProps<{ dishes: number; seeds: number; bags: number; tray?: boolean; small?: boolean }>()

const MOST_DRAWN = 8
const MOST_PIPS = 120
const drawn = computed(() => Math.min(MOST_DRAWN, Math.max(0, Math.floor(props.dishes))))
const dish = computed(() => {
  const sown = Math.min(MOST_PIPS, Math.max(1, Math.floor(props.seeds) || 1))
  return { sown, germinated: 0, fresh: 0, abnormal: 0, rotted: 0, lost: 0, empty: 0 }
})
/** How many drawn dishes each bag fills; without bags all stand by themselves. */
const groups = computed(() => {
  const bags = Math.max(1, props.bags)
  const each = Math.max(1, Math.round(props.dishes / bags))
  const left = Array.from({ length: Math.ceil(drawn.value / each) }, (_, i) => Math.min(each, drawn.value - i * each))
  return props.bags ? left : [drawn.value]
})
</script>

<template>
  <span class="dishes" :class="{ small }" aria-hidden="true">
    <span v-for="(count, g) in groups" :key="g" class="group" :class="{ bag: bags > 0 }">
      <DishDrawing v-for="n in count" :key="n" :dish="dish" :tray="tray ?? false" />
    </span>
    <span v-if="dishes > drawn" class="more figures">× {{ dishes }}</span>
  </span>
</template>

<style scoped>
.dishes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}

.group {
  display: flex;
  gap: 4px;
  padding: 2px;
}

.bag {
  border: 1.5px solid var(--earth-2);
  border-radius: 12px 12px 20px 20px;
}

.group :deep(svg) {
  width: 44px;
  height: 44px;
}

.small .group :deep(svg) {
  width: 20px;
  height: 20px;
}

.more {
  font-weight: 700;
}
</style>
