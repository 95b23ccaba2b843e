import { computed, ref, watch, type Ref } from 'vue'
import type { CountDish, CountSheet, NewLook } from '../api'
import { KINDS, NOTHING_NEW, same, total, type Entry } from '../logic/entry'

const ROUND_HOURS = 3

interface Made {
  client_id: string
  entry: Entry
}

/** One moment for all looks of a round, so that dishes counted minutes apart are compared at the same time. */
function roundStart(trial: number): string {
  const key = `awake-furrow-round-${trial}`
  const kept = sessionStorage.getItem(key)
  if (kept && Date.now() - Date.parse(kept) < ROUND_HOURS * 3_600_000) return kept
  const now = new Date(Math.floor(Date.now() / 1000) * 1000).toISOString()
  sessionStorage.setItem(key, now)
  return now
}

const entryOf = (look: NonNullable<CountDish['last_look']>): Entry => ({
  germinated: look.new_germinated,
  abnormal: look.new_abnormal,
  rotted: look.new_rotted,
  lost: look.new_lost,
})

/** A walk past the dishes of one trial: which one is in hand, what is entered, what was saved in this round. */
export function useRound(sheet: Ref<CountSheet | undefined>, send: (look: NewLook) => unknown) {
  const at = ref(0)
  const entry = ref<Entry>(NOTHING_NEW)
  const places = ref<number[]>([])
  const made = ref<Record<number, Made>>({})
  const startedAt = ref('')

  const dishes = computed(() => (sheet.value?.dishes ?? []).filter((d) => d.open))
  const dish = computed<CountDish | undefined>(() => dishes.value[at.value])
  const over = computed(() => dishes.value.length > 0 && at.value >= dishes.value.length)

  watch(
    sheet,
    (now) => {
      if (!now || startedAt.value) return
      startedAt.value = roundStart(now.trial)
      for (const d of dishes.value) {
        const look = d.last_look
        if (look && Date.parse(look.at) === Date.parse(startedAt.value))
          made.value[d.id] = { client_id: look.client_id, entry: entryOf(look) }
      }
      const first = dishes.value.findIndex((d) => d.due && !made.value[d.id])
      goTo(first < 0 ? 0 : first)
    },
    { immediate: true },
  )

  /** Counts of a dish before this round. */
  function before(d: CountDish) {
    const own = made.value[d.id]
    const inSheet =
      d.last_look && own && Date.parse(d.last_look.at) === Date.parse(startedAt.value)
        ? entryOf(d.last_look)
        : NOTHING_NEW
    return {
      germinated: d.germinated - inSheet.germinated,
      abnormal: d.abnormal - inSheet.abnormal,
      rotted: d.rotted - inSheet.rotted,
      lost: d.lost - inSheet.lost,
    }
  }

  function goTo(index: number) {
    at.value = Math.max(0, Math.min(index, dishes.value.length))
    const d = dish.value
    entry.value = (d && made.value[d.id]?.entry) ?? NOTHING_NEW
    places.value = []
  }

  function look(d: CountDish, counts: Entry, more: Partial<NewLook>): NewLook {
    const changed = Object.fromEntries(KINDS.map((k) => [`new_${k}`, counts[k]]))
    return {
      client_id: crypto.randomUUID(),
      dish: d.id,
      at: startedAt.value,
      device_at: new Date().toISOString(),
      ...changed,
      ...more,
    }
  }

  /** Save the dish in hand and take the next one; a dish saved before in this round is corrected, not counted twice. */
  function save() {
    const d = dish.value
    if (!d) return
    const known = made.value[d.id]
    if (!known || !same(known.entry, entry.value)) {
      const record = look(d, entry.value, known ? { corrects: known.client_id } : {})
      made.value[d.id] = { client_id: record.client_id, entry: entry.value }
      send(record)
    }
    goTo(at.value + 1)
  }

  /** Nothing new in all dishes of this round that were not looked at yet. */
  function nothingNewInTheRest() {
    while (dish.value) {
      if (!made.value[dish.value.id]) entry.value = NOTHING_NEW
      save()
    }
  }

  /** Take the last saved look back and hold its dish again, with its numbers as they were typed. */
  function takeBack() {
    const d = dishes.value[at.value - 1]
    const known = d && made.value[d.id]
    if (!d || !known) return
    send(look(d, NOTHING_NEW, { corrects: known.client_id, withdrawn: true }))
    delete made.value[d.id]
    goTo(at.value - 1)
    entry.value = known.entry
  }

  /** A refused look was not recorded: its dish counts as not looked at. */
  function forget(client_id: string): number {
    const id = Object.keys(made.value).find((k) => made.value[Number(k)]?.client_id === client_id)
    const index = dishes.value.findIndex((d) => d.id === Number(id))
    if (index >= 0) {
      const kept = made.value[Number(id)]?.entry ?? NOTHING_NEW
      delete made.value[Number(id)]
      goTo(index)
      entry.value = kept
    }
    return index
  }

  const saved = computed(() => Object.keys(made.value).length)
  const canTakeBack = computed(() => {
    const d = dishes.value[at.value - 1]
    return d !== undefined && made.value[d.id] !== undefined
  })
  const found = computed(() => total(entry.value))
  return {
    at,
    dish,
    dishes,
    entry,
    places,
    made,
    saved,
    over,
    found,
    canTakeBack,
    before,
    goTo,
    save,
    nothingNewInTheRest,
    takeBack,
    forget,
  }
}
