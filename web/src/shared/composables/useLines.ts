import { useWindowVirtualizer } from '@tanstack/vue-virtual'
import { computed, onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** Up to so many lines are simply all there; of more, only those in view and a few around them are. */
const FEW = 120
const AROUND = 8

/**
 * The lines of a long table that are drawn, with the room that the others take above and below. On paper all of them are.
 * `count`: how many there are; `height`: about how high one is, in pixels; `body`: where they are.
 */
export function useLines(count: Ref<number>, height: Ref<number>, body: Ref<HTMLElement | null>) {
  const onPaper = ref(false)
  const before = () => (onPaper.value = true)
  const after = () => (onPaper.value = false)
  onMounted(() => {
    addEventListener('beforeprint', before)
    addEventListener('afterprint', after)
  })
  onBeforeUnmount(() => {
    removeEventListener('beforeprint', before)
    removeEventListener('afterprint', after)
  })

  const long = computed(() => count.value > FEW && !onPaper.value)
  const virtual = useWindowVirtualizer(
    computed(() => ({
      count: long.value ? count.value : 0,
      estimateSize: () => height.value,
      overscan: AROUND,
      scrollMargin: body.value ? body.value.getBoundingClientRect().top + scrollY : 0,
    })),
  )
  const lines = computed(() =>
    long.value ? virtual.value.getVirtualItems().map((v) => v.index) : Array.from({ length: count.value }, (_, i) => i),
  )
  const above = computed(() => {
    const first = virtual.value.getVirtualItems()[0]
    return long.value && first ? first.start - virtual.value.options.scrollMargin : 0
  })
  const below = computed(() => {
    const last = virtual.value.getVirtualItems().at(-1)
    return long.value && last ? virtual.value.getTotalSize() - (last.end - virtual.value.options.scrollMargin) : 0
  })
  /** Bring a line into view, so that it is drawn. */
  const show = (at: number) => long.value && virtual.value.scrollToIndex(at)
  const measure = (line: unknown) => {
    const element = (line as { $el?: unknown } | null)?.$el
    if (long.value && element instanceof HTMLElement) virtual.value.measureElement(element)
  }
  return { lines, above, below, show, measure }
}
