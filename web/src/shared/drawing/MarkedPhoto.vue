<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { bounded, inFrame, inPicture, shown, WHOLE, zoomedAt, type Size, type View } from './zoomed'

/**
 * A photo with marks on it. It is moved by dragging and by the arrow keys, made larger by two fingers, the wheel, + and −; a tap, or
 * Enter at the cross in the middle, tells its place and how far a fingertip reaches, both as shares of the picture's width.
 */
const props = defineProps<{
  address: string
  label: string
  marks: readonly { x: number; y: number; state?: 'full' | 'empty' | 'eaten' | null; asked?: boolean; open?: boolean }[]
  /** Places that are no marks but could be. */
  rings?: readonly { x: number; y: number }[]
  /** A line between two places, such as a known length. */
  line?: readonly { x: number; y: number }[]
  /** The place that is being asked about. */
  here?: { x: number; y: number } | null
}>()
const emit = defineEmits<{ tap: [place: { x: number; y: number; reach: number; tall: number }] }>()

const STEP = 1.5
const FINGERTIP = 16
const STILL = 7

const box = ref<HTMLElement | null>(null)
const frame = ref<Size>({ width: 600, height: 400 })
const picture = ref<Size>({ width: 4, height: 3 })
const view = ref<View>({ ...WHOLE })
const size = computed(() => shown(picture.value, frame.value, view.value.zoom))
const corner = computed(() => inFrame({ x: 0, y: 0 }, view.value, picture.value, frame.value))
const at = (place: { x: number; y: number }) => inFrame(place, view.value, picture.value, frame.value)
/** Marks are as large as a fingertip needs while there is room between them, and smaller where they would hide the seed. */
const radius = computed(() => {
  const room = Math.sqrt((size.value.width * size.value.height) / Math.max(1, props.marks.length))
  return Math.min(8, Math.max(3.2, room / 6))
})
const placed = computed(() => props.marks.map((m) => ({ ...m, ...at(m) })))
const around = computed(() => (props.rings ?? []).map(at))
const between = computed(() => (props.line ?? []).map(at))

let watcher: ResizeObserver | null = null
onMounted(() => {
  watcher = new ResizeObserver(([entry]) => {
    if (entry) frame.value = { width: entry.contentRect.width, height: entry.contentRect.height }
    view.value = bounded(view.value, picture.value, frame.value)
  })
  if (box.value) watcher.observe(box.value)
})
onBeforeUnmount(() => watcher?.disconnect())

function loaded(event: Event) {
  const image = event.target as HTMLImageElement
  picture.value = { width: image.naturalWidth, height: image.naturalHeight }
  view.value = { ...WHOLE }
}
/** Bring a place into the middle, at least so large. */
function show(place: { x: number; y: number }, zoom: number) {
  view.value = bounded({ ...place, zoom: Math.max(zoom, view.value.zoom) }, picture.value, frame.value)
}
watch(
  () => props.here,
  (place) => place && show(place, 4),
)

const middle = computed(() => ({ x: frame.value.width / 2, y: frame.value.height / 2 }))
function larger(by: number, px = middle.value) {
  view.value = zoomedAt(view.value, by, px, picture.value, frame.value)
}
function move(x: number, y: number) {
  const to = { ...view.value, x: view.value.x - x / size.value.width, y: view.value.y - y / size.value.height }
  view.value = bounded(to, picture.value, frame.value)
}
function tapped(px: { x: number; y: number }) {
  const place = inPicture(px, view.value, picture.value, frame.value)
  if (place.x < 0 || place.x > 1 || place.y < 0 || place.y > 1) return
  emit('tap', { ...place, reach: FINGERTIP / size.value.width, tall: size.value.height / size.value.width })
}

// fingers that are down, where each is, and whether any of them moved
const fingers = new Map<number, { x: number; y: number }>()
let moved = false
const local = (event: PointerEvent) => {
  const rect = box.value!.getBoundingClientRect()
  return { x: event.clientX - rect.left, y: event.clientY - rect.top }
}
let from = { x: 0, y: 0 }
function down(event: PointerEvent) {
  if (event.button > 0) return
  box.value?.setPointerCapture(event.pointerId)
  from = local(event)
  moved = fingers.size > 0
  fingers.set(event.pointerId, from)
}
function drag(event: PointerEvent) {
  const before = fingers.get(event.pointerId)
  if (!before) return
  const now = local(event)
  const others = [...fingers].filter(([id]) => id !== event.pointerId).map(([, p]) => p)
  const other = others[0]
  if (Math.hypot(now.x - from.x, now.y - from.y) > STILL) moved = true
  if (other) {
    const gap = (p: { x: number; y: number }) => Math.hypot(p.x - other.x, p.y - other.y)
    larger(gap(now) / Math.max(1, gap(before)), { x: (now.x + other.x) / 2, y: (now.y + other.y) / 2 })
  } else if (moved) move(now.x - before.x, now.y - before.y)
  fingers.set(event.pointerId, now)
}
function up(event: PointerEvent) {
  if (!fingers.delete(event.pointerId) || moved || fingers.size) return
  tapped(local(event))
}
function gone(event: PointerEvent) {
  fingers.delete(event.pointerId)
}

function key(event: KeyboardEvent) {
  const step = 40
  const keys: Record<string, () => void> = {
    ArrowLeft: () => move(step, 0),
    ArrowRight: () => move(-step, 0),
    ArrowUp: () => move(0, step),
    ArrowDown: () => move(0, -step),
    '+': () => larger(STEP),
    '=': () => larger(STEP),
    '-': () => larger(1 / STEP),
    Enter: () => tapped(middle.value),
  }
  const act = keys[event.key]
  if (!act || event.ctrlKey || event.metaKey || event.altKey) return
  event.preventDefault()
  act()
}
function wheel(event: WheelEvent) {
  const rect = box.value!.getBoundingClientRect()
  larger(event.deltaY < 0 ? 1.2 : 1 / 1.2, { x: event.clientX - rect.left, y: event.clientY - rect.top })
}
</script>

<template>
  <div class="photo">
    <div
      ref="box"
      class="frame"
      :class="{ near: view.zoom > 1 }"
      role="application"
      tabindex="0"
      :aria-label="label"
      @pointerdown="down"
      @pointermove="drag"
      @pointerup="up"
      @pointercancel="gone"
      @wheel.prevent="wheel"
      @keydown="key"
    >
      <img
        :src="address"
        alt=""
        draggable="false"
        :style="{
          width: `${size.width}px`,
          height: `${size.height}px`,
          transform: `translate(${corner.x}px, ${corner.y}px)`,
        }"
        @load="loaded"
      />
      <svg :width="frame.width" :height="frame.height" aria-hidden="true">
        <circle v-for="(r, i) in around" :key="`r${i}`" class="ring" :cx="r.x" :cy="r.y" r="11" />
        <g
          v-for="(m, i) in placed"
          :key="i"
          :transform="`translate(${m.x} ${m.y})`"
          class="mark"
          :class="[m.state, { open: m.open }]"
        >
          <circle class="halo" :r="radius" />
          <circle v-if="m.asked" class="asked" :r="radius + 5" />
          <circle class="sign" :r="radius" />
          <path v-if="m.state === 'eaten'" class="bite" :d="`M0 0V${-radius}A${radius} ${radius} 0 0 1 ${radius} 0Z`" />
        </g>
        <template v-if="between.length">
          <path
            v-if="between.length === 2"
            class="length"
            :d="`M${between[0]!.x} ${between[0]!.y}L${between[1]!.x} ${between[1]!.y}`"
          />
          <circle v-for="(e, i) in between" :key="`e${i}`" class="end" :cx="e.x" :cy="e.y" r="6" />
        </template>
        <path class="cross" :d="`M${middle.x - 14} ${middle.y}h28M${middle.x} ${middle.y - 14}v28`" />
      </svg>
    </div>
    <div class="tools" role="group" aria-label="Zoom">
      <button type="button" aria-label="Zoom in" @click="larger(STEP)">+</button>
      <button type="button" aria-label="Zoom out" :disabled="view.zoom <= 1" @click="larger(1 / STEP)">−</button>
      <button type="button" :disabled="view.zoom <= 1" @click="view = { ...WHOLE }">whole</button>
    </div>
  </div>
</template>

<style scoped>
.photo {
  position: relative;
}

.frame {
  position: relative;
  overflow: hidden;
  width: 100%;
  height: 100%;
  border-radius: 8px;
  background: #2b2a27;
  cursor: crosshair;
  touch-action: pan-y;
  user-select: none;
}

.frame.near {
  touch-action: none;
}

.frame:focus-visible {
  outline: 3px solid var(--leaf);
}

img {
  position: absolute;
  top: 0;
  left: 0;
  max-width: none;
  transform-origin: 0 0;
  pointer-events: none;
}

svg {
  position: absolute;
  inset: 0;
  pointer-events: none;
}

.halo {
  fill: none;
  stroke: #1f2a24;
  stroke-width: 4.5;
}

.sign {
  fill: none;
  stroke: #fff;
  stroke-width: 2.2;
}

.open .sign {
  stroke-dasharray: 3 3;
}

.full .sign {
  fill: #fff;
}

.eaten .bite {
  fill: #fff;
}

.asked {
  fill: none;
  stroke: #ffd166;
  stroke-width: 2.5;
  stroke-dasharray: 4 3;
}

.ring {
  fill: none;
  stroke: #ffd166;
  stroke-width: 2;
  stroke-dasharray: 3 4;
}

.length {
  stroke: #ffd166;
  stroke-width: 2.5;
}

.end {
  fill: #ffd166;
  stroke: #1f2a24;
  stroke-width: 2;
}

.cross {
  display: none;
  stroke: #fff;
  stroke-width: 1.5;
}

.frame:focus-visible .cross {
  display: block;
}

.tools {
  position: absolute;
  right: 8px;
  bottom: 8px;
  display: flex;
  gap: 6px;
}

.tools button {
  min-width: 44px;
  min-height: 44px;
  padding: 0 12px;
  border: 1.5px solid var(--line);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 1.05rem;
}

.tools button:disabled {
  color: var(--ink-3);
}
</style>
