<script setup lang="ts">
import TrayDrawing from '@/shared/drawing/TrayDrawing.vue'
import { percent, plural } from '@/shared/format/numbers'
import { mass } from '@/shared/format/units'
import type { SowingPreview } from '../api'

/** Ways to sow side by side as the trays they fill: one seed a cell and more cells, or several and fewer; one of them is chosen. */
defineProps<{ preview: SowingPreview; cellsPerTray: number }>()
const chosen = defineModel<number | null>({ required: true })
type Way = SowingPreview['choices'][number]['choice']

const label = (way: Way) =>
  `${plural(way.seeds, 'seed')} in each of ${plural(way.cells, 'cell')}: about ${(way.cells - way.cells_filled).toFixed(0)} stay empty, about ${way.cells_to_thin.toFixed(0)} to thin`
</script>

<template>
  <div class="ways" role="radiogroup" aria-label="Ways to sow">
    <label
      v-for="c in preview.choices"
      :key="c.choice.seeds"
      :class="{ here: c.choice.seeds === preview.seeds_per_cell }"
    >
      <span class="name">
        <input
          type="radio"
          name="way-in-cells"
          :value="c.choice.seeds"
          :checked="c.choice.seeds === preview.seeds_per_cell"
          :aria-label="c.sentence"
          @change="chosen = c.choice.seeds"
        />
        <strong>{{ plural(c.choice.seeds, 'seed') }} a cell</strong>
        <span v-if="c.choice.seeds === preview.proposed" class="quiet"
          >fills {{ percent(c.choice.share_filled) }} %</span
        >
      </span>
      <span class="tray">
        <TrayDrawing
          :cells="c.choice.cells"
          :per-tray="cellsPerTray"
          :filled="c.choice.cells_filled"
          :several="c.choice.cells_to_thin"
          :label="label(c.choice)"
        />
        <span v-if="c.choice.trays > 1" class="times">× {{ c.choice.trays }}</span>
      </span>
      <span>{{ plural(c.choice.cells, 'cell') }}, {{ plural(c.choice.trays, 'tray') }}</span>
      <span
        >{{ plural(c.choice.seeds_in_all, 'seed')
        }}<template v-if="c.grams !== null">, ≈ {{ mass(c.grams) }}</template></span
      >
      <span :class="c.too_many ? 'late' : 'quiet'">
        <template v-if="c.share_of_lot === null">share of the lot not known</template>
        <template v-else>{{ percent(c.share_of_lot) }} % of the lot</template>
      </span>
      <span class="quiet">≈ {{ (c.choice.cells - c.choice.cells_filled).toFixed(0) }} stay empty</span>
      <!-- one seed a cell leaves nothing to thin: that is no estimate -->
      <span class="quiet">{{
        c.choice.seeds === 1 ? 'none to thin' : `≈ ${c.choice.cells_to_thin.toFixed(0)} to thin`
      }}</span>
    </label>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(170px, 1fr));
  gap: 18px 26px;
}

label {
  display: flex;
  flex-direction: column;
  padding-bottom: 8px;
  border-bottom: 3px solid transparent;
  cursor: pointer;
}

.here {
  border-color: var(--leaf);
}

.name {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}

.ways .quiet {
  margin-left: 0;
}

.name input {
  width: 20px;
  height: 20px;
  accent-color: var(--leaf);
}

.tray {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: end;
  margin-bottom: 6px;
}

.times {
  font: 600 1.2rem var(--heading);
}
</style>
