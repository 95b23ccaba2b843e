import { onBeforeUnmount, onMounted } from 'vue'
import { isTyping } from './typing'

/** What a key does, for as long as the component is there: wherever nobody is typing, or everywhere. */
export function useKey(key: string, act: () => void, { everywhere = false } = {}) {
  function onKey(event: KeyboardEvent) {
    if (event.key !== key || event.ctrlKey || event.metaKey || event.altKey) return
    if (!everywhere && isTyping(event.target)) return
    if (!everywhere) event.preventDefault()
    act()
  }
  onMounted(() => window.addEventListener('keydown', onKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
}
