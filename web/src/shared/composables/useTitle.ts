import { watchEffect } from 'vue'

/** The browser's title follows the page. */
export function useTitle(title: () => string): void {
  watchEffect(() => {
    document.title = title() ? `${title()} · Awake Furrow` : 'Awake Furrow'
  })
}
