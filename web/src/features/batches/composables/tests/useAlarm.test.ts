import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { mounted } from '@/shared/tests/mounted'
import { useAlarm } from '../useAlarm'
import { useClock } from '../useClock'

const beeps = vi.fn()
const released = vi.fn(async () => undefined)
const asked = vi.fn(async () => ({ release: released }))
const shaken = vi.fn()
const sound = {
  currentTime: 0, destination: {}, resume: vi.fn(), close: vi.fn(async () => undefined),
  createOscillator: () => ({ frequency: {}, connect: (to: unknown) => to, start: beeps, stop: vi.fn() }),
  createGain: () => ({ gain: { setValueAtTime: vi.fn(), exponentialRampToValueAtTime: vi.fn() }, connect: vi.fn() }),
} // prettier-ignore

beforeEach(() => {
  vi.useFakeTimers()
  for (const spy of [beeps, released, asked, shaken]) spy.mockClear()
  vi.stubGlobal('AudioContext', function () {
    return sound
  })
  Object.assign(navigator, { wakeLock: { request: asked }, vibrate: shaken })
})

const alarm = (running = ref(true), over = ref(false)) => ({ running, over, ...mounted(() => useAlarm(running, over)) })

describe('the alarm of a timer', () => {
  it('is silent before the first tap, as browsers ask, and then beeps until it is stopped', async () => {
    const { over, arm, ready } = alarm()
    over.value = true
    await nextTick()
    vi.advanceTimersByTime(5000)
    expect([beeps.mock.calls.length, ready.value]).toEqual([0, false])
    over.value = false
    await nextTick()
    arm()
    beeps.mockClear()
    over.value = true
    await nextTick()
    vi.advanceTimersByTime(2500)
    expect(beeps).toHaveBeenCalledTimes(3)
    expect(shaken).toHaveBeenCalledTimes(1)
    over.value = false
    await nextTick()
    vi.advanceTimersByTime(5000)
    expect(beeps).toHaveBeenCalledTimes(3)
  })

  it('keeps the screen awake while anything runs, and lets go when the page is left', async () => {
    const { arm, awake, leave } = alarm()
    arm()
    await vi.advanceTimersByTimeAsync(0)
    expect([asked.mock.calls.length, awake.value]).toEqual([1, true])
    leave()
    expect(released).toHaveBeenCalled()
    expect(sound.close).toHaveBeenCalled()
  })

  it('says that the screen may sleep where it is refused', async () => {
    asked.mockRejectedValueOnce(new Error('battery'))
    const { arm, awake } = alarm()
    arm()
    await vi.advanceTimersByTimeAsync(0)
    expect(awake.value).toBe(false)
  })

  it('asks for nothing where nothing runs, and lets go when the last one ends', async () => {
    const { running, arm } = alarm(ref(false))
    arm()
    expect(asked).not.toHaveBeenCalled()
    running.value = true
    await vi.advanceTimersByTimeAsync(0)
    expect(asked).toHaveBeenCalledTimes(1)
    running.value = false
    await nextTick()
    expect(released).toHaveBeenCalledTimes(1)
  })
})

describe('the clock of the timers', () => {
  it('is right also where the answer came before the page was opened', () => {
    const heardAt = performance.now()
    vi.advanceTimersByTime(4000)
    const { now, set, leave } = mounted(useClock)
    set('2026-03-10T11:00:00Z', heardAt)
    expect(new Date(now.value).toISOString()).toBe('2026-03-10T11:00:04.000Z')
    leave()
  })

  it('goes by the server, also when somebody sets the clock of the device', () => {
    vi.setSystemTime(new Date('2026-03-10T09:00:00Z'))
    const { now, set, leave } = mounted(useClock)
    set('2026-03-10T11:00:00Z', performance.now())
    vi.advanceTimersByTime(60_000)
    vi.setSystemTime(new Date('2026-01-01T00:00:00Z'))
    vi.advanceTimersByTime(200)
    expect(new Date(now.value).toISOString()).toBe('2026-03-10T11:01:00.200Z')
    leave()
    const last = now.value
    vi.advanceTimersByTime(5000)
    expect(now.value).toBe(last)
  })
})
