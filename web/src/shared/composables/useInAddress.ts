import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/** A choice of a page that its address keeps (`?name=…`), so that a link and the way back show the same; empty is left out. */
export function useInAddress(name: string) {
  const route = useRoute()
  const router = useRouter()
  return computed<string>({
    get: () => [route.query[name]].flat()[0] ?? '',
    set: (value) => void router.replace({ query: { ...route.query, [name]: value || undefined }, hash: route.hash }),
  })
}
