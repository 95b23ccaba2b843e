<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import FurrowTextures from '@/shared/drawing/FurrowTextures.vue'
import { day, parseDay } from '@/shared/format/dates'
import type { SowingPreview } from '../api'

/** A sowing as a furrow: its treatment in texture, the sown mark, and the growing as a ridge up to the plants. */
const props = defineProps<{ days: SowingPreview['days']; today: string; sownOn?: string | null }>()

const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 700)
const id = useId()
const on = (task: SowingPreview['days'][number]['task']) => props.days.find((d) => d.task === task)?.on ?? null
const begin = computed(() => on('begin_treatment') ?? on('sow') ?? props.today)
const sow = computed(() => props.sownOn ?? on('sow') ?? begin.value)
const up = computed(() => on('coming_up') ?? sow.value)
const end = computed(() => props.days[props.days.length - 1]?.on ?? sow.value)
const ms = (iso: string) => parseDay(iso).getTime()
const from = computed(() => Math.min(ms(begin.value), ms(sow.value)))
const to = computed(() => Math.max(ms(end.value), from.value + 86_400_000))
const x = (iso: string) => 8 + ((ms(iso) - from.value) / (to.value - from.value)) * (width.value - 16)
const inside = computed(() => ms(props.today) >= from.value && ms(props.today) <= to.value)
const label = computed(
  () => `Begun ${day(begin.value)}, sown ${day(sow.value)}, coming up ${day(up.value)}, plants ${day(end.value)}.`,
)
const ridge = computed(() => {
  const [a, b, c] = [x(sow.value), x(up.value), x(end.value)]
  const rise = b + (c - b) * 0.35
  return `M${a} 50L${b} 50C${b + (rise - b) * 0.5} 50 ${rise - (rise - b) * 0.2} 22 ${rise} 20L${c} 18L${c} 50Z`
})
</script>

<template>
  <div ref="box" class="furrow">
    <svg :width="width" height="84" role="img" :aria-label="label">
      <FurrowTextures :prefix="id" />
      <path class="ridge" :d="ridge" />
      <rect class="soil" x="8" y="50" :width="width - 16" height="12" rx="6" />
      <rect
        v-if="x(sow) - x(begin) > 2"
        :x="x(begin)"
        y="50"
        :width="x(sow) - x(begin)"
        height="12"
        rx="6"
        :fill="`url(#${id}-chill)`"
      />
      <text v-if="x(sow) - x(begin) > 90" :x="x(begin) + 4" y="44">treatment</text>
      <path class="sown" :d="`M${x(sow)} 40v26`" />
      <text :x="x(sow) + 4" y="36">sown</text>
      <text :x="width - 8" y="12" text-anchor="end">plants</text>
      <path v-if="inside" class="today" :d="`M${x(today)} 8V68`" />
      <text x="8" y="80">{{ day(begin) }}</text>
      <text :x="width - 8" y="80" text-anchor="end">{{ day(end) }}</text>
    </svg>
  </div>
</template>

<style scoped>
.furrow {
  width: 100%;
  margin: 8px 0;
  overflow: hidden;
}

svg {
  display: block;
}

text {
  fill: var(--ink-2);
  font: 600 12.5px var(--text);
}

.soil {
  fill: var(--earth);
  opacity: 0.35;
}

.ridge {
  fill: var(--sprout);
  opacity: 0.45;
}

.sown {
  stroke: var(--ink);
  stroke-width: 2;
}

.today {
  stroke: var(--alert);
  stroke-width: 2;
}
</style>
