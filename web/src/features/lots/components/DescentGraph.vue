<script setup lang="ts">
import { computed } from 'vue'
import { seeds } from '@/shared/format/numbers'
import { descentWords } from '@/shared/labels'
import type { LotBench } from '../api'

/** What came from what, the oldest at the left; each lot leads to its page. */
const props = defineProps<{ graph: LotBench['descent']; here: number }>()

const WIDE = 150
const HIGH = 46
const APART = 100
const placed = computed(() => {
  const rows: Record<number, number> = {}
  return props.graph.nodes.map((n) => {
    const row = rows[n.generation] ?? 0
    rows[n.generation] = row + 1
    return { ...n, x: n.generation * (WIDE + APART), y: row * (HIGH + 14) }
  })
})
const at = (id: number) => placed.value.find((n) => n.id === id)
const width = computed(() => Math.max(...placed.value.map((n) => n.x)) + WIDE + 2)
const height = computed(() => Math.max(...placed.value.map((n) => n.y)) + HIGH + 2)
const edges = computed(() =>
  props.graph.edges.flatMap((e) => {
    const [from, to] = [at(e.parent), at(e.child)]
    if (!from || !to) return []
    const [x1, y1, x2, y2] = [from.x + WIDE, from.y + HIGH / 2, to.x, to.y + HIGH / 2]
    const bend = (x1 + x2) / 2
    return [
      { d: `M${x1} ${y1} C${bend} ${y1} ${bend} ${y2} ${x2} ${y2}`, x: x2 - 6, y: y2 - 6, word: descentWords[e.kind] },
    ]
  }),
)
const inWords = computed(() =>
  props.graph.edges
    .map((e) => {
      const amount = e.amount_seeds ? ` (${seeds(e.amount_seeds, false)} seeds)` : ''
      return `${at(e.child)?.code} ${descentWords[e.kind]} from ${at(e.parent)?.code}${amount}`
    })
    .join('; '),
)
</script>

<template>
  <figure class="chart" tabindex="0">
    <svg :viewBox="`-1 -1 ${width} ${height}`" :style="{ maxWidth: `${width}px` }" role="group" :aria-label="inWords">
      <g v-for="(e, i) in edges" :key="i">
        <path :d="e.d" fill="none" stroke="var(--earth-2)" stroke-width="1.5" />
        <text :x="e.x" :y="e.y" text-anchor="end">{{ e.word }}</text>
      </g>
      <RouterLink v-for="n in placed" :key="n.id" :to="{ name: 'lot', params: { id: n.id } }">
        <rect
          :x="n.x"
          :y="n.y"
          :width="WIDE"
          :height="HIGH"
          rx="8"
          :fill="n.id === here ? 'var(--future)' : 'var(--sheet)'"
          :stroke="n.id === here ? 'var(--leaf)' : 'var(--line)'"
        />
        <text :x="n.x + 10" :y="n.y + 19" class="name">{{ n.code }}</text>
        <text :x="n.x + 10" :y="n.y + 37">{{ n.label.slice(0, 20) }}</text>
      </RouterLink>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  overflow-x: auto;
}

svg {
  width: 100%;
}

.name {
  fill: var(--ink);
  font-family: var(--mono);
}
</style>
