import { describe, expect, it } from 'vitest'
import { STEP_KINDS } from '@/shared/kinds'
import { stepWords } from '@/shared/labels'
import { formOf, newStep, stepOf, usualStep, type StepForm } from '../steps'

describe('a step as it is typed', () => {
  it('comes back as it was, numbers and empty fields alike', () => {
    const typed = { ...newStep(), duration_max: '84', temperature_c: '2,5', note: 'fridge door' }
    const sent = stepOf(typed)
    expect(sent).toMatchObject({ kind: 'cold_moist', duration: 56, duration_max: 84, duration_min: null, temperature_c: 2.5, soil: '' }) // prettier-ignore
    expect(stepOf(formOf(sent))).toEqual(sent)
  })

  it('takes no time where it is done and not waited for', () => {
    const nick = { ...usualStep('nick'), duration: '56', duration_max: '60' }
    expect(stepOf(nick)).toMatchObject({ duration: 0, duration_min: null, duration_max: null })
    expect(stepOf({ ...usualStep('acid'), duration: '30' })).toMatchObject({ duration: 30 })
  })

  it('begins with the usual dose and unit of its kind', () => {
    expect(usualStep('acid')).toMatchObject({ duration: '15', unit: 'min', duration_max: '60', temperature_c: '20' })
    expect(usualStep('soak')).toMatchObject({ duration: '24', unit: 'h', medium: 'water' })
    for (const kind of Object.keys(stepWords) as StepForm['kind'][]) {
      const step = usualStep(kind)
      expect(step.kind).toBe(kind)
      // what waits needs a time to begin with
      expect(Number(step.duration) > 0 || !STEP_KINDS[kind].waited).toBe(true)
    }
  })
})
