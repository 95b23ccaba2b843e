import { onBeforeUnmount, ref } from 'vue'

/** Whether the screen is as a media query says, now and after it turns. */
export function useMedia(query: string) {
  const list = matchMedia(query)
  const fits = ref(list.matches)
  const follow = () => (fits.value = list.matches)
  list.addEventListener('change', follow)
  onBeforeUnmount(() => list.removeEventListener('change', follow))
  return fits
}

/** Room for an item beside its list. */
export const BESIDE = '(min-width: 1100px)'
/** Where a line of a list becomes a small block. */
export const PHONE = '(max-width: 700px)'
