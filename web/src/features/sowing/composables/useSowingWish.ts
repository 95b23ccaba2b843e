import { computed, nextTick, reactive, ref, watch } from 'vue'
import { dayAfter, isoDay } from '@/shared/format/dates'
import { numberOrNull } from '@/shared/format/numbers'
import type { wayWords } from '@/shared/labels'
import { useBases, type SowingPlan, type SowingWish } from '../api'

/** In place of a treatment: a percent that is typed. */
export const TYPED = -1
const WEEKS_AHEAD = 24

const share = (text: string) => {
  const n = numberOrNull(text)
  return n === null ? null : n / 100
}
const percentOf = (value: number) => String(Number((100 * value).toFixed(1)))

/** The fields of a sowing as they are typed, and the wish they make; null while one that it cannot do without is missing. */
export function useSowingWish(start: { lot: number | null; treatment: number | null }) {
  const lot = ref(start.lot)
  const basis = ref(start.treatment)
  const way = ref<(keyof typeof wayWords)[]>(['cells'])
  const seedsPerCell = ref<number | null>(null)
  const typed = reactive({
    percent: '',
    seeds: '',
    plants: '100',
    wantedOn: dayAfter(isoDay(new Date()), 7 * WEEKS_AHEAD),
    weeks: '10',
    tray: '72',
    fill: '90',
    assurance: '90',
    plantPercent: '',
    perM2: '20',
    area: '10',
    note: '',
  })
  const { data: bases } = useBases(lot)

  // what people concluded, or the decision uses, is proposed; a lot that was never tried needs a percentage
  watch(
    bases,
    (found) => {
      if (!found) return
      if (basis.value === null || (basis.value !== TYPED && !found.some((b) => b.treatment === basis.value)))
        basis.value = found.find((b) => b.share > 0)?.treatment ?? TYPED
    },
    { immediate: true },
  )
  watch([lot, basis], () => (seedsPerCell.value = null))

  const wish = computed<SowingWish | null>(() => {
    const wanted = numberOrNull(typed.plants)
    if (lot.value === null || basis.value === null || !wanted || !typed.wantedOn) return null
    const byHand = basis.value === TYPED
    if (byHand && (share(typed.percent) === null || !numberOrNull(typed.seeds))) return null
    return {
      lot: lot.value,
      treatment: byHand ? null : basis.value,
      typed_share: byHand ? share(typed.percent) : null,
      typed_seeds: byHand ? numberOrNull(typed.seeds) : null,
      plants_wanted: wanted,
      wanted_on: typed.wantedOn,
      way: way.value[0],
      weeks_growing: numberOrNull(typed.weeks) ?? 0,
      cells_per_tray: numberOrNull(typed.tray) ?? 72,
      target_fill: share(typed.fill) ?? 0,
      assurance: share(typed.assurance) ?? 0,
      plant_share: share(typed.plantPercent),
      seeds_per_cell: way.value[0] === 'cells' ? seedsPerCell.value : null,
      ...(way.value[0] === 'ground'
        ? { plants_per_m2: numberOrNull(typed.perM2), area_m2: numberOrNull(typed.area) }
        : {}),
    }
  })

  /** Begin from a plan that was kept. */
  async function fill(plan: SowingPlan) {
    lot.value = plan.lot
    basis.value = plan.treatment ?? TYPED
    way.value = [plan.way ?? 'cells']
    Object.assign(typed, {
      percent: plan.treatment ? '' : percentOf(plan.tested_share),
      seeds: plan.typed_seeds ? String(plan.typed_seeds) : '',
      plants: String(plan.plants_wanted),
      wantedOn: plan.wanted_on,
      weeks: String(plan.weeks_growing),
      tray: String(plan.cells_per_tray),
      fill: percentOf(plan.target_fill ?? 0.9),
      assurance: percentOf(plan.assurance ?? 0.9),
      plantPercent: percentOf(plan.plant_share),
      perM2: plan.plants_per_m2 ? String(plan.plants_per_m2) : typed.perM2,
      area: plan.area_m2 ? String(plan.area_m2) : typed.area,
      note: plan.note ?? '',
    })
    // another lot or result lets go of the seeds a cell: after that has run, those of the plan stand
    await nextTick()
    seedsPerCell.value = plan.way === 'cells' ? (plan.seeds_per_cell ?? null) : null
  }

  return { lot, basis, way, seedsPerCell, typed, bases, wish, fill }
}
