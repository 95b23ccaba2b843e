<script setup lang="ts">
import WideTable from '@/shared/components/WideTable.vue'
import { percent } from '@/shared/format/numbers'
import { mass } from '@/shared/format/units'
import type { SowingPreview } from '../api'

/** Ways to sow side by side: one seed a cell and more cells, or several and fewer; one of them is chosen. */
defineProps<{ preview: SowingPreview }>()
const chosen = defineModel<number | null>({ required: true })
</script>

<template>
  <WideTable label="Ways to sow">
    <thead>
      <tr>
        <th scope="col">seeds a cell</th>
        <th scope="col" class="num">cells</th>
        <th scope="col" class="num">trays</th>
        <th scope="col" class="num">seeds</th>
        <th scope="col" class="num">of the lot</th>
        <th scope="col" class="num">stay empty</th>
        <th scope="col" class="num">to thin</th>
      </tr>
    </thead>
    <tbody>
      <tr
        v-for="c in preview.choices"
        :key="c.choice.seeds"
        :class="{ here: c.choice.seeds === preview.seeds_per_cell }"
      >
        <td>
          <label class="pick">
            <input
              type="radio"
              name="way-in-cells"
              :value="c.choice.seeds"
              :checked="c.choice.seeds === preview.seeds_per_cell"
              :aria-label="c.sentence"
              @change="chosen = c.choice.seeds"
            />
            {{ c.choice.seeds }}
            <span v-if="c.choice.seeds === preview.proposed" class="quiet"
              >fills {{ percent(c.choice.share_filled) }} %</span
            >
          </label>
        </td>
        <td class="num">{{ c.choice.cells }}</td>
        <td class="num">{{ c.choice.trays }}</td>
        <td class="num">
          {{ c.choice.seeds_in_all }}<span v-if="c.grams !== null" class="quiet"> ≈ {{ mass(c.grams) }}</span>
        </td>
        <td class="num" :class="{ late: c.too_many }">
          {{ c.share_of_lot === null ? 'not known' : `${percent(c.share_of_lot)} %` }}
        </td>
        <td class="num">≈ {{ (c.choice.cells - c.choice.cells_filled).toFixed(0) }}</td>
        <!-- one seed a cell leaves nothing to thin: that is no estimate -->
        <td class="num">{{ c.choice.seeds === 1 ? 'none' : `≈ ${c.choice.cells_to_thin.toFixed(0)}` }}</td>
      </tr>
    </tbody>
  </WideTable>
</template>

<style scoped>
.pick {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
  white-space: nowrap;
  cursor: pointer;
}

.pick input {
  width: 20px;
  height: 20px;
  accent-color: var(--leaf);
}

td {
  vertical-align: middle;
}

.here td {
  background: var(--sheet);
  font-weight: 600;
}
</style>
