import { describe, expect, it } from 'vitest'
import { initialsOf, usernameOf } from '../names'

describe('names', () => {
  it('takes the first letter of each word, and two of a single one', () => {
    expect(initialsOf('Rosa Keller')).toBe('RK')
    expect(initialsOf(' åsa  de-la Croix ')).toBe('ÅDLC')
    expect(initialsOf('Tam')).toBe('TA')
    expect(initialsOf('')).toBe('')
  })

  it('proposes a username that the server takes', () => {
    expect(usernameOf('Rosa Keller')).toBe('rosa.keller')
    expect(usernameOf("O'Neil")).toBe('o.neil')
    expect(usernameOf('')).toBe('')
  })
})
