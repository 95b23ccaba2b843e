import { computed, shallowRef, triggerRef } from 'vue'

/** Chosen lines of a list, by id: they stay chosen while the list is filtered or sorted; with Shift all between two of them. */
export function useSelection<R extends { id: number }>(rows: () => readonly (R | undefined)[]) {
  const kept = shallowRef(new Map<number, R>())
  let last = -1
  const selected = computed(() => [...kept.value.values()])
  const loaded = () => rows().filter((r): r is R => r !== undefined)
  const allChosen = computed(() => loaded().length > 0 && loaded().every((r) => kept.value.has(r.id)))

  function set(row: R | undefined, on: boolean) {
    if (!row) return
    if (on) kept.value.set(row.id, row)
    else kept.value.delete(row.id)
  }
  function toggle(at: number, through = false) {
    const row = rows()[at]
    if (!row) return
    const on = !kept.value.has(row.id)
    const from = through && last >= 0 ? last : at
    for (let i = Math.min(from, at); i <= Math.max(from, at); i += 1) set(rows()[i], on)
    last = at
    triggerRef(kept)
  }
  function toggleAll() {
    const on = !allChosen.value
    for (const row of loaded()) set(row, on)
    triggerRef(kept)
  }
  function clear() {
    kept.value = new Map()
    last = -1
  }
  return { selected, isSelected: (id: number) => kept.value.has(id), allChosen, toggle, toggleAll, clear }
}
