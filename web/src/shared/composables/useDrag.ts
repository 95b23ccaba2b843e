import { ref } from 'vue'

/**
 * Dragging one thing of a drawing with a finger or mouse: `by` pixels since it was taken up, kept while the pointer leaves
 * the thing itself. `end` is told whether it was let go or the browser took the pointer away.
 */
export function useDrag<T>(on: {
  start?: (what: T, event: PointerEvent) => void
  move: (what: T, by: { x: number; y: number }, event: PointerEvent) => void
  end?: (what: T, dropped: boolean) => void
}) {
  const dragged = ref<T | null>(null)
  let from = { x: 0, y: 0 }

  const handlers = (what: T) => ({
    onPointerdown(event: PointerEvent) {
      if (event.button > 0) return
      ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
      from = { x: event.clientX, y: event.clientY }
      dragged.value = what
      on.start?.(what, event)
    },
    onPointermove(event: PointerEvent) {
      if (dragged.value === null) return
      on.move(dragged.value as T, { x: event.clientX - from.x, y: event.clientY - from.y }, event)
    },
    onPointerup: () => finish(true),
    onPointercancel: () => finish(false),
  })
  function finish(dropped: boolean) {
    const what = dragged.value as T | null
    dragged.value = null
    if (what !== null) on.end?.(what, dropped)
  }
  return { dragged, handlers }
}
