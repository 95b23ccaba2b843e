import { computed, ref, type Ref } from 'vue'
import { rightNow } from '@/shared/api/clock'
import { useKept } from '@/shared/outbox/useKept'
import type { CountDish, CountSheet } from '../api'
import { fatesIn, type Fates } from '../logic/fates'
import { withWaiting } from '../logic/onTheDevice'
import { useLookOutbox } from './useLookOutbox'

/**
 * The count sheet with what this device has beyond it, and closing dishes of it. The page holds which were closed, not their
 * form: that is gone as soon as the closing is in the box, before it could say that it was kept.
 */
export function useDeviceSheet(trial: Ref<number>, fetched: Ref<CountSheet | undefined>) {
  const { waiting, ready, send } = useLookOutbox()
  const { notKept, keeps } = useKept()
  const kept = ref<number[]>([])

  /** What was closed from this page stays closed, whether the server has it yet or not. */
  const sheet = computed(() => {
    if (!fetched.value || !ready.value) return undefined
    const ours = waiting.value.filter((w) => w.trial === trial.value)
    const looks = ours.flatMap((w) => (w.kind === 'look' ? [w.body] : []))
    const closings = ours.flatMap((w) => (w.kind === 'closing' ? [w.body.dish] : []))
    return withWaiting(fetched.value, looks, [...kept.value, ...closings])
  })

  /** Keep the closings on the device, all of them or none, and say whether they are there. */
  async function close(dishes: readonly { dish: CountDish; fates: Fates }[]): Promise<boolean> {
    const at = rightNow().toISOString()
    const closing = ({ dish, fates }: { dish: CountDish; fates: Fates }) => {
      const body = { client_id: crypto.randomUUID(), dish: dish.id, at, ...fatesIn(fates) }
      return send({ kind: 'closing', trial: trial.value, code: dish.code, body })
    }
    const there = await keeps(() => Promise.all(dishes.map(closing)))
    if (there) kept.value = [...kept.value, ...dishes.map(({ dish }) => dish.id)]
    return there
  }
  return { sheet, close, notKept }
}
