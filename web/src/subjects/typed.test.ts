import { describe, expect, it } from 'vitest'
import { typedParts } from './Typed'

const reading = (text: string, value: number, unit: string, words = text) => ({ text, value, unit, words })

describe('a reading as it was typed', () => {
  it('stands there sign by sign, with what it was read as where that is not plain', () => {
    expect(typedParts(reading('1947', 1947, '{point}'))).toEqual({
      typed: '1\u2009947',
      unit: 'points',
      meaning: '',
    })
    expect(typedParts(reading('1.947', 1947, '{point}')).meaning).toBe('1\u2009947 points')
    expect(typedParts(reading('631 g', 0.631, 'kg'))).toEqual({
      typed: '631 g',
      unit: '',
      meaning: '0.631 kg',
    })
    expect(typedParts(reading('14:20', 860, 's{m:ss}'))).toEqual({ typed: '14:20', unit: '', meaning: '' })
    expect(typedParts(reading('1 h 12 min', 4320, 's{m:ss}')).meaning).toBe('1:12:00')
    expect(typedParts(reading('yes', 1, '', 'passed')).typed).toBe('passed')
  })
})
