import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** Width of an element in CSS pixels, so that a drawing keeps its text at reading size. */
export function useWidth(element: Ref<HTMLElement | null>, first = 600): Ref<number> {
  const width = ref(first)
  let observer: ResizeObserver | null = null
  onMounted(() => {
    if (!element.value) return
    width.value = element.value.clientWidth || first
    observer = new ResizeObserver(([entry]) => {
      if (entry && entry.contentRect.width > 0) width.value = entry.contentRect.width
    })
    observer.observe(element.value)
  })
  onBeforeUnmount(() => observer?.disconnect())
  return width
}
