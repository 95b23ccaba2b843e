import { onBeforeUnmount, onMounted, ref } from 'vue'

/**
 * The server's clock on this device: the difference is taken when an answer comes, so that a wrong device clock moves no
 * timer. `performance.now()` runs on when somebody sets the device's clock.
 */
export function useClock() {
  const now = ref(Date.now())
  let atAnswer = Date.now()
  let ticksAtAnswer = performance.now()
  let timer = 0

  const tick = () => (now.value = atAnswer + (performance.now() - ticksAtAnswer))
  /** The server said so at that tick of `performance.now()`: an answer that was kept meanwhile is that much older. */
  function set(serverIso: string, heardAt: number) {
    atAnswer = Date.parse(serverIso)
    ticksAtAnswer = heardAt
    tick()
  }
  onMounted(() => (timer = window.setInterval(tick, 200)))
  onBeforeUnmount(() => window.clearInterval(timer))
  return { now, set }
}
