import { nextTick, watch } from 'vue'
import { useRoute } from 'vue-router'

/** On a page that lists things: bring the one that the address names (`#place-3`) into view, once it is there, and mark it. */
export function useArrival(there: () => unknown) {
  const route = useRoute()
  watch(
    [() => route.hash, there],
    async ([hash, ready]) => {
      if (!hash || !ready) return
      await nextTick()
      for (const marked of document.querySelectorAll('.arrived')) marked.classList.remove('arrived')
      const element = document.getElementById(hash.slice(1))
      element?.classList.add('arrived')
      element?.scrollIntoView({ block: 'center' })
    },
    { immediate: true, flush: 'post' },
  )
}
