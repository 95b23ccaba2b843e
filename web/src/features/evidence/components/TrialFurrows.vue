<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import DishDrawing from '@/shared/drawing/DishDrawing.vue'
import { pictureOf } from '@/shared/drawing/dish'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import { furrowLabel, furrowPicture, stepSentence } from '@/shared/drawing/furrowOf'
import { percent, percentRange } from '@/shared/format/numbers'
import { inUnit, ticks, unitFor } from '@/shared/format/timescale'
import type { Overview } from '../api'

/** The furrows of a trial on one axis of time: plan and rise, with share and dishes at the end of each. */
const props = defineProps<{ trial: Overview }>()

const ROOM = 0.015
const domain = computed<[number, number]>(() => {
  const starts = props.trial.furrows.flatMap((f) => f.steps.map((s) => s.start_day))
  const to = Math.max(
    props.trial.length_days,
    props.trial.today_day !== null && props.trial.state === 'counting' ? props.trial.today_day : 0,
  )
  const from = Math.min(0, ...starts, ...props.trial.furrows.flatMap((f) => f.look_days))
  const room = (to - from) * ROOM
  return [from - room, to + room]
})
const ended = computed(() => props.trial.state === 'closed')
const today = computed(() => (ended.value ? null : props.trial.today_day))

const axis = ref<HTMLElement | null>(null)
const width = useWidth(axis)
// the room at both ends is no time of the trial
const unit = computed(() => unitFor((domain.value[1] - domain.value[0]) / (1 + 2 * ROOM)))
const marks = computed(() => {
  const [from, to] = domain.value
  const place = (day: number) => 4 + ((day - from) / (to - from)) * (width.value - 8)
  const found = ticks(from, to, unit.value, Math.max(3, Math.floor(width.value / 80)))
    .filter((d) => Math.abs(d) > 1e-9)
    .map((d) => ({ at: place(d), words: `${Math.abs(inUnit(d, unit.value))}`, kind: 'tick', lean: '-50%' }))
  const own = [{ at: place(0), words: 'sown', kind: 'sown', lean: '-50%' }]
  if (today.value !== null && today.value >= from && today.value <= to)
    own.push({ at: place(today.value), words: 'today', kind: 'today', lean: '-50%' })
  // two words that would run into each other lean apart
  const [first, second] = own
  if (first && second && Math.abs(first.at - second.at) < 44) {
    first.lean = first.at < second.at ? '-100%' : '0'
    second.lean = first.at < second.at ? '0' : '-100%'
  }
  return [...own, ...found.filter((t) => own.every((o) => Math.abs(o.at - t.at) > 42))]
})
const picture = (view: Overview['furrows'][number]) => ({
  ...furrowPicture(view, today.value, props.trial.length_days),
  ended: ended.value,
})
</script>

<template>
  <div class="furrows">
    <div v-for="f in trial.furrows" :key="f.id" class="row">
      <div class="name">
        <h3>{{ f.name }}</h3>
        <span class="quiet">{{ f.is_control ? 'the control' : f.steps.length ? '' : 'as it is' }}</span>
        <span class="quiet phone">{{ f.steps.map(stepSentence).join(' → ') }}</span>
      </div>
      <FurrowDrawing :furrow="picture(f)" :domain="domain" :label="furrowLabel(f)" />
      <div class="result">
        <p v-if="f.share !== null && f.lower !== null && f.upper !== null">
          <strong class="figures">{{ percent(f.share) }} %</strong>
          <span class="figures quiet">{{ percentRange(f.lower, f.upper) }}</span>
        </p>
        <p v-else class="quiet">not sown yet</p>
        <div class="dishes">
          <div v-for="(d, i) in f.dishes" :key="i" class="dish" :class="{ aside: d.set_aside }">
            <DishDrawing :dish="pictureOf(d)" :name="d.code" />
          </div>
        </div>
      </div>
    </div>
    <div class="row axis" aria-hidden="true">
      <div class="name quiet">{{ unit.name }}</div>
      <div ref="axis" class="marks">
        <span
          v-for="m in marks"
          :key="m.words + m.at"
          :class="m.kind"
          :style="{ left: `${m.at}px`, transform: `translateX(${m.lean})` }"
          >{{ m.words }}</span
        >
      </div>
      <div />
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 138px minmax(0, 1fr) 158px;
  gap: 14px;
  align-items: end;
  padding: 4px 0 6px;
  border-bottom: 1px solid var(--line-soft);
}

.name .quiet {
  display: -webkit-box;
  overflow: hidden;
  font-size: 0.86rem;
  line-height: 1.3;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
}

.name .phone {
  display: none;
}

.result p {
  margin: 0;
  white-space: nowrap;
}

.result strong {
  margin-right: 6px;
  font: 600 1.55rem var(--heading);
}

.dishes {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.dish {
  width: 30px;
}

.aside {
  opacity: 0.45;
}

.axis {
  border: 0;
}

.marks {
  position: relative;
  height: 24px;
}

.marks span {
  position: absolute;
  color: var(--ink-2);
  font-size: 0.86rem;
  white-space: nowrap;
}

.marks .sown {
  color: var(--ink);
  font-weight: 600;
}

.marks .today {
  color: var(--alert);
  font-weight: 600;
}

@media (max-width: 700px) {
  .row {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  .row > :nth-child(1) {
    grid-column: 1 / -1;
  }

  .row > :nth-child(3) {
    width: 132px;
  }

  .axis > :first-child {
    display: none;
  }

  .name .phone {
    display: block;
  }
}
</style>
