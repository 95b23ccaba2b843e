import type { CountDish, CountSheet, NewLook } from '../api'

const COUNTS = ['germinated', 'abnormal', 'rotted', 'lost'] as const
type Counts = Record<(typeof COUNTS)[number], number>

type Counted = Pick<NewLook, 'new_germinated' | 'new_abnormal' | 'new_rotted' | 'new_lost'>

export const countsOf = (look: Counted): Counts => ({
  germinated: look.new_germinated ?? 0,
  abnormal: look.new_abnormal ?? 0,
  rotted: look.new_rotted ?? 0,
  lost: look.new_lost ?? 0,
})

const ZERO: Counts = { germinated: 0, abnormal: 0, rotted: 0, lost: 0 }

/** A dish as it stands once a look that still waits has arrived. */
function after(dish: CountDish, look: NewLook): CountDish {
  const last = dish.last_look
  if (last?.client_id === look.client_id) return dish
  const replaced = look.corrects && last?.client_id === look.corrects ? countsOf(last) : ZERO
  const added = look.withdrawn ? ZERO : countsOf(look)
  const change = Object.fromEntries(COUNTS.map((k) => [k, dish[k] + added[k] - replaced[k]])) as Counts
  const taken = COUNTS.reduce((sum, k) => sum + added[k] - replaced[k], 0)
  return {
    ...dish,
    ...change,
    remaining: dish.remaining - taken,
    due: false,
    last_look: look.withdrawn
      ? null
      : {
          id: 0,
          day: null,
          by: '',
          note: '',
          corrects: null,
          withdrawn: false,
          seen_how: 'opened',
          potted: 0,
          thrown_out: 0,
          watered: false,
          photo: null,
          marks: [],
          device_at: null,
          ...look,
          dish: dish.id,
          new_germinated: added.germinated,
          new_abnormal: added.abnormal,
          new_rotted: added.rotted,
          new_lost: added.lost,
        },
  } as CountDish
}

/** The sheet with what still waits on this device: after hours without signal the counts go on from there. */
export function withWaiting(sheet: CountSheet, looks: readonly NewLook[], closed: readonly number[]): CountSheet {
  const dishes = sheet.dishes.map((dish) => {
    const own = looks.filter((look) => look.dish === dish.id)
    const now = own.reduce(after, dish)
    return closed.includes(dish.id) ? { ...now, open: false } : now
  })
  return { ...sheet, dishes }
}
