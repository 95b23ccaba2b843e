import { ref } from 'vue'

const KEPT = 'awake-furrow-clock-off'
/** Answers name whole seconds and take time to arrive: less than this is no error of a clock. */
const SLACK_MS = 60_000

/** How far this device's clock is behind the server's, in ms; kept for hours without signal. 0 while they agree. */
export const clockOff = ref(Number(localStorage.getItem(KEPT) ?? 0))

/** Hold the device's clock against the time that an answer names. */
export function noteServerTime(date: string | null) {
  if (!date) return
  const off = Date.parse(date) - Date.now()
  if (Number.isNaN(off)) return
  clockOff.value = Math.abs(off) > SLACK_MS ? off : 0
  localStorage.setItem(KEPT, String(clockOff.value))
}

/** The moment by the server's clock, to the second. */
export const rightNow = () => new Date(Math.floor((Date.now() + clockOff.value) / 1000) * 1000)
