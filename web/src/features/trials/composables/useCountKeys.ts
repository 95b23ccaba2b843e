import { onBeforeUnmount, onMounted } from 'vue'

export interface CountKeys {
  digit: (digit: number) => void
  erase: () => void
  enter: () => void
  kind: (step: 1 | -1) => void
  move: (step: 1 | -1) => void
}

/** Counting on digits, Enter, arrows and Backspace alone. Keys typed into a field, or with a modifier, are left alone. */
export function useCountKeys(keys: CountKeys) {
  function press(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return
    const target = event.target as HTMLElement
    if (target.closest('input, textarea, select, [role=dialog]')) return
    // a focused button keeps its own Enter
    if (event.key === 'Enter' && target.closest('button, a')) return
    const act = actionOf(event.key)
    if (!act) return
    event.preventDefault()
    act()
  }

  function actionOf(key: string): (() => void) | null {
    if (/^[0-9]$/.test(key)) return () => keys.digit(Number(key))
    switch (key) {
      case 'Enter':
        return keys.enter
      case 'Backspace':
        return keys.erase
      case 'ArrowUp':
        return () => keys.kind(-1)
      case 'ArrowDown':
        return () => keys.kind(1)
      case 'ArrowLeft':
        return () => keys.move(-1)
      case 'ArrowRight':
        return () => keys.move(1)
      default:
        return null
    }
  }

  onMounted(() => window.addEventListener('keydown', press))
  onBeforeUnmount(() => window.removeEventListener('keydown', press))
}
