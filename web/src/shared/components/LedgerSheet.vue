<script setup lang="ts" generic="R extends { id: number }">
import { computed, nextTick, ref } from 'vue'
import { useSorted } from '@/shared/composables/useSorted'
import EmptyState from './EmptyState.vue'
import LedgerHead from './LedgerHead.vue'
import LedgerTop from './LedgerTop.vue'
import PageState from './PageState.vue'

export interface LedgerColumn<Row> {
  key: string
  name: string
  num?: boolean
  /** What the column sorts by; null comes last. */
  by: (row: Row) => string | number | null
}

export interface LedgerWords {
  title: string
  /** What typing looks through, for the field's label and for "nothing found". */
  find: string
  placeholder: string
  emptyTitle: string
  emptyWhy: string
}

/** The ledger sheet: filter by typing, sorted by any head, a line leads to its thing, and says why it is empty. */
const props = defineProps<{
  words: LedgerWords
  columns: readonly LedgerColumn<R>[]
  first: string
  rows: readonly R[] | undefined
  query: { pending: boolean; error: Error | null }
  /** How many there are in all, where not all of them are fetched at once. */
  total?: number
}>()
const emit = defineEmits<{ retry: []; choose: [row: R]; more: [] }>()
const search = defineModel<string>({ required: true })
defineSlots<{ action(): unknown; filters(): unknown; row(props: { row: R }): unknown }>()

const shown = computed(() => props.rows ?? [])
const values = Object.fromEntries(props.columns.map((c) => [c.key, c.by]))
const { sorted, sortBy, ariaSort } = useSorted<R>(shown, values, props.first)

// one line is in the tab order; the arrow keys walk from line to line, also from the field into the list
const body = ref<HTMLElement | null>(null)
const here = ref(0)
const current = computed(() => Math.min(here.value, Math.max(0, sorted.value.length - 1)))
async function walk(to: number) {
  if (!sorted.value.length) return
  here.value = Math.max(0, Math.min(sorted.value.length - 1, to))
  await nextTick()
  const line = body.value?.children[here.value] as HTMLElement | undefined
  line?.focus()
  line?.scrollIntoView({ block: 'nearest' })
}
</script>

<template>
  <LedgerTop
    @keydown.down.prevent="walk(0)"
    v-model="search"
    :title="words.title"
    :label="`Find by ${words.find}`"
    :placeholder="words.placeholder"
  >
    <slot name="action" />
  </LedgerTop>
  <slot name="filters" />
  <PageState :pending="query.pending" :error="query.error" @retry="emit('retry')" />
  <template v-if="rows">
    <EmptyState v-if="!rows.length && !search" :title="words.emptyTitle" :why="words.emptyWhy" />
    <p v-else-if="!rows.length" class="sentence">Nothing has “{{ search }}” in its {{ words.find }}.</p>
    <table v-else class="ledger sheet">
      <LedgerHead :columns="columns" :sorting="ariaSort" @sort="sortBy" />
      <tbody ref="body">
        <tr
          v-for="(row, i) in sorted"
          :key="row.id"
          :tabindex="i === current ? 0 : -1"
          @focus="here = i"
          @click="emit('choose', row)"
          @keydown.enter.self="emit('choose', row)"
          @keydown.down.self.prevent="walk(i + 1)"
          @keydown.up.self.prevent="walk(i - 1)"
          @keydown.home.self.prevent="walk(0)"
          @keydown.end.self.prevent="walk(sorted.length - 1)"
        >
          <slot name="row" :row="row" />
        </tr>
      </tbody>
    </table>
    <p v-if="total !== undefined && total > rows.length" class="sentence">
      {{ rows.length }} of {{ total }} are shown and sorted: type to find the others, or
      <button type="button" class="text-link" @click="emit('more')">show more</button>.
    </p>
  </template>
</template>
