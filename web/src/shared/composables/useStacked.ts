import { onBeforeUnmount, onMounted, type Ref } from 'vue'

/**
 * Marks the room of a table as `stacked` where the table is wider: then its rows are stacked, each cell under the words of its column, so that nothing
 * scrolls sideways. Measured again whenever the room or the content changes.
 */
export function useStacked(room: Ref<HTMLElement | null>) {
  const table = () => room.value?.querySelector('table') ?? null

  function measure() {
    const found = table()
    if (!room.value || !found) return
    name(found)
    // its own width shows only while it is a table
    room.value.classList.remove('stacked')
    const stacked = found.scrollWidth > room.value.clientWidth + 1
    room.value.classList.toggle('stacked', stacked)
    speak(found, stacked)
  }

  const resized = new ResizeObserver(measure)
  const changed = new MutationObserver(measure)
  onMounted(() => {
    if (!room.value) return
    measure()
    resized.observe(room.value)
    changed.observe(room.value, { childList: true, characterData: true, subtree: true })
  })
  onBeforeUnmount(() => {
    resized.disconnect()
    changed.disconnect()
  })
}

/** Give each cell the words of its column, where it belongs to one column only. */
export function name(table: HTMLElement) {
  const heads = spread([...table.querySelectorAll('thead tr')].at(-1))
  for (const row of table.querySelectorAll('tbody tr')) {
    spread(row).forEach((cell, column) => {
      if (!cell) return
      const words = over(cell) === 1 && cell.tagName === 'TD' ? heads[column]?.textContent.trim() : ''
      cell.dataset.label = words ?? ''
    })
  }
}

const over = (cell: HTMLElement) => Number(cell.getAttribute('colspan') ?? 1)

/** The cells of a row by their column; one over several columns is in the first of them. */
function spread(row: Element | undefined): (HTMLElement | undefined)[] {
  const cells = [...(row?.querySelectorAll<HTMLElement>('td, th') ?? [])]
  return cells.flatMap((cell) => [cell, ...Array.from({ length: over(cell) - 1 }, () => undefined)])
}

const ROLES = { TABLE: 'table', THEAD: 'rowgroup', TBODY: 'rowgroup', TR: 'row', TD: 'cell' } as Record<string, string>

/** What is no longer laid out as a table still is one to a screen reader. */
function speak(table: HTMLElement, stacked: boolean) {
  for (const part of [table, ...table.querySelectorAll('thead, tbody, tr, td, th')]) {
    const head = part.tagName === 'TH' ? (part.getAttribute('scope') === 'row' ? 'rowheader' : 'columnheader') : ''
    if (stacked) part.setAttribute('role', ROLES[part.tagName] ?? head)
    else part.removeAttribute('role')
  }
}
