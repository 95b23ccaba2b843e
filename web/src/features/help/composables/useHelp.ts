import { ref } from 'vue'
import { useKey } from '@/shared/composables/useKey'

const open = ref(false)

/** Help of the page in view: opened by “?” wherever nobody is typing, closed by Escape. */
export function useHelp() {
  useKey('?', () => (open.value = !open.value))
  useKey('Escape', () => (open.value = false), { everywhere: true })
  return { open }
}
