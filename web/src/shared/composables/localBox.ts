/** A box on the device, in the order in which things were put in; it survives a closed page. */
export function localBox<T>(key: string) {
  return {
    read(): T[] {
      const kept = localStorage.getItem(key)
      return kept ? (JSON.parse(kept) as T[]) : []
    },
    write(items: readonly T[]): void {
      if (items.length) localStorage.setItem(key, JSON.stringify(items))
      else localStorage.removeItem(key)
    },
  }
}
