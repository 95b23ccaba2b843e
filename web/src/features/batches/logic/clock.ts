const SECOND = 1000

/** A span as a bench timer shows it: “4:07”, “1:02:09”, with a minus where it is over. */
export function span(ms: number): string {
  const over = ms < 0
  const all = over ? Math.floor(-ms / SECOND) : Math.ceil(ms / SECOND)
  const pad = (n: number) => String(n).padStart(2, '0')
  const [h, m, s] = [Math.floor(all / 3600), Math.floor(all / 60) % 60, all % 60]
  return `${over ? '−' : ''}${h ? `${h}:${pad(m)}` : m}:${pad(s)}`
}

/** A length of time in the unit that suits it: “31 min 20 s”, “12.4 h”, “58 days”. */
export function lengthWords(days: number): string {
  const minutes = days * 1440
  if (minutes < 120) {
    const seconds = Math.round(minutes * 60)
    return seconds % 60 ? `${Math.floor(seconds / 60)} min ${seconds % 60} s` : `${seconds / 60} min`
  }
  return days < 2 ? `${(days * 24).toFixed(1)} h` : `${days.toFixed(days < 10 ? 1 : 0)} days`
}
