const SYSTEMS: [RegExp, string][] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS/, 'Mac'],
  [/Linux/, 'Linux'],
]
const BROWSERS: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/Firefox\//, 'Firefox'],
  [/Chrom/, 'Chromium'],
  [/Safari\//, 'Safari'],
]

const first = (table: [RegExp, string][], agent: string) => table.find(([mark]) => mark.test(agent))?.[1]

/** A device as people know it, from what its browser says of itself. */
export function deviceWords(agent: string): string {
  const parts = [first(BROWSERS, agent), first(SYSTEMS, agent)].filter(Boolean)
  return parts.length ? parts.join(' on ') : agent || 'unknown device'
}
