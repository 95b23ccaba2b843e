import { expect, it } from 'vitest'
import { lengthWords, span } from '../clock'

it('has words for a timer', () => {
  expect([span(247_000), span(3_729_000), span(-5_000)]).toEqual(['4:07', '1:02:09', '−0:05'])
  expect([lengthWords(31 / 1440), lengthWords(31.5 / 1440), lengthWords(0.5), lengthWords(3.25), lengthWords(58.2)]).toEqual(['31 min', '31 min 30 s', '12.0 h', '3.3 days', '58 days']) // prettier-ignore
})
