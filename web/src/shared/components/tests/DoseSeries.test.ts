import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { DoseResponse } from '../../drawing/doses'
import DoseSeries from '../DoseSeries.vue'

const ring = (dose: number, share: number, from_log = false) => ({
  dose,
  planned: dose,
  from_log,
  treatment_id: dose,
  treatment: `${dose} days`,
  trial: 1,
  trial_code: 'BAL-01',
  lot_code: 'HR-114',
  share,
  lower: share - 0.1,
  upper: share + 0.1,
})
const rise: DoseResponse = {
  lot: null,
  kind: 'cold_moist',
  what: 'cold',
  unit: 'd',
  wanted: null,
  trials: 1,
  shape: 'rising',
  no_effect: false,
  reason: null,
  top: 0.8,
  dose: 40,
  lower: 25,
  upper: 60,
  lower_open: false,
  upper_open: false,
  best_dose: null,
  best_lower: null,
  best_upper: null,
  line: [0, 28, 56, 84].map((dose, i) => ({
    dose,
    share: 0.1 + 0.2 * i,
    lower: 0.05 + 0.2 * i,
    upper: 0.15 + 0.2 * i,
    next_lower: null,
    next_upper: null,
  })),
  rings: [ring(0, 0.1), ring(28, 0.3, true), ring(84, 0.8)],
  sentences: ['From 5.5 weeks of cold on, 72 of 100 germinate.'],
  next_doses: [],
  next_sentence: '',
}
const page = (series: DoseResponse, more = {}) => mount(DoseSeries, { props: { series, wanted: null, ...more } })

describe('a dose series', () => {
  it('says its dose first and never shows the interval without the curve', () => {
    const found = page(rise)
    expect(found.find('.said').text()).toContain('5.5 weeks of cold')
    expect(found.find('rect.range').exists()).toBe(true)
    expect(found.find('path.average').exists()).toBe(true)
    expect(found.findAll('circle')).toHaveLength(3)
    expect(found.text()).toContain('days of cold from the log')
  })

  it('asks for another share, and goes back to 90 % of the most', async () => {
    const found = page(rise)
    expect(found.find('.wanted strong').text()).toBe('72 of 100')
    await found.find('input').setValue('50')
    await found.find('input').trigger('change')
    expect(found.emitted('update:wanted')?.at(-1)).toEqual([50])
    const asked = page(rise, { wanted: 50 })
    await asked.find('.wanted button').trigger('click')
    expect(asked.emitted('update:wanted')).toEqual([[null]])
  })

  it('joins the points where there is no curve, and offers no dose', () => {
    const found = page({ ...rise, shape: null, line: [], dose: null, lower: null, upper: null })
    expect(found.find('path.joined').attributes('d')).toMatch(/^M.+L.+L/)
    expect(found.find('.wanted').exists()).toBe(false)
    expect(found.find('rect.range').exists()).toBe(false)
  })

  it('tells the next lot beside the average one where several trials say so', () => {
    const line = rise.line.map((p) => ({ ...p, next_lower: 0, next_upper: 1 }))
    expect(page({ ...rise, line }).text()).toContain('where the next lot will fall')
    expect(page(rise).text()).toContain('this lot')
  })
})
