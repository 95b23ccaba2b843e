<script setup lang="ts" generic="R extends { id: number }">
import type { Slots } from 'vue'
import type { LedgerColumn } from './ledger'

/** One line of a ledger sheet, a component of its own: while a long list scrolls, only lines that come into view are made. */
const props = defineProps<{
  row: R | undefined
  at: number
  columns: readonly LedgerColumn<R>[]
  /** The sheet's slots, of which each column has one. */
  cells: Slots
  selects: boolean
  selected: boolean
}>()
const emit = defineEmits<{ tick: [through: boolean] }>()

const Cell = ({ column }: { column: string }) => props.cells[`cell-${column}`]?.({ row: props.row })
Cell.props = ['column']
</script>

<template>
  <tr>
    <td v-if="selects" class="check" @click.stop>
      <input
        v-if="row"
        type="checkbox"
        tabindex="-1"
        :aria-label="`Select line ${at + 1}`"
        :checked="selected"
        @click="emit('tick', ($event as MouseEvent).shiftKey)"
      />
    </td>
    <td v-if="!row" :colspan="columns.length" class="coming">…</td>
    <template v-else>
      <td
        v-for="c in columns"
        :key="c.key"
        :class="[{ num: c.num }, `on-phone-${c.phone ?? 'line'}`]"
        :data-column="c.key"
      >
        <Cell :column="c.key" />
      </td>
    </template>
  </tr>
</template>

<style scoped>
.check {
  width: 36px;
}

.check input {
  width: 20px;
  height: 20px;
  accent-color: var(--leaf);
}

.coming {
  color: var(--ink-2);
}

@media (max-width: 700px) {
  td.check {
    position: absolute;
    top: 10px;
    left: 0;
  }

  .on-phone-head,
  .on-phone-side {
    grid-row: 1;
  }

  .on-phone-left,
  .on-phone-right {
    grid-row: 2;
  }

  .on-phone-head,
  .on-phone-left {
    grid-column: 1;
  }

  .on-phone-side,
  .on-phone-right {
    grid-column: 2;
    text-align: right;
  }

  .on-phone-line {
    grid-column: 1 / -1;
  }

  td.on-phone-none {
    display: none;
  }

  .num.on-phone-line,
  .num.on-phone-left {
    text-align: left;
  }
}

@media print {
  .check {
    display: none;
  }
}
</style>
