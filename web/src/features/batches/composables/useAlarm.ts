import { onBeforeUnmount, ref, watch, type Ref } from 'vue'
import { browser } from '@/shared/api/browser'

/** Sound while something is over, and a screen that stays awake while anything runs. Both need a tap first, as browsers ask. */
export function useAlarm(running: Ref<boolean>, over: Ref<boolean>) {
  const ready = ref(false)
  const awake = ref(false)
  let sound: AudioContext | null = null
  let beeping = 0
  let lock: WakeLockSentinel | null = null

  function beep() {
    if (!sound) return
    const tone = sound.createOscillator()
    const loud = sound.createGain()
    tone.frequency.value = 880
    loud.gain.setValueAtTime(0.4, sound.currentTime)
    loud.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + 0.5)
    tone.connect(loud).connect(sound.destination)
    tone.start()
    tone.stop(sound.currentTime + 0.5)
  }

  async function keepAwake() {
    if (!browser.wakeLock || !running.value || document.visibilityState !== 'visible') return
    try {
      lock = await browser.wakeLock.request('screen')
      awake.value = true
    } catch {
      // a low battery refuses it: the page says that the screen may sleep
      awake.value = false
    }
  }

  /** Called from a tap: from then on the alarm can be heard. */
  function arm() {
    sound ??= new AudioContext()
    void sound.resume()
    ready.value = true
    beep()
    void keepAwake()
  }

  watch(
    over,
    (now) => {
      window.clearInterval(beeping)
      if (!now) return
      beep()
      // browsers forbid it before the first tap
      if (ready.value) browser.vibrate?.([400, 200, 400])
      beeping = window.setInterval(beep, 1200)
    },
    { immediate: true },
  )
  watch(running, (now) => {
    if (now) void keepAwake()
    else void lock?.release()
  })
  document.addEventListener('visibilitychange', keepAwake)
  onBeforeUnmount(() => {
    window.clearInterval(beeping)
    document.removeEventListener('visibilitychange', keepAwake)
    void lock?.release()
    void sound?.close()
  })
  return { ready, awake, arm }
}
