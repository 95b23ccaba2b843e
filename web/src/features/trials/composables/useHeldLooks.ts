import { computed, ref, watch, type Ref } from 'vue'
import type { CountDish } from '../api'
import type { Kind } from '../logic/entry'
import { countsOf } from '../logic/onTheDevice'
import { useLookOutbox, type Held, type WaitingLook } from './useLookOutbox'

/** Answers of the server that a person must choose between; everything else is numbers to correct. */
const DECISIONS = new Set(['counted_meanwhile', 'dish_closed', 'before_sowing', 'already_corrected'])

/**
 * What the server did not take of this round. Impossible numbers put their dish in hand again, and the row is replaced by
 * what is saved then; it stays on the device until that.
 */
export function useHeldLooks(trial: Ref<number>, forget: (client_id: string) => boolean) {
  const { refused, send, decide } = useLookOutbox()
  const inHand = ref<Record<number, Held>>({})
  const said = ref('')
  const own = computed(() => refused.value.filter((r) => r.item.trial === trial.value))
  const toDecide = computed(() =>
    own.value.filter((r) => DECISIONS.has(r.refusal?.code ?? '') || inHand.value[r.item.body.dish]?.order !== r.order),
  )

  watch(
    own,
    (rows) => {
      for (const row of rows) {
        if (DECISIONS.has(row.refusal?.code ?? '') || inHand.value[row.item.body.dish]) continue
        if (!forget(row.item.body.client_id)) continue
        inHand.value[row.item.body.dish] = row
        said.value = row.refusal?.detail ?? ''
      }
    },
    { immediate: true },
  )

  /** A record for a dish whose last one was refused takes that one's place. */
  async function sendOrReplace(item: WaitingLook) {
    const row = inHand.value[item.body.dish]
    if (!row) return send(item)
    delete inHand.value[item.body.dish]
    await decide(row, item)
  }

  /** The last look of a dish counted too many of a kind: a correction says so, and keeps what was there. */
  async function lower(dish: CountDish, kind: Kind, by: number) {
    const last = dish.last_look
    if (!last) return
    const counts = countsOf(last)
    const body = {
      client_id: crypto.randomUUID(),
      dish: dish.id,
      at: last.at,
      device_at: new Date().toISOString(),
      corrects: last.client_id,
      note: last.note,
      ...Object.fromEntries(Object.entries(counts).map(([k, n]) => [`new_${k}`, k === kind ? Math.max(0, n - by) : n])),
    }
    await send({ kind: 'look', trial: trial.value, code: dish.code, photo: null, body })
  }

  const clear = () => (said.value = '')
  return { toDecide, said, sendOrReplace, lower, clear }
}
