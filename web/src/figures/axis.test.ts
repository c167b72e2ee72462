import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { axisWords } from './axis'

describe('a place on an axis', () => {
  it('is a size in the unit the series has it in', () => {
    const sizes = { KiB: '4 KiB', KiBy: '4 KiB', MiB: '4 MiB', GiB: '4 GiB', B: '4 B', By: '4 B' }
    for (const [unit, words] of Object.entries(sizes))
      expect(axisWords({ axis: 'size', unit }, 4)).toBe(words)
    expect(axisWords({ axis: 'size', unit: 'KiB' }, 16384)).toBe('16 MiB')
  })

  it('is a time only along time', () => {
    expect(axisWords({ axis: 'time', unit: 's' }, 95)).toBe('1:35')
    expect(axisWords({ axis: 'other', unit: '{page}' }, 4)).toBe('4 pages')
    expect(axisWords({ axis: 'other', unit: '' }, 4)).toBe('4')
    fc.assert(
      fc.property(fc.nat(100_000), (n) => {
        expect(axisWords({ axis: 'other', unit: '' }, n)).not.toContain(':')
      }),
    )
  })
})
