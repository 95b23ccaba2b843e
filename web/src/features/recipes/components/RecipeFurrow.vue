<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { useDrag } from '@/shared/composables/useDrag'
import TextureSwatch from '@/shared/drawing/TextureSwatch.vue'
import { weekdayShort } from '@/shared/format/dates'
import { STEP_KINDS } from '@/shared/kinds'
import { partsOf } from '../logic/bench'
import type { StepForm } from '../logic/steps'

/**
 * A recipe in the making as a furrow: each step a stretch as long as it takes, chosen by a tap, moved by dragging or with the
 * arrow keys and Alt, removed with Delete.
 */
const props = defineProps<{
  steps: StepForm[]
  chosen: number
  dates: { begins: string[]; sown: string } | null
  wrong: (index: number) => boolean
}>()
const emit = defineEmits<{ choose: [index: number]; move: [from: number, to: number]; remove: [index: number] }>()

const row = ref<HTMLElement | null>(null)
const parts = computed(() =>
  props.steps.map((s, i) => ({ ...partsOf(s), texture: STEP_KINDS[s.kind].texture, on: props.dates?.begins[i] })),
)

const { dragged, handlers } = useDrag<number>({
  start: (index) => emit('choose', index),
  move(index, _, event) {
    const at = [...(row.value?.children ?? [])].findIndex((e) => {
      const { left, right } = e.getBoundingClientRect()
      return event.clientX >= left && event.clientX <= right
    })
    // the place of the sowing is no step's
    if (at < 0 || at >= props.steps.length || at === index) return
    emit('move', index, at)
    dragged.value = at
  },
})
async function key(index: number, by: number, event: KeyboardEvent) {
  const to = index + by
  if (to < 0 || to >= props.steps.length) return
  event.preventDefault()
  if (event.altKey) emit('move', index, to)
  else emit('choose', to)
  await nextTick()
  ;(row.value?.children[to] as HTMLElement | undefined)?.focus()
}
</script>

<template>
  <div ref="row" class="furrow" role="listbox" aria-label="Steps of the recipe" aria-orientation="horizontal">
    <div
      v-for="(p, i) in parts"
      :key="i"
      class="step"
      :class="{ chosen: i === chosen, bad: wrong(i) }"
      :style="{ flexGrow: p.days }"
      role="option"
      :tabindex="i === chosen ? 0 : -1"
      :aria-selected="i === chosen"
      v-bind="handlers(i)"
      @keydown.left="key(i, -1, $event)"
      @keydown.right="key(i, 1, $event)"
      @keydown.delete.prevent="emit('remove', i)"
    >
      <span class="words"
        ><span class="sr-only">Step {{ i + 1 }}: </span><strong>{{ p.word }}</strong> {{ p.dose || 'by hand' }}</span
      >
      <span class="bar"><TextureSwatch :texture="p.texture" /></span>
      <span class="on">{{ p.on ? weekdayShort(p.on) : '' }}</span>
    </div>
    <div class="sown">
      <span class="words"><strong>sow</strong></span>
      <span class="mark"></span>
      <span class="on">{{ dates ? weekdayShort(dates.sown) : '' }}</span>
    </div>
  </div>
</template>

<style scoped>
.furrow {
  display: flex;
  align-items: end;
  overflow: hidden;
  padding: 4px 4px 2px;
}

.step {
  display: grid;
  flex: 0 1 74px;
  gap: 5px;
  min-width: 74px;
  cursor: grab;
  touch-action: pan-y;
  user-select: none;
}

.words {
  padding-right: 8px;
  font-size: 0.88rem;
  line-height: 1.2;
}

.words strong {
  display: block;
}

.bar {
  height: 46px;
  margin-right: 2px;
  border-radius: 6px;
}

.chosen .bar {
  outline: 3px solid var(--ink);
  outline-offset: 1px;
}

.bad .words {
  color: var(--alert);
}

.step:focus-visible {
  outline: none;
}

.step:focus-visible .bar {
  outline: 3px solid var(--leaf);
  outline-offset: 2px;
}

.on {
  min-height: 1.4em;
  color: var(--ink-2);
  font-size: 0.82rem;
  white-space: nowrap;
}

.sown {
  display: grid;
  flex: 0 0 96px;
  gap: 5px;
}

.mark {
  height: 46px;
  border-left: 4px solid var(--earth);
  background: linear-gradient(90deg, var(--future), transparent);
}

@media (max-width: 700px) {
  .furrow {
    flex-wrap: wrap;
    row-gap: 12px;
  }
}
</style>
