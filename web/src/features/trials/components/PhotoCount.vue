<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref } from 'vue'
import { lookThrough, stopLooking } from '@/shared/api/photos'
import { Problem } from '@/shared/api/problem'
import { readablePhoto } from '@/shared/composables/readablePhoto'
import MarkedPhoto from '@/shared/drawing/MarkedPhoto.vue'
import { nearest } from '@/shared/drawing/zoomed'

/**
 * Many small seeds counted on a photo: a tap marks one that germinated, a tap on a mark takes it back; the marks are the count. The
 * server guesses where seeds are, and a tap near a guess lands on it; without signal all places are the user's own.
 */
const props = defineProps<{ file: File; before: number }>()
const emit = defineEmits<{ keep: [marks: [number, number][], file: File]; leave: [] }>()

interface Spot {
  x: number
  y: number
}

const address = URL.createObjectURL(props.file)
const marks = ref<Spot[]>([])
const guesses = ref<Spot[]>([])
const looking = ref(true)
const trouble = ref('')
const sheet = ref<HTMLDialogElement | null>(null)
const asked = crypto.randomUUID()
const free = computed(() => guesses.value.filter((g) => !marks.value.some((m) => m.x === g.x && m.y === g.y)))

onMounted(async () => {
  sheet.value?.showModal()
  try {
    const found = await lookThrough(asked, await readablePhoto(props.file), false, () => undefined)
    guesses.value = found.things.flatMap((t) => (t.seeds ? t.places.map(([x, y]) => ({ x: x ?? 0, y: y ?? 0 })) : []))
  } catch (error) {
    if (!(error instanceof Problem)) throw error
    trouble.value = error.noSignal ? 'No signal: mark each seed yourself.' : `No first guess. ${error.detail}`
  } finally {
    looking.value = false
  }
})
onBeforeUnmount(() => {
  URL.revokeObjectURL(address)
  if (looking.value) void stopLooking(asked).catch(() => undefined)
})

function tap({ x, y, reach, tall }: Spot & { reach: number; tall: number }) {
  const marked = nearest(marks.value, { x, y }, reach, tall)
  if (marked !== null) {
    marks.value = marks.value.filter((_, i) => i !== marked)
    return
  }
  const guess = nearest(free.value, { x, y }, reach, tall)
  marks.value = [...marks.value, guess === null ? { x, y } : free.value[guess]!]
}
const done = () =>
  emit(
    'keep',
    marks.value.map(({ x, y }): [number, number] => [Number(x.toFixed(4)), Number(y.toFixed(4))]),
    props.file,
  )
</script>

<template>
  <dialog ref="sheet" aria-label="Count on a photo" @cancel="emit('leave')">
    <header>
      <p aria-live="polite">
        <strong class="figures">{{ marks.length }}</strong> marked
        <span v-if="before" class="quiet">({{ before }} were counted before)</span>
      </p>
      <p class="quiet" aria-live="polite">
        <template v-if="looking">Looking for seeds</template>
        <template v-else-if="trouble">{{ trouble }}</template>
        <template v-else>{{ guesses.length }} seeds found. Tap those that germinated since the last look.</template>
      </p>
    </header>
    <MarkedPhoto
      class="view"
      :address="address"
      label="Photo of the dish. Tap each newly germinated seed. Arrow keys move it, Enter marks the seed at the cross."
      :marks="marks"
      :rings="free"
      @tap="tap"
    />
    <footer>
      <button type="button" :disabled="!marks.length" @click="marks = marks.slice(0, -1)">Undo</button>
      <button type="button" @click="emit('leave')">Cancel</button>
      <button type="button" class="done" @click="done">Count {{ marks.length }}</button>
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
  padding: 8px 12px;
}

footer {
  display: flex;
  gap: 8px;
  align-items: center;
}

header p {
  margin: 0;
}

header strong {
  font: 700 1.6rem var(--heading);
}

footer button {
  min-height: 48px;
  padding: 0 14px;
  border: 1.5px solid var(--line);
  border-radius: 10px;
}

footer button:disabled {
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
  min-height: 0;
}
</style>
