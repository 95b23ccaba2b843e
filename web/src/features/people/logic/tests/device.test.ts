import { expect, it } from 'vitest'
import { deviceWords } from '../device'

it('has words for a device', () => {
  expect(deviceWords('Mozilla/5.0 (Linux; Android 15) Chrome/140 Safari/537')).toBe('Chromium on Android')
  expect(deviceWords('')).toBe('unknown device')
})
