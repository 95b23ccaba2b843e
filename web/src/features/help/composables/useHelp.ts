import { onBeforeUnmount, onMounted, ref } from 'vue'

const open = ref(false)

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName))

/** Help of the page in view: opened by “?” wherever nobody is typing, closed by Escape. */
export function useHelp() {
  function onKey(event: KeyboardEvent) {
    if (event.key === 'Escape') open.value = false
    if (event.key !== '?' || typing(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    open.value = !open.value
  }
  onMounted(() => window.addEventListener('keydown', onKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', onKey))
  return { open }
}
