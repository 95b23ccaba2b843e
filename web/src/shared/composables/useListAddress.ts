import { computed } from 'vue'
import { useInAddress } from './useInAddress'

/** What a list shows, in its address: what is typed, the order, the item beside it, and one of its chips (the first: all). */
export function useListAddress<C extends { value: string }>(choices: readonly C[]) {
  const show = useInAddress('show')
  const first = choices[0]?.value ?? ''
  const chips = computed({
    get: () => [show.value || first],
    set: ([one]) => (show.value = one === first ? '' : (one ?? '')),
  })
  return {
    search: useInAddress('q'),
    order: useInAddress('order'),
    beside: useInAddress('beside'),
    chips,
    chip: computed(() => choices.find((c) => c.value === chips.value[0])),
    narrowed: computed(() => show.value !== ''),
  }
}
