import { computed, ref, watch } from 'vue'
import type { LedgerColumn } from '@/shared/components/ledger'

/** Which columns of a list are shown: chosen by people and kept on the device; the first one always. */
export function useColumns<R>(list: string, columns: readonly LedgerColumn<R>[]) {
  const name = `awake-furrow-columns-${list}`
  const usual = columns.filter((c) => !c.extra).map((c) => c.key)
  const chosen = ref(read(name) ?? usual)
  watch(chosen, (keys) => localStorage.setItem(name, JSON.stringify(keys)))
  const shown = computed(() => columns.filter((c, i) => i === 0 || chosen.value.includes(c.key)))
  return { chosen, shown, choices: columns.slice(1) }
}

function read(name: string): string[] | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(name) ?? 'null')
    return Array.isArray(kept) && kept.every((k) => typeof k === 'string') ? kept : null
  } catch {
    // somebody else's text under our name: the usual columns do
    return null
  }
}
