import { onBeforeUnmount, onMounted, ref } from 'vue'
import { isTyping } from '@/shared/composables/typing'

const open = ref(false)

/** Help of the page in view: opened by “?” wherever nobody is typing, closed by Escape. */
export function useHelp() {
  function onKey(event: KeyboardEvent) {
    if (event.key === 'Escape') open.value = false
    if (event.key !== '?' || isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    open.value = !open.value
  }
  onMounted(() => window.addEventListener('keydown', onKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
  return { open }
}
