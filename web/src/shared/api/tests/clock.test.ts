import { describe, expect, it, vi } from 'vitest'

const NOW = Date.parse('2026-11-29T12:00:00.400Z')

async function device() {
  vi.useFakeTimers({ now: NOW })
  return import('@/shared/api/clock')
}

describe('the clock of a device', () => {
  it('is right while it agrees with the server to the minute', async () => {
    const { clockOff, noteServerTime, rightNow } = await device()
    noteServerTime('Sun, 29 Nov 2026 12:00:45 GMT')
    expect(clockOff.value).toBe(0)
    expect(rightNow().toISOString()).toBe('2026-11-29T12:00:00.000Z')
  })

  it('is corrected by what the server says, slow or fast', async () => {
    const { clockOff, noteServerTime, rightNow } = await device()
    for (const [says, hours] of [
      ['Sun, 29 Nov 2026 14:00:00 GMT', 2],
      ['Sun, 29 Nov 2026 09:00:00 GMT', -3],
    ] as const) {
      // prettier-ignore
      noteServerTime(says)
      expect(Math.round(clockOff.value / 3_600_000)).toBe(hours)
      expect(rightNow().getTime()).toBe(Date.parse(says))
    }
  })

  it('stays corrected for hours without signal, also when the page is opened again', async () => {
    const { noteServerTime } = await device()
    noteServerTime('Sun, 29 Nov 2026 14:00:00 GMT')
    vi.resetModules()
    const again = await import('@/shared/api/clock')
    expect(again.rightNow().toISOString()).toBe('2026-11-29T14:00:00.000Z')
  })

  it('is not moved by an answer that names no time', async () => {
    const { clockOff, noteServerTime } = await device()
    noteServerTime('Sun, 29 Nov 2026 14:00:00 GMT')
    const before = clockOff.value
    noteServerTime(null)
    noteServerTime('yesterday')
    expect(clockOff.value).toBe(before)
  })
})
