import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { address, question } from './address'

describe('the address of versions', () => {
  it('brings any question back as it was', () => {
    const asked = fc.record({
      setups: fc.array(fc.integer({ min: 1 }), { maxLength: 9 }),
      factor: fc.option(fc.string(), { nil: undefined }),
      order: fc.constantFrom('DATE' as const, 'VERSION' as const),
      basis: fc.constantFrom('GAIN' as const, 'SHORT' as const, 'OWN_UNIT' as const),
      threshold: fc.double({ min: 0, max: 0.999, noNaN: true }).map((t) => t + 0),
      show: fc.constantFrom('plots' as const, 'change' as const, 'units' as const),
      moved: fc.boolean(),
      two: fc.array(fc.string(), { maxLength: 2 }),
    })
    fc.assert(
      fc.property(asked, (q) => {
        expect(question(new URLSearchParams(address(q).toString()))).toEqual(q)
      }),
    )
  })

  it('takes the usual for what makes no sense', () => {
    const q = question(new URLSearchParams('setup=x&setup=3&order=odd&threshold=7&show=all'))
    expect(q).toMatchObject({ setups: [3], order: 'VERSION', threshold: 0.01, show: 'plots' })
  })
})
