<script setup lang="ts">
import IntervalTrack from '@/shared/drawing/IntervalTrack.vue'
import { percent, percentRange, plural } from '@/shared/format/numbers'
import { useRecipeResults } from '../api'

/** What the recipe did so far, plant by plant: the average lot, and pale where the next one will fall. */
const props = defineProps<{ recipe: number }>()
const { data } = useRecipeResults(() => props.recipe)
const to = (r: { taxon: number | null; lot: number | null }) =>
  r.taxon !== null ? `/plants/${r.taxon}` : `/plants/lot/${r.lot}`
</script>

<template>
  <template v-if="data?.length">
    <h4>Results so far <span class="quiet">of sown; pale: likely range of the next lot</span></h4>
    <ul class="plain">
      <li v-for="r in data" :key="`${r.taxon}${r.lot}${r.conditions}`">
        <span
          ><RouterLink :to="to(r)">{{ r.name }}</RouterLink>
          <span v-if="r.conditions" class="quiet">{{ r.conditions }}</span>
          <span class="quiet"> {{ plural(r.trials, 'trial') }}</span></span
        >
        <IntervalTrack
          :lower="r.pooled.mean.lower"
          :upper="r.pooled.mean.upper"
          :middle="r.pooled.mean.median"
          :pale="r.pooled.next_lot"
        />
        <span>
          {{ percent(r.pooled.mean.median) }} %
          <span class="quiet">({{ percentRange(r.pooled.mean.lower, r.pooled.mean.upper) }})</span>
        </span>
      </li>
    </ul>
  </template>
  <p v-else-if="data" class="quiet">No trial of this version has been counted yet.</p>
</template>

<style scoped>
h4 {
  margin: 10px 0 4px;
  font: 600 1rem var(--heading);
}

h4 .quiet {
  font: 0.88rem var(--text);
}

li {
  display: grid;
  grid-template-columns: minmax(140px, 1fr) minmax(80px, 1.3fr) minmax(120px, 0.8fr);
  gap: 14px;
  align-items: center;
  max-width: 760px;
  padding: 3px 0;
}

@media (max-width: 700px) {
  li {
    grid-template-columns: minmax(0, 1fr) auto;
  }

  li > :nth-child(2) {
    grid-row: 2;
    grid-column: 1 / -1;
  }
}
</style>
