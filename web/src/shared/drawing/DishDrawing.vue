<script setup lang="ts">
import { computed } from 'vue'
import { cells, dishSentence, pipRadius, pipStates, spiral, type DishPicture } from './dish'

/** One replicate, a pip a seed. With `counting`, waiting and fresh pips can be tapped; the keyboard has its own way. */
const props = defineProps<{
  dish: DishPicture
  name?: string
  taken?: readonly number[]
  counting?: boolean
  /** A plug tray: one seed a cell, the cells in rows. */
  tray?: boolean
}>()
const emit = defineEmits<{ pick: [place: number]; drop: [place: number] }>()

const grid = computed(() => cells(props.dish.sown))
const places = computed(() => (props.tray ? grid.value.places : spiral(props.dish.sown)))
const r = computed(() => (props.tray ? grid.value.side * 0.26 : pipRadius(props.dish.sown)))
const states = computed(() => pipStates(props.dish, props.taken))
const label = computed(() => `${props.name ? `Dish ${props.name}: ` : ''}${dishSentence(props.dish)}`)

const CROSSED = new Set(['empty', 'rotted'])
const groups = computed(() => {
  const size = r.value
  const round = (p: { x: number; y: number }) =>
    `M${p.x - size} ${p.y}a${size} ${size} 0 1 0 ${2 * size} 0a${size} ${size} 0 1 0 ${-2 * size} 0`
  const line = (p: { x: number; y: number }, k: number, up: 1 | -1) =>
    `M${p.x - k * size} ${p.y + up * k * size}L${p.x + k * size} ${p.y - up * k * size}`
  return [...new Set(states.value)].map((state) => {
    const own = places.value.filter((_, i) => states.value[i] === state)
    const marks = own.map((p) =>
      state === 'lost' ? line(p, 1, 1) : CROSSED.has(state) ? line(p, 0.7, 1) + line(p, 0.7, -1) : '',
    )
    return { state, pips: own.map(round).join(''), marks: marks.join('') }
  })
})

function tap(place: number) {
  if (!props.counting) return
  if (states.value[place] === 'waiting') emit('pick', place)
  else if (states.value[place] === 'fresh') emit('drop', place)
}
</script>

<template>
  <svg class="dish" :class="{ counting, cells: tray }" viewBox="-1.04 -1.04 2.08 2.08" role="img" :aria-label="label">
    <template v-if="tray">
      <rect class="rim" x="-1" y="-1" width="2" height="2" rx="0.08" />
      <rect
        v-for="(p, i) in places"
        :key="`c${i}`"
        class="cell"
        :x="p.x - grid.side * 0.46"
        :y="p.y - grid.side * 0.46"
        :width="grid.side * 0.92"
        :height="grid.side * 0.92"
        :rx="grid.side * 0.1"
      />
    </template>
    <template v-else>
      <circle class="rim" r="1" />
      <circle v-if="counting" class="inner" r="0.95" />
    </template>
    <!-- a picture of many dishes has thousands of seeds: those of one state are one path -->
    <template v-if="!counting">
      <g v-for="g in groups" :key="g.state" :class="g.state">
        <path class="pip" :d="g.pips" />
        <path v-if="g.marks" class="mark" :d="g.marks" />
      </g>
    </template>
    <g
      v-for="(p, i) in counting ? places : []"
      :key="i"
      :class="states[i]"
      :transform="`translate(${p.x} ${p.y})`"
      @click="tap(i)"
    >
      <circle v-if="counting" class="touch" :r="r * 1.5" />
      <circle class="pip" :r="r" />
      <path
        v-if="states[i] === 'fresh' && counting"
        class="leaves"
        :d="`M0 ${-r * 0.2}L0 ${-r}Q${-r} ${-r * 2} ${-r * 1.3} ${-r * 1.2}M0 ${-r}Q${r} ${-r * 2} ${r * 1.3} ${-r * 1.3}`"
      />
      <path v-else-if="states[i] === 'lost'" class="mark" :d="`M${-r} ${r}L${r} ${-r}`" />
      <path
        v-else-if="states[i] === 'empty' || states[i] === 'rotted'"
        class="mark"
        :d="`M${-r * 0.7} ${r * 0.7}L${r * 0.7} ${-r * 0.7}M${-r * 0.7} ${-r * 0.7}L${r * 0.7} ${r * 0.7}`"
      />
    </g>
  </svg>
</template>

<style scoped>
.dish {
  display: block;
  width: 100%;
}

.dish {
  --pip-line: 0.9px;
}

.dish.counting {
  --pip-line: 1.9px;
}

.dish circle,
.dish rect,
.dish path {
  vector-effect: non-scaling-stroke;
}

.rim {
  fill: var(--sheet);
  stroke: var(--earth-2);
  stroke-width: 1.3px;
}

.counting .rim {
  stroke-width: 3px;
}

.inner,
.cell {
  fill: none;
  stroke: var(--line);
  stroke-width: 1px;
}

.touch {
  fill: transparent;
}

.counting .waiting,
.counting .fresh {
  cursor: pointer;
}

.pip {
  stroke-width: var(--pip-line);
}

.waiting .pip,
.lost .pip,
.empty .pip {
  fill: none;
  stroke: var(--earth-2);
}

.germinated .pip {
  fill: var(--sprout-deep);
}

.fresh .pip {
  fill: var(--sprout);
}

.abnormal .pip {
  fill: none;
  stroke: var(--sprout-deep);
  stroke-width: calc(var(--pip-line) * 1.6);
  stroke-dasharray: 3 2;
}

.rotted .pip {
  fill: var(--smoke);
}

.leaves {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 2.2px;
}

.mark {
  fill: none;
  stroke: var(--alert);
  stroke-width: calc(var(--pip-line) * 1.3);
}

.rotted .mark {
  stroke: var(--sheet);
}
</style>
