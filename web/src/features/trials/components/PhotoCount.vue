<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'

/** Many small seeds counted on a photo: a tap marks one, a tap on a mark takes it back; the marks are the count. */
const props = defineProps<{ file: File; before: number }>()
const emit = defineEmits<{ keep: [marks: [number, number][], file: File]; leave: [] }>()

const MOST_ZOOM = 6
const NEAR = 0.018
const address = URL.createObjectURL(props.file)
const marks = ref<[number, number][]>([])
const zoom = ref(1)
const sheet = ref<HTMLDialogElement | null>(null)
const fresh = computed(() => marks.value.length)

onMounted(() => sheet.value?.showModal())
onBeforeUnmount(() => URL.revokeObjectURL(address))

function tap(event: MouseEvent) {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height]
  const near = marks.value.findIndex(
    ([a, b]) => Math.hypot((a - x) * zoom.value, ((b - y) * zoom.value * box.height) / box.width) < NEAR * 1.4,
  )
  if (near >= 0) marks.value = marks.value.filter((_, i) => i !== near)
  else marks.value = [...marks.value, [Number(x.toFixed(4)), Number(y.toFixed(4))]]
}

/** By keyboard a mark is set in the middle of what is seen; its place matters less than that it is counted. */
function byKey() {
  const n = marks.value.length
  marks.value = [
    ...marks.value,
    [Number((0.5 + 0.3 * Math.cos(n)).toFixed(4)), Number((0.5 + 0.3 * Math.sin(n)).toFixed(4))],
  ]
}
</script>

<template>
  <dialog ref="sheet" aria-label="Count on a photo" @cancel="emit('leave')">
    <header>
      <p aria-live="polite">
        <strong class="figures">{{ fresh }}</strong> marked
        <span v-if="before" class="quiet">({{ before }} were counted before)</span>
      </p>
      <button type="button" :disabled="zoom <= 1" @click="zoom = Math.max(1, zoom / 1.6)">smaller</button>
      <button type="button" :disabled="zoom >= MOST_ZOOM" @click="zoom = Math.min(MOST_ZOOM, zoom * 1.6)">
        larger
      </button>
    </header>
    <div class="view">
      <div
        class="plate"
        role="button"
        tabindex="0"
        aria-label="Tap each newly germinated seed on the photo"
        :style="{ width: `${100 * zoom}%` }"
        @click="tap"
        @keydown.enter.prevent="byKey"
      >
        <img :src="address" alt="The dish as it was photographed" draggable="false" />
        <span v-for="([x, y], i) in marks" :key="i" class="mark" :style="{ left: `${100 * x}%`, top: `${100 * y}%` }" />
      </div>
    </div>
    <footer>
      <button type="button" :disabled="!marks.length" @click="marks = marks.slice(0, -1)">undo</button>
      <button type="button" @click="emit('leave')">leave</button>
      <button type="button" class="done" @click="emit('keep', marks, file)">Take {{ fresh }} as the count</button>
    </footer>
  </dialog>
</template>

<style scoped>
dialog {
  display: flex;
  flex-direction: column;
  width: 100%;
  max-width: 900px;
  height: 100%;
  max-height: 100dvh;
  padding: 0;
  border: 0;
  background: var(--paper);
  color: var(--ink);
}

header,
footer {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 8px 12px;
}

header p {
  flex: 1;
  margin: 0;
}

header strong {
  font: 700 1.6rem var(--heading);
}

button {
  min-height: 48px;
  padding: 0 14px;
  border: 1.5px solid var(--line);
  border-radius: 10px;
}

button:disabled {
  color: var(--ink-3);
}

.done {
  flex: 1;
  background: var(--leaf);
  color: var(--on-leaf);
  font-weight: 700;
}

.view {
  flex: 1;
  overflow: auto;
  background: #000;
}

.plate {
  position: relative;
  cursor: crosshair;
  touch-action: manipulation;
}

img {
  display: block;
  width: 100%;
}

.mark {
  position: absolute;
  width: 22px;
  height: 22px;
  margin: -11px 0 0 -11px;
  border: 3px solid #fff;
  border-radius: 50%;
  box-shadow: 0 0 0 2px #1f2a24;
  pointer-events: none;
}
</style>
