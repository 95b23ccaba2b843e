<script setup lang="ts">
import IntervalTrack from '@/shared/drawing/IntervalTrack.vue'
import { day } from '@/shared/format/dates'
import { percent, percentRange } from '@/shared/format/numbers'
import { opennessWords } from '@/shared/labels'
import type { PlantKnowledge } from '../api'

/** Treatments over all trials of a plant: each trial a soft bar on one axis of percent, then the average and the next lot. */
defineProps<{ recipes: PlantKnowledge['recipes'] }>()
</script>

<template>
  <section v-for="r in recipes" :key="r.name" class="recipe" :aria-label="r.name">
    <div class="line">
      <h3>
        {{ r.name }} <span v-if="r.best" class="best">best so far</span>
        <span class="quiet state">{{ opennessWords[r.openness] }}</span>
      </h3>
      <RouterLink v-if="r.recipe !== null" class="quiet" :to="{ name: 'recipes', hash: `#recipe-${r.recipe}` }"
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
        <IntervalTrack class="track" :lower="l.lower" :upper="l.upper" :middle="l.share" />
        <span class="figures">
          {{ percent(l.share) }} % <span class="quiet">({{ percentRange(l.lower, l.upper) }})</span>
          <span v-if="l.left_out" class="late"> not pooled: {{ l.left_out }}</span>
        </span>
      </li>
      <li class="pooled">
        <span class="who"
          ><strong>average lot</strong> <span class="quiet">pale: likely range of the next lot</span></span
        >
        <IntervalTrack
          class="track"
          :lower="r.pooled.mean.lower"
          :upper="r.pooled.mean.upper"
          :middle="r.pooled.mean.median"
          :pale="r.pooled.next_lot"
        />
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
