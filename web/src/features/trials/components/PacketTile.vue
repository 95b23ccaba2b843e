<script setup lang="ts">
import { computed } from 'vue'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'
import type { CountDish } from '../api'

/** A packet in a round: its dish small, its name, and what was tapped. The whole tile is the button. */
const props = defineProps<{ dish: CountDish; trial: number; fresh: number; recorded: boolean }>()
const emit = defineEmits<{ one: []; less: [] }>()

const picture = computed(() => ({
  sown: props.dish.seeds,
  germinated: props.dish.germinated,
  fresh: Math.min(props.fresh, props.dish.seeds),
  abnormal: props.dish.abnormal,
  rotted: props.dish.rotted,
  lost: props.dish.lost,
  empty: 0,
}))
const name = computed(() => props.dish.packet?.name ?? props.dish.code)
const full = computed(() => props.dish.remaining - props.fresh <= 0)
const over = computed(() => props.dish.advice === 'quiet_and_length' || props.dish.advice === 'all_accounted')
</script>

<template>
  <li :class="{ recorded, fresh: fresh > 0 }">
    <button type="button" class="tile" :disabled="recorded || full" @click="emit('one')">
      <DishDrawing class="dish" :dish="picture" :name="dish.code" />
      <span class="name">{{ name }}</span>
      <span class="quiet"
        >{{ dish.packet?.code }}, dish {{ dish.code }}<br />{{ dish.germinated + fresh }} of {{ dish.seeds }}</span
      >
      <strong v-if="fresh" class="figures plus">+{{ fresh }}</strong>
    </button>
    <div class="more">
      <button
        v-if="fresh && !recorded"
        type="button"
        class="text-link"
        :aria-label="`one less of ${name}`"
        @click="emit('less')"
      >
        one less
      </button>
      <RouterLink v-else-if="over" :to="{ name: 'close-trial', params: { id: trial } }">can be closed</RouterLink>
      <RouterLink v-else :to="{ name: 'count', params: { id: trial }, query: { dish: dish.id } }"
        >rotted, note …</RouterLink
      >
    </div>
  </li>
</template>

<style scoped>
li {
  display: grid;
  border: 1.5px solid var(--line);
  border-radius: 12px;
  background: var(--sheet);
}

.fresh {
  border-color: var(--sprout-deep);
  box-shadow: inset 0 0 0 1.5px var(--sprout-deep);
}

.recorded {
  opacity: 0.6;
}

.tile {
  position: relative;
  display: grid;
  gap: 2px;
  justify-items: center;
  min-height: 132px;
  padding: 8px 6px 2px;
  border: 0;
  background: none;
  font: inherit;
  text-align: center;
}

.dish {
  width: 74px;
}

.name {
  font-weight: 600;
  line-height: 1.2;
}

.tile .quiet {
  margin: 0;
  font-size: 0.82rem;
}

.plus {
  position: absolute;
  top: 6px;
  right: 8px;
  color: var(--sprout-deep);
  font: 700 1.5rem var(--heading);
}

.more {
  min-height: 40px;
  font-size: 0.84rem;
  text-align: center;
}

.more > * {
  display: inline-grid;
  align-items: center;
  min-height: 40px;
}
</style>
