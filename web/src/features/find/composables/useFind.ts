import { onBeforeUnmount, onMounted, ref } from 'vue'
import { isTyping } from '@/shared/composables/typing'

const open = ref(false)

/** Find: opened by “/” wherever nobody is typing. */
export function useFind() {
  function onKey(event: KeyboardEvent) {
    if (event.key !== '/' || open.value || isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey)
      return
    event.preventDefault()
    open.value = true
  }
  onMounted(() => window.addEventListener('keydown', onKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
  return { open }
}
