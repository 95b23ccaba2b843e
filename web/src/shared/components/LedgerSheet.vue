<script setup lang="ts" generic="R extends { id: number }">
import { computed, nextTick, ref, useSlots, watch } from 'vue'
import { useColumns } from '@/shared/composables/useColumns'
import { useLines } from '@/shared/composables/useLines'
import { BESIDE, PHONE, useMedia } from '@/shared/composables/useMedia'
import { useSelection } from '@/shared/composables/useSelection'
import { sortedBy, turned, useSorted } from '@/shared/composables/useSorted'
import { plural } from '@/shared/format/numbers'
import ColumnChoice from './ColumnChoice.vue'
import EmptyState from './EmptyState.vue'
import type { LedgerColumn, LedgerWords } from './ledger'
import LedgerHead from './LedgerHead.vue'
import LedgerLine from './LedgerLine.vue'
import LedgerTop from './LedgerTop.vue'
import PageState from './PageState.vue'
import SelectionBar from './SelectionBar.vue'

/**
 * The ledger sheet: filter by typing and by chips, sorted by any head, columns of one's choice, lines to select, the item beside the list on a
 * desk, and why it is empty. Of thousands of lines only those in view are drawn; those not fetched yet are undefined.
 */
const props = defineProps<{
  words: LedgerWords
  columns: readonly LedgerColumn<R>[]
  first: string
  rows: readonly (R | undefined)[] | undefined
  query: { pending: boolean; error: Error | null }
  /** The server sorts: rows come in their order. */
  sorted?: boolean
  /** Chips narrow the list, so an empty one is not an empty nursery. */
  narrowed?: boolean
}>()
const emit = defineEmits<{ retry: []; choose: [row: R]; see: [ids: number[], first: number, last: number] }>()
const search = defineModel<string>({ required: true })
const order = defineModel<string>('order', { default: '' })
/** The id of the item that is open beside the list; empty: none. */
const beside = defineModel<string>('beside', { default: '' })
defineSlots<
  {
    action(): unknown
    filters(): unknown
    beside(props: { id: number }): unknown
    selected(props: { rows: R[]; clear: () => void }): unknown
  } & Record<`cell-${string}`, (props: { row: R }) => unknown>
>()
const slots = useSlots()

const own = ref(props.first)
const by = computed({
  get: () => order.value || own.value,
  set: (to) => {
    own.value = to
    order.value = to === props.first ? '' : to
  },
})
const fetched = computed(() => (props.rows ?? []) as readonly R[])
const values = Object.fromEntries(props.columns.flatMap((c) => (c.by ? [[c.key, c.by]] : [])))
const { sorted: inOrder } = useSorted<R>(fetched, values, by)
const lined = computed<readonly (R | undefined)[]>(() => (props.sorted ? (props.rows ?? []) : inOrder.value))

const phone = useMedia(PHONE)
const wide = useMedia(BESIDE)
const open = computed(() => (wide.value && slots.beside ? Number(beside.value) : 0))
const { chosen, shown, choices } = useColumns(props.words.title.toLowerCase(), props.columns)
const drawn = computed(() => (open.value ? shown.value.filter((c, i) => c.kept || i === 0) : shown.value))
const { selected, isSelected, allChosen, toggle, toggleAll, clear } = useSelection<R>(() => lined.value)

/** On a phone lines are only selected once somebody asks to. */
const selecting = ref(false)
const selects = computed(() => Boolean(slots.selected) && (!phone.value || selecting.value))

const body = ref<HTMLElement | null>(null)
const height = computed(() => (phone.value ? 96 : 50))
const { lines, above, below, show, measure } = useLines(
  computed(() => lined.value.length),
  height,
  body,
)
watch(
  [lines, lined],
  ([now, rows]) => {
    const ids = now.map((at) => rows[at]?.id).filter((id) => id !== undefined)
    if (now.length) emit('see', ids, now[0] ?? 0, now.at(-1) ?? 0)
  },
  { immediate: true },
)

// one line is in the tab order; the arrow keys walk from line to line, also from the field into the list
const here = ref(0)
const current = computed(() => {
  const at = Math.min(here.value, Math.max(0, lined.value.length - 1))
  return lines.value.includes(at) ? at : (lines.value[0] ?? 0)
})
const lineAt = (at: number) => body.value?.querySelector<HTMLElement>(`[data-line="${at}"]`)
async function walk(to: number) {
  if (!lined.value.length) return
  here.value = Math.max(0, Math.min(lined.value.length - 1, to))
  if (!lineAt(here.value)) {
    show(here.value)
    // the window scrolls first, then the line is drawn
    await new Promise((drawn) => requestAnimationFrame(() => requestAnimationFrame(drawn)))
  }
  await nextTick()
  lineAt(here.value)?.focus()
  lineAt(here.value)?.scrollIntoView({ block: 'nearest' })
}

/** On a desk the item opens beside the list, and its page when it is chosen again; elsewhere its page. */
function choose(row: R | undefined) {
  if (!row) return
  if (!slots.beside || !wide.value || open.value === row.id) emit('choose', row)
  else beside.value = String(row.id)
}
function onKey(event: KeyboardEvent, at: number) {
  if (event.target !== event.currentTarget) return
  const keys: Partial<Record<string, () => unknown>> = {
    Enter: () => choose(lined.value[at]),
    ' ': () => selects.value && toggle(at),
    ArrowDown: () => walk(at + 1),
    ArrowUp: () => walk(at - 1),
    Home: () => walk(0),
    End: () => walk(lined.value.length - 1),
  }
  const act = keys[event.key]
  if (!act) return
  event.preventDefault()
  void act()
}
// an open item follows the walk, once it rests on a line
let resting = 0
watch(here, (at) => {
  clearTimeout(resting)
  resting = window.setTimeout(() => {
    const row = lined.value[at]
    if (open.value && row && document.activeElement === lineAt(at)) beside.value = String(row.id)
  }, 150)
})
</script>

<template>
  <div :class="{ split: open }" @keydown.esc="beside = ''">
    <div class="list">
      <LedgerTop
        v-model="search"
        :title="words.title"
        :label="`Find by ${words.find}`"
        :placeholder="words.placeholder"
        @keydown.down.prevent="walk(0)"
      >
        <slot name="action" />
      </LedgerTop>
      <div class="under-top">
        <slot name="filters" />
        <button v-if="phone && $slots.selected" type="button" class="text-link" @click="selecting = !selecting">
          {{ selecting ? 'Done selecting' : 'Select' }}
        </button>
        <ColumnChoice v-if="!phone && choices.length > 1" v-model="chosen" :choices="choices" />
      </div>
      <PageState :pending="query.pending" :error="query.error" @retry="emit('retry')" />
      <template v-if="rows">
        <EmptyState v-if="!rows.length && !search && !narrowed" :title="words.emptyTitle" :why="words.emptyWhy" />
        <p v-else-if="!rows.length" class="sentence">
          <template v-if="search">Nothing has “{{ search }}” in its {{ words.find }}.</template>
          <template v-else>None of them.</template>
          <template v-if="narrowed"> Not all are searched: choose “All” to see the others.</template>
        </p>
        <template v-else>
          <SelectionBar v-if="selected.length" :words="plural(selected.length, 'line')" @clear="clear">
            <slot name="selected" :rows="selected" :clear="clear" />
          </SelectionBar>
          <table class="ledger sheet" :class="{ selects }" :aria-rowcount="lined.length + 1">
            <LedgerHead
              :columns="drawn"
              :sorting="(column) => sortedBy(column, by)"
              @sort="(column) => (by = by === column ? turned(column) : column)"
            >
              <template #before>
                <th v-if="selects" class="check" scope="col">
                  <input type="checkbox" aria-label="Select all" :checked="allChosen" @change="toggleAll" />
                </th>
              </template>
            </LedgerHead>
            <tbody ref="body">
              <tr v-if="above" aria-hidden="true" class="room">
                <td :style="{ height: `${above}px` }"></td>
              </tr>
              <LedgerLine
                v-for="at in lines"
                :key="lined[at]?.id ?? `line-${at}`"
                :ref="measure"
                :row="lined[at]"
                :at="at"
                :columns="drawn"
                :cells="$slots"
                :selects="selects"
                :selected="lined[at] !== undefined && isSelected(lined[at].id)"
                :data-index="at"
                :data-line="at"
                :aria-rowindex="at + 2"
                :tabindex="at === current ? 0 : -1"
                :class="{ open: open && open === lined[at]?.id, selected: lined[at] && isSelected(lined[at].id) }"
                @focus="here = at"
                @click="choose(lined[at])"
                @keydown="onKey($event, at)"
                @tick="(through) => toggle(at, through)"
              />
              <tr v-if="below" aria-hidden="true" class="room">
                <td :style="{ height: `${below}px` }"></td>
              </tr>
            </tbody>
          </table>
        </template>
      </template>
    </div>
    <aside v-if="open" class="beside" aria-label="The chosen line">
      <button type="button" class="text-link close" @click="beside = ''">Close</button>
      <slot name="beside" :id="open" />
    </aside>
  </div>
</template>

<style scoped>
.split {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(400px, 44%);
  gap: 40px;
}

.under-top {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 24px;
  align-items: center;
  justify-content: space-between;
}

.check {
  width: 36px;
}

.check input {
  width: 20px;
  height: 20px;
  accent-color: var(--leaf);
}

.room td {
  padding: 0;
  border: 0;
}

tr.open,
tr.selected {
  background: var(--sheet);
}

tr.open {
  box-shadow: -4px 0 var(--leaf);
}

.beside {
  position: sticky;
  top: 16px;
  overflow-y: auto;
  max-height: calc(100vh - 32px);
  padding-left: 28px;
  border-left: 1px solid var(--line);
}

.close {
  float: right;
}

.beside > :deep(h2) {
  margin: 0 60px 8px 0;
}

.beside :deep(.go) {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 20px;
}

@media (max-width: 700px) {
  .selects tr:not(.room) {
    position: relative;
    padding-left: 36px;
  }

  .sheet tr.room {
    padding: 0;
    border: 0;
  }
}

@media print {
  .check {
    display: none;
  }
}
</style>
