import { ref } from 'vue'
import { useKey } from '@/shared/composables/useKey'

const open = ref(false)

/** Find: opened by “/” wherever nobody is typing. */
export function useFind() {
  useKey('/', () => (open.value = true))
  return { open }
}
