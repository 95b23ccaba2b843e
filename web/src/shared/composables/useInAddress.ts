import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/**
 * A choice of a page that its address keeps (`?name=…`), so that a link and the way back show the same; empty is left out.
 * What is typed holds at once: an address that follows a moment later never takes a letter back.
 */
export function useInAddress(name: string) {
  const route = useRoute()
  const router = useRouter()
  const page = route.path
  const inAddress = () => [route.query[name]].flat()[0] ?? ''
  const value = ref(inAddress())
  let underWay = 0

  watch(inAddress, (now) => {
    if (!underWay && route.path === page) value.value = now
  })
  return computed<string>({
    get: () => value.value,
    set(to) {
      value.value = to
      underWay += 1
      const query = { ...route.query, [name]: to || undefined }
      void router.replace({ query, hash: route.hash }).finally(() => (underWay -= 1))
    },
  })
}
