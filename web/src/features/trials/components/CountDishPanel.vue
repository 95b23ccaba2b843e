<script setup lang="ts">
import { computed } from 'vue'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'
import type { CountDish } from '../api'
import { addOne, total, type Entry } from '../logic/entry'

/** The dish in hand, large: earlier germinated seed filled, new ones bright. Tap a waiting pip for one more, a new one to take it back. */
const props = defineProps<{ dish: CountDish; before: Entry; tray: boolean }>()
const entry = defineModel<Entry>('entry', { required: true })
const places = defineModel<number[]>('places', { required: true })

const picture = computed(() => ({
  sown: props.dish.seeds,
  germinated: props.before.germinated,
  fresh: Math.min(entry.value.germinated, props.dish.seeds),
  abnormal: props.before.abnormal + entry.value.abnormal,
  rotted: props.before.rotted + entry.value.rotted,
  lost: props.before.lost + entry.value.lost,
  empty: 0,
}))
const inAll = computed(() => props.before.germinated + entry.value.germinated)
const tooMany = computed(
  () => total(props.before) + total(entry.value) > props.dish.seeds && !props.dish.seeds_estimated,
)

function pick(place: number) {
  places.value = [...places.value, place]
  entry.value = addOne(entry.value, 'germinated')
}

function drop(place: number) {
  places.value = places.value.filter((p) => p !== place)
  entry.value = addOne(entry.value, 'germinated', -1)
}
</script>

<template>
  <div class="panel">
    <DishDrawing :dish="picture" :name="dish.code" :taken="places" :tray="tray" counting @pick="pick" @drop="drop" />
  </div>
  <p class="new" aria-live="polite">
    <strong class="figures">+{{ entry.germinated }}</strong> new · {{ inAll }} of {{ dish.seeds_estimated ? '≈ ' : ''
    }}{{ dish.seeds }} in all
  </p>
  <p v-if="tooMany" class="notice bad" role="alert">
    {{ total(before) + total(entry) }} seeds in dish {{ dish.code }}, but only {{ dish.seeds }} were sown. Lower this
    look, or correct an earlier one.
  </p>
</template>

<style scoped>
.panel {
  width: min(100%, 46vh, 420px);
  margin: 8px auto 0;
}

.new {
  margin: 4px 0;
  color: var(--ink-2);
  font-size: 1.05rem;
  text-align: center;
}

.new strong {
  color: var(--sprout-deep);
  font: 700 2.1rem var(--heading);
}
</style>
