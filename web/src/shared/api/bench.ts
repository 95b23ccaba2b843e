/** Which practice bench this tab is on; each tab has its own, and it outlives a reload. */
const KEPT = 'awake-furrow-bench'

/** The header by which the server knows it; the worker keeps no answer that was asked with it. */
export const BENCH_HEADER = 'X-Practice-Bench'

export const benchId: number | null = Number(sessionStorage.getItem(KEPT)) || null

/** Pages and what they know are loaded again: nothing of the one place is shown in the other. */
export function enterBench(id: number, page = '/practice/bench') {
  sessionStorage.setItem(KEPT, String(id))
  window.location.assign(page)
}

export function leaveBench(page = '/practice') {
  sessionStorage.removeItem(KEPT)
  window.location.assign(page)
}

/** Records kept on the device stay apart too. */
export const onThisBench = (name: string) => (benchId ? `${name}-bench-${benchId}` : name)

/** A link that the browser follows by itself carries no header: the bench stands in its address. */
export const addressOf = (path: string) => (benchId ? `${path}${path.includes('?') ? '&' : '?'}bench=${benchId}` : path)
