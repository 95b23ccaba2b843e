import { describe, expect, it } from 'vitest'
import { listed, listedAll } from '../listed'

const items = [{ value: 3 }, { value: 7 }]

describe('listed', () => {
  it('is the value where the list has it, and nothing while it does not', () => {
    expect(listed(3, items)).toBe(3)
    expect(listed(3, [])).toBeNull()
    expect(listed(null, items)).toBeNull()
    expect(listed(undefined, items)).toBeNull()
  })

  it('is of several values those that the list has', () => {
    expect(listedAll([3, 5, 7], items)).toEqual([3, 7])
  })
})
