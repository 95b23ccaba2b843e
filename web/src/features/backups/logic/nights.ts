const TWO_NIGHTS_MS = 2 * 24 * 3_600_000

/** A nightly backup older than this is missing one. */
export const oldestAllowed = (now: Date) => new Date(now.getTime() - TWO_NIGHTS_MS)
