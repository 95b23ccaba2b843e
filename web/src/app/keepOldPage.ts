import { nextTick } from 'vue'
import type { Router } from 'vue-router'

/** A page that takes longer is shown as far as it is. */
const LONGEST_MS = 4000

/**
 * Keeps showing the page that is left until the next one has something to show: its picture lies over the new page, which is laid out
 * beneath it. The picture answers nothing, and screen readers do not see it.
 */
export function keepOldPage(
  router: Router,
  main: () => HTMLElement | null,
  now: () => number = () => performance.now(),
) {
  let drop = () => {}

  router.beforeResolve((to, from) => {
    drop()
    const page = main()
    if (!page || !from.matched.length || to.path === from.path || to.meta.bare || from.meta.bare) return
    drop = lay(page)
  })

  router.afterEach(async () => {
    const began = now()
    const mine = drop
    await nextTick()
    const look = () => {
      const page = main()
      const waits = page?.querySelector('.waiting[role=status]') && now() - began < LONGEST_MS
      if (waits && mine === drop) requestAnimationFrame(look)
      else mine()
    }
    look()
  })
}

/** Lays the picture of a page over it, and says how to take it away. */
function lay(page: HTMLElement): () => void {
  const picture = document.createElement('div')
  picture.className = 'old-page'
  picture.style.top = `${page.getBoundingClientRect().top}px`
  const copy = page.cloneNode(true) as HTMLElement
  // a name belongs to one element only
  for (const named of [copy, ...copy.querySelectorAll('[id]')]) named.removeAttribute('id')
  copy.inert = true
  picture.ariaHidden = 'true'
  picture.append(copy)
  page.before(picture)
  page.classList.add('coming')
  return () => {
    picture.remove()
    page.classList.remove('coming')
  }
}
