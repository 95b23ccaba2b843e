import { computed, ref, type Ref } from 'vue'
import { rightNow } from '@/shared/api/clock'
import { useKept } from '@/shared/outbox/useKept'
import type { CountDish } from '../api'
import { fatesIn, type Fates } from '../logic/fates'
import { useLookOutbox } from './useLookOutbox'

/**
 * Dishes of a trial that are closed from this page. The page holds it, not the form: the form of a dish is gone as soon as
 * its closing is in the box, before it could say that it was kept.
 */
export function useClosings(trial: Ref<number>) {
  const { waiting, send } = useLookOutbox()
  const { notKept, keeps } = useKept()
  const kept = ref<number[]>([])

  /** Ids of dishes closed from this page or with a closing in the box, whether the server has it yet or not. */
  const closed = computed(() => [
    ...kept.value,
    ...waiting.value.flatMap((w) => (w.kind === 'closing' && w.trial === trial.value ? [w.body.dish] : [])),
  ])

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
  return { closed, close, notKept }
}
