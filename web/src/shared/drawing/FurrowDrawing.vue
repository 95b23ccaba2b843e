<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { straight, upwards } from './axes'
import { laidOut, ridge, type FurrowPicture } from './furrow'
import FurrowTextures from './FurrowTextures.vue'

/** One treatment or batch: its steps as textured stretches, today as a thin line, what came up as a rising ridge. */
const props = withDefaults(
  defineProps<{
    furrow: FurrowPicture
    domain: readonly [number, number]
    label: string
    small?: boolean
    /** Pixels over the soil, and below it, for what is drawn over the furrow. */
    rise?: number | undefined
    foot?: number
  }>(),
  { small: false, rise: undefined, foot: 0 },
)

const box = ref<HTMLElement | null>(null)
const width = useWidth(box)
const id = useId()

const STRIP = 13
const LEAST_FOR_WORDS = 330
const rise = computed(() => props.rise ?? (props.small ? 12 : 46))
const head = computed(() => (props.small ? 2 : 18))
const soil = computed(() => head.value + rise.value)
const height = computed(() => soil.value + STRIP + 8 + props.foot)

const across = computed(() => straight(props.domain, [4, width.value - 4]))
const x = (day: number) => across.value(day)
const y = computed(() => upwards(soil.value, soil.value - rise.value))

const solidTo = computed(() =>
  props.furrow.ended ? props.furrow.endDay : Math.min(props.furrow.todayDay ?? 0, props.domain[1]),
)
const sown = computed(() => solidTo.value > 0)
const steps = computed(() =>
  laidOut(props.furrow.steps, x).map((s) => {
    // what is past is solid, what is to come is pale
    const past = sown.value || props.furrow.todayDay === null ? s.wide : x(props.furrow.todayDay) - s.left
    return { ...s, past: Math.min(s.wide, Math.max(0, past)) }
  }),
)
const begin = computed(() => Math.max(0, steps.value[0]?.left ?? x(0)))
const line = computed(() => ridge(props.furrow.course, x, y.value))
const area = computed(() => {
  const last = props.furrow.course.at(-1)
  return last && line.value ? `${line.value}L${x(last.day)} ${soil.value}L${x(0)} ${soil.value}Z` : ''
})
const notches = computed(() => [...new Set(props.furrow.lookDays.map((d) => Math.round(x(d))))])
const words = computed(() => {
  const all = props.furrow.steps.map((s) => s.words).join(', then ')
  return width.value > LEAST_FOR_WORDS && all.length * 6.4 < width.value ? all : ''
})
</script>

<template>
  <div ref="box" class="furrow">
    <svg
      :width="width"
      :height="height"
      :viewBox="`0 0 ${width} ${height}`"
      :role="$slots.default ? 'group' : 'img'"
      :aria-label="label"
    >
      <FurrowTextures :prefix="id" />
      <rect
        class="bed"
        :x="begin - 4"
        :y="soil - 1"
        :width="Math.max(0, x(Math.min(furrow.endDay, domain[1])) - begin + 8)"
        :height="STRIP + 2"
        :rx="STRIP / 2"
      />
      <g v-for="(s, i) in steps" :key="i" :fill="`url(#${id}-${s.texture})`">
        <rect class="planned" :x="s.left" :y="soil" :width="s.wide" :height="STRIP" />
        <rect :x="s.left" :y="soil" :width="s.past" :height="STRIP" />
      </g>
      <rect v-if="sown" class="earth" :x="x(0)" :y="soil" :width="Math.max(0, x(solidTo) - x(0))" :height="STRIP" />
      <rect
        v-if="furrow.endDay > solidTo"
        class="future"
        :x="x(Math.max(0, solidTo))"
        :y="soil"
        :width="Math.max(0, x(furrow.endDay) - x(Math.max(0, solidTo)))"
        :height="STRIP"
        rx="3"
      />
      <path v-if="area" class="area" :d="area" />
      <path v-if="line" class="line" :d="line" />
      <path class="sown" :d="`M${x(0)} ${soil - 4}V${soil + STRIP + 2}`" />
      <path v-for="n in notches" :key="n" class="notch" :d="`M${n} ${soil + STRIP + 2}v4`" />
      <path
        v-if="!furrow.ended && furrow.todayDay !== null && furrow.todayDay >= domain[0] && furrow.todayDay <= domain[1]"
        class="today"
        :d="`M${x(furrow.todayDay)} 0V${height}`"
      />
      <text v-if="!small && words" class="words" :x="Math.min(begin, width - words.length * 6.4)" :y="soil - 5">
        {{ words }}
      </text>
      <slot :laid="steps" :x="x" :y="y" :width="width" :soil="soil" :strip="STRIP" :per-day="x(1) - x(0)" />
    </svg>
  </div>
</template>

<style scoped>
.furrow {
  width: 100%;
  overflow: hidden;
}

svg {
  display: block;
}

.bed {
  fill: var(--future);
}

.earth {
  fill: var(--earth);
}

.planned {
  opacity: 0.45;
}

.future {
  fill: none;
  stroke: var(--earth-2);
  stroke-dasharray: 5 4;
  stroke-width: 1.4;
}

.area {
  fill: var(--sprout);
  opacity: 0.8;
}

.line {
  fill: none;
  stroke: var(--sprout-deep);
  stroke-width: 2;
}

.sown {
  stroke: var(--earth);
  stroke-width: 2.5;
}

.notch {
  stroke: var(--earth-2);
  stroke-width: 1;
}

.today {
  stroke: var(--alert);
  stroke-width: 2;
}

.words {
  fill: var(--ink-2);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 4px;
  font: 600 12px var(--text);
}
</style>
