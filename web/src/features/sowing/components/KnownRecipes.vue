<script setup lang="ts">
import { day } from '@/shared/format/dates'
import { percent, percentRange } from '@/shared/format/numbers'
import { opennessWords } from '@/shared/labels'
import type { PlantKnowledge } from '../api'

/** Treatments over all trials of a plant: each trial a soft bar on one axis of percent, then the average and the next lot. */
defineProps<{ recipes: PlantKnowledge['recipes'] }>()
const at = (share: number) => `${100 * share}%`
</script>

<template>
  <section v-for="r in recipes" :key="r.name" class="recipe" :aria-label="r.name">
    <div class="line">
      <h3>
        {{ r.name }} <span v-if="r.best" class="best">best so far</span>
        <span class="quiet state">{{ opennessWords[r.openness] }}</span>
      </h3>
      <RouterLink v-if="r.recipe !== null" class="quiet" :to="{ name: 'recipes', query: { open: r.recipe } }"
        >Open recipe</RouterLink
      >
    </div>
    <p>{{ r.sentence }}</p>
    <ul class="plain">
      <li v-for="l in r.lines" :key="`${l.trial}${l.germinated}`">
        <span class="who">
          <RouterLink class="code" :to="{ name: 'compare', params: { id: l.trial } }">{{ l.trial_code }}</RouterLink>
          <span class="quiet">{{ day(l.sown_on) }}, {{ l.lot_code }}</span>
        </span>
        <span class="track" aria-hidden="true">
          <span class="bar" :style="{ left: at(l.lower), width: at(l.upper - l.lower) }"></span>
          <span class="mark" :style="{ left: at(l.share) }"></span>
        </span>
        <span class="figures">
          {{ percent(l.share) }} % <span class="quiet">({{ percentRange(l.lower, l.upper) }})</span>
          <span v-if="l.left_out" class="late"> not pooled: {{ l.left_out }}</span>
        </span>
      </li>
      <li class="pooled">
        <span class="who"
          ><strong>average lot</strong> <span class="quiet">pale: likely range of the next lot</span></span
        >
        <span class="track" aria-hidden="true">
          <span
            class="bar next"
            :style="{
              left: at(r.pooled.next_lot.lower),
              width: at(r.pooled.next_lot.upper - r.pooled.next_lot.lower),
            }"
          ></span>
          <span
            class="bar"
            :style="{ left: at(r.pooled.mean.lower), width: at(r.pooled.mean.upper - r.pooled.mean.lower) }"
          ></span>
          <span class="mark" :style="{ left: at(r.pooled.mean.median) }"></span>
        </span>
        <span class="figures">
          {{ percent(r.pooled.mean.median) }} %
          <span class="quiet"
            >({{ percentRange(r.pooled.mean.lower, r.pooled.mean.upper) }}), next lot
            {{ percentRange(r.pooled.next_lot.lower, r.pooled.next_lot.upper) }}</span
          >
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.recipe {
  margin: 10px 0 16px;
}

.line {
  display: flex;
  gap: 14px;
  align-items: baseline;
  justify-content: space-between;
}

h3::first-letter {
  text-transform: uppercase;
}

.next {
  opacity: 0.4;
}

.best {
  margin-left: 8px;
  color: var(--leaf);
  font: 600 0.9rem var(--text);
}

.state {
  margin-left: 8px;
  font: 400 0.9rem var(--text);
}

p {
  margin: 2px 0;
}

li {
  display: grid;
  grid-template-columns: minmax(150px, 1fr) minmax(80px, 1.3fr) minmax(130px, 0.9fr);
  gap: 12px;
  align-items: center;
}

.track {
  position: relative;
  height: 12px;
  border-bottom: 1px solid var(--line);
}

.bar {
  position: absolute;
  top: 1px;
  height: 9px;
  border-radius: 5px;
  background: var(--sprout);
  opacity: 0.4;
}

.mark {
  position: absolute;
  top: -2px;
  width: 3px;
  height: 15px;
  background: var(--sprout-deep);
}

@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  }

  .track {
    grid-row: 2;
    grid-column: 1 / -1;
  }
}
</style>
