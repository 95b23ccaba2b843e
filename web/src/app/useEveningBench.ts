import { ref, watchEffect } from 'vue'
import { useTheme } from 'vuetify'

const KEY = 'awake-furrow-theme'
const wanted = ref<'day' | 'evening'>(readWanted())

function readWanted(): 'day' | 'evening' {
  const kept = localStorage.getItem(KEY)
  if (kept === 'day' || kept === 'evening') return kept
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'evening' : 'day'
}

// the choice holds in every window of the app
window.addEventListener('storage', (event) => {
  if (event.key === KEY) wanted.value = readWanted()
})

/** The dark theme: one choice for our own colours and Vuetify's. */
export function useEveningBench() {
  const theme = useTheme()
  watchEffect(() => {
    document.documentElement.dataset.theme = wanted.value
    void theme.change(wanted.value)
  })
  function toggle() {
    wanted.value = wanted.value === 'day' ? 'evening' : 'day'
    localStorage.setItem(KEY, wanted.value)
  }
  return { wanted, toggle }
}
