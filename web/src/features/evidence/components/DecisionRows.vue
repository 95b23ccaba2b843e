<script setup lang="ts">
import { computed } from 'vue'
import FurrowDrawing from '@/shared/drawing/FurrowDrawing.vue'
import { furrowBeforeSowing, stepSentence, stepsLabel } from '@/shared/drawing/furrowOf'
import PipDrawing from '@/shared/drawing/PipDrawing.vue'
import { plural } from '@/shared/format/numbers'
import type { Decision, DecisionOption } from '../api'

/** Each treatment: its furrow up to sowing, what to expect of it as pips, its chance of being the best, what it saves and costs. */
const props = defineProps<{ decision: Decision }>()

const rows = computed(() => [...props.decision.options].sort((a, b) => b.share - a.share))
const from = computed(() => Math.min(-1, ...props.decision.options.flatMap((o) => o.steps.map((s) => s.start_day))))
const chosen = computed(() => props.decision.options.find((o) => o.treatment === props.decision.use))

const under = (o: DecisionOption) =>
  [
    o.is_control ? 'control' : o.steps.map(stepSentence).join(' → ') || 'sown untreated',
    `${o.germinated} of ${o.sown} germinated`,
    o.bags > 1 ? `${plural(o.bags, 'bag')}` : '',
    o.hazardous ? 'can hurt: see its cautions' : '',
  ]
    .filter(Boolean)
    .join(' · ')
const label = (o: DecisionOption) =>
  `${o.name}: about ${(100 * o.share).toFixed(0)} of 100, likely between ${(100 * o.lower).toFixed(0)} and ${(100 * o.upper).toFixed(0)}`
</script>

<template>
  <div class="decision" role="table" aria-label="Treatments compared">
    <div class="row head" role="row">
      <span role="columnheader">treatment</span>
      <span class="furrow" role="columnheader">before sowing</span>
      <span role="columnheader">germinated of 100 sown; each pip is one chance in 20</span>
      <span class="chance" role="columnheader">chance it is best</span>
      <span class="against" role="columnheader">compared with {{ chosen?.name }}</span>
    </div>
    <div v-for="o in rows" :key="o.treatment" class="row" :class="{ use: o.treatment === decision.use }" role="row">
      <span class="name" role="cell">
        <strong>{{ o.name }}</strong>
        <span class="quiet">{{ under(o) }}</span>
      </span>
      <span class="furrow" role="cell">
        <FurrowDrawing :furrow="furrowBeforeSowing(o.steps)" :domain="[from, 0]" :label="stepsLabel(o.steps)" small />
      </span>
      <span role="cell">
        <PipDrawing :pips="o.pips" :share="o.share" :chosen="o.treatment === decision.use" :label="label(o)" />
      </span>
      <span class="chance" role="cell"
        ><strong>{{ o.chance }}</strong> <span class="phone quiet">to be the best</span></span
      >
      <span class="against" role="cell">{{ o.treatment === decision.use ? 'recommended' : o.against }}</span>
    </div>
    <div class="row scale" aria-hidden="true">
      <span></span><span class="furrow"></span>
      <span class="ticks quiet"
        ><span v-for="t in [0, 25, 50, 75, 100]" :key="t">{{ t }}</span></span
      >
    </div>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(150px, 1.1fr) minmax(90px, 0.8fr) minmax(240px, 2.6fr) 110px minmax(120px, 0.9fr);
  gap: 16px;
  align-items: center;
  padding: 4px 8px 0;
  border-left: 4px solid transparent;
}

.head {
  color: var(--ink-2);
  font-size: 0.86rem;
}

.use {
  border-left-color: var(--sprout-deep);
  background: var(--sheet);
}

.name {
  display: flex;
  flex-direction: column;
}

.name strong {
  display: block;
  font-family: var(--heading);
}

.name strong::first-letter {
  text-transform: uppercase;
}

.name .quiet {
  margin-left: 0;
}

.name .quiet,
.against {
  font-size: 0.86rem;
}

.ticks {
  display: flex;
  justify-content: space-between;
  font-size: 0.82rem;
}

.phone {
  display: none;
}

@media (max-width: 900px) {
  .row {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
    gap: 2px 12px;
    padding: 10px 8px;
    border-bottom: 1px solid var(--line-soft);
  }

  .head,
  .furrow {
    display: none;
  }

  .row > :nth-child(1),
  .row > :nth-child(3) {
    grid-column: 1 / -1;
  }

  .phone {
    display: inline;
  }

  .scale {
    border-bottom: 0;
    padding-top: 0;
  }
}
</style>
