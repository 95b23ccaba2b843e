<script setup lang="ts">
import { computed, ref } from 'vue'
import { useWidth } from '@/shared/composables/useWidth'
import { SHARE_MARKS, straight } from '@/shared/drawing/axes'
import { day } from '@/shared/format/dates'
import { percent, percentRange } from '@/shared/format/numbers'
import { opennessWords } from '@/shared/labels'
import type { PlantKnowledge } from '../api'

/**
 * Treatments of a plant over all lots and years, one row each on one axis of percent: the average lot as a bar, where the next lot
 * will fall as a paler one, each trial as a ring. A row opens to its trials.
 */
defineProps<{ recipes: PlantKnowledge['recipes'] }>()
type Known = PlantKnowledge['recipes'][number]

const LINE = 46
const box = ref<HTMLElement | null>(null)
const width = useWidth(box, 600)
const x = computed(() => straight([0, 1], [8, width.value - 40]).clamp(true))
const open = ref('')

/** Rings that would cover each other step down. */
function rings(recipe: Known) {
  const placed: number[] = []
  return recipe.lines.map((line) => {
    const at = x.value(line.share)
    const near = placed.filter((p) => Math.abs(p - at) < 9).length
    placed.push(at)
    return { line, at, down: (near % 3) * 7 }
  })
}
const said = (r: Known) =>
  `${r.name}: average lot ${percent(r.pooled.mean.median)} %, ${percentRange(r.pooled.mean.lower, r.pooled.mean.upper)}; ` +
  `the next lot ${percentRange(r.pooled.next_lot.lower, r.pooled.next_lot.upper)}; ` +
  r.lines.map((l) => `${l.trial_code} ${percent(l.share)} %`).join(', ')
</script>

<template>
  <div ref="box" class="known">
    <section v-for="r in recipes" :key="r.name" :aria-label="r.name">
      <button type="button" class="row" :aria-expanded="open === r.name" @click="open = open === r.name ? '' : r.name">
        <span class="head">
          <span
            ><strong>{{ r.name }}</strong> <span v-if="r.best" class="best">best so far</span></span
          >
          <span class="quiet">{{ opennessWords[r.openness] }}</span>
        </span>
        <svg :width="width" :height="LINE" role="img" :aria-label="said(r)">
          <path v-for="at in SHARE_MARKS" :key="at" class="grid" :d="`M${x(at)} 0V${LINE}`" />
          <rect
            class="next"
            :x="x(r.pooled.next_lot.lower)"
            y="6"
            :width="Math.max(2, x(r.pooled.next_lot.upper) - x(r.pooled.next_lot.lower))"
            height="22"
            rx="11"
          />
          <rect
            class="mean"
            :x="x(r.pooled.mean.lower)"
            y="11"
            :width="Math.max(2, x(r.pooled.mean.upper) - x(r.pooled.mean.lower))"
            height="12"
            rx="6"
          />
          <path class="middle" :d="`M${x(r.pooled.mean.median)} 6V28`" />
          <circle
            v-for="(g, i) in rings(r)"
            :key="i"
            class="ring"
            :class="{ out: g.line.left_out }"
            :cx="g.at"
            :cy="17 + g.down"
            r="4.2"
          />
          <text :x="width" y="22" text-anchor="end">{{ percent(r.pooled.mean.median) }} %</text>
        </svg>
      </button>
      <div v-if="open === r.name" class="more">
        <p>{{ r.sentence }}</p>
        <ul class="plain">
          <li v-for="l in r.lines" :key="`${l.trial}${l.germinated}`">
            <span
              ><RouterLink class="code" :to="{ name: 'compare', params: { id: l.trial } }">{{
                l.trial_code
              }}</RouterLink>
              <span class="quiet"> {{ day(l.sown_on) }}, {{ l.lot_code }}</span></span
            >
            <span>
              {{ percent(l.share) }} % <span class="quiet">({{ percentRange(l.lower, l.upper) }})</span>
              <span v-if="l.left_out" class="late"> not pooled: {{ l.left_out }}</span>
            </span>
          </li>
        </ul>
        <RouterLink v-if="r.recipe !== null" :to="{ name: 'recipes', hash: `#recipe-${r.recipe}` }"
          >Open recipe</RouterLink
        >
      </div>
    </section>
    <svg v-if="recipes.length" class="axis" :width="width" height="18" aria-hidden="true">
      <text v-for="at in SHARE_MARKS" :key="at" :x="x(at)" y="13" text-anchor="middle">
        {{ 100 * at }}{{ at === 1 ? ' %' : '' }}
      </text>
    </svg>
    <p v-if="recipes.length" class="quiet key">
      Bar: the average lot. Paler: where the next lot is likely to fall. Rings: trials.
    </p>
  </div>
</template>

<style scoped>
.row {
  display: block;
  width: 100%;
  padding: 8px 0 0;
  color: var(--ink);
  text-align: left;
}

.row:hover strong {
  text-decoration: underline;
}

.head {
  display: flex;
  gap: 12px;
  align-items: baseline;
  justify-content: space-between;
}

.head strong::first-letter {
  text-transform: uppercase;
}

.best {
  margin-left: 8px;
  color: var(--leaf);
  font-weight: 600;
  font-size: 0.9rem;
}

svg {
  display: block;
}

.grid {
  stroke: var(--line-soft);
}

.next {
  fill: var(--sprout);
  fill-opacity: 0.22;
}

.mean {
  fill: var(--sprout);
  fill-opacity: 0.6;
}

.middle {
  stroke: var(--sprout-deep);
  stroke-width: 3;
}

.ring {
  fill: var(--paper);
  stroke: var(--chill);
  stroke-width: 2;
}

.ring.out {
  stroke: var(--ink-3);
  stroke-dasharray: 2 2;
}

text {
  fill: var(--ink);
  font: 600 14px var(--text);
}

.axis text {
  fill: var(--ink-2);
  font: 12px var(--text);
}

.key {
  margin: 2px 0 0;
  font-size: 0.9rem;
}

.more {
  padding: 2px 0 10px;
}

.more li {
  display: flex;
  gap: 16px;
  justify-content: space-between;
}
</style>
