import { computed, ref, watch, type Ref } from 'vue'
import { rightNow } from '@/shared/api/clock'
import type { CountDish, CountSheet, NewLook } from '../api'
import { extrasOf, KINDS, NOTHING_NEW, PLAIN, same, sameExtras, total, type Entry, type Extras } from '../logic/entry'
import { countsOf } from '../logic/onTheDevice'

const LONGEST_ROUND_HOURS = 3

interface Made {
  client_id: string
  entry: Entry
  extras: Extras
}

/**
 * One moment for all looks of a round, so that dishes counted minutes apart are compared at the same time. A round ends
 * before the next one is due, and after three hours at most.
 */
function roundStart(sheet: CountSheet): string {
  const key = `awake-furrow-round-${sheet.trial}`
  const kept = localStorage.getItem(key)
  const hours = Math.min(LONGEST_ROUND_HOURS, (sheet.every_days * 24) / 2)
  const now = rightNow()
  if (kept && Math.abs(now.getTime() - Date.parse(kept)) < hours * 3_600_000) return kept
  localStorage.setItem(key, now.toISOString())
  return now.toISOString()
}

/** A walk past the dishes of one trial: which one is in hand, what is entered, what was saved in this round. */
export function useRound(
  sheet: Ref<CountSheet | undefined>,
  send: (look: NewLook, dish: CountDish, extras: Extras) => unknown,
) {
  const at = ref(0)
  const entry = ref<Entry>(NOTHING_NEW)
  const extras = ref<Extras>(PLAIN)
  const places = ref<number[]>([])
  const made = ref<Record<number, Made>>({})
  const startedAt = ref('')
  // what stood before a look that was taken back is not known on this device
  const takenBack = new Set<number>()

  const dishes = computed(() => (sheet.value?.dishes ?? []).filter((d) => d.open || d.sown_at === null))
  const dish = computed<CountDish | undefined>(() => dishes.value[at.value])
  const over = computed(() => dishes.value.length > 0 && at.value >= dishes.value.length)
  const ofThisRound = (look: CountDish['last_look']) => !!look && Date.parse(look.at) === Date.parse(startedAt.value)

  watch(
    sheet,
    (now) => {
      if (!now || startedAt.value) return
      startedAt.value = roundStart(now)
      for (const d of dishes.value) {
        const look = d.last_look
        if (look && ofThisRound(look))
          made.value[d.id] = { client_id: look.client_id, entry: countsOf(look), extras: PLAIN }
      }
      const first = dishes.value.findIndex((d) => d.due && !made.value[d.id])
      goTo(first < 0 ? 0 : first)
    },
    { immediate: true },
  )

  /** Counts of a dish before this round. */
  function before(d: CountDish): Entry {
    const inSheet = d.last_look && made.value[d.id] && ofThisRound(d.last_look) ? countsOf(d.last_look) : NOTHING_NEW
    return {
      germinated: d.germinated - inSheet.germinated,
      abnormal: d.abnormal - inSheet.abnormal,
      rotted: d.rotted - inSheet.rotted,
      lost: d.lost - inSheet.lost,
    }
  }

  /** What the next dish begins with: how one looks and where sprouts go stays the same through a round. */
  function fresh(): Extras {
    return { ...PLAIN, seen_how: extras.value.seen_how, sprouts: extras.value.sprouts }
  }

  function goTo(index: number) {
    at.value = Math.max(0, Math.min(index, dishes.value.length))
    const known = dish.value && made.value[dish.value.id]
    entry.value = known?.entry ?? NOTHING_NEW
    extras.value = known && known.extras !== PLAIN ? known.extras : fresh()
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
    if (!known || !same(known.entry, entry.value) || !sameExtras(known.extras, extras.value)) {
      const last = d.last_look?.client_id ?? null
      const follows = known ? { corrects: known.client_id } : takenBack.has(d.id) ? {} : { after: last }
      const early = d.sown_at === null ? { early: true } : {}
      const record = look(d, entry.value, { ...follows, ...early, ...extrasOf(entry.value, extras.value) })
      made.value[d.id] = { client_id: record.client_id, entry: entry.value, extras: extras.value }
      send(record, d, extras.value)
    }
    goTo(at.value + 1)
  }

  /** Nothing new in all dishes of this round that were not looked at yet. */
  function nothingNewInTheRest() {
    while (dish.value) {
      if (!made.value[dish.value.id]) {
        entry.value = NOTHING_NEW
        extras.value = { ...fresh() }
      }
      save()
    }
  }

  /** Take the last saved look back and hold its dish again, with its numbers as they were typed. */
  function takeBack() {
    const d = dishes.value[at.value - 1]
    const known = d && made.value[d.id]
    if (!d || !known) return
    send(look(d, NOTHING_NEW, { corrects: known.client_id, withdrawn: true }), d, PLAIN)
    delete made.value[d.id]
    takenBack.add(d.id)
    goTo(at.value - 1)
    entry.value = known.entry
  }

  /** A refused look was not recorded: its dish counts as not looked at, and is in hand again with its numbers. */
  function forget(client_id: string): boolean {
    const id = Object.keys(made.value).find((k) => made.value[Number(k)]?.client_id === client_id)
    const index = dishes.value.findIndex((d) => d.id === Number(id))
    if (index < 0) return false
    const kept = made.value[Number(id)]
    delete made.value[Number(id)]
    goTo(index)
    if (kept) {
      entry.value = kept.entry
      extras.value = kept.extras
    }
    return true
  }

  /** A page that was left open belongs to the round it was opened for. */
  const expired = () =>
    sheet.value !== undefined && startedAt.value !== '' && roundStart(sheet.value) !== startedAt.value

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
    extras,
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
    expired,
    /** The last look of this dish is not the one in the sheet any more. */
    unsure: (dish: number) => void takenBack.add(dish),
  }
}
