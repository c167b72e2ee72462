import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { indexTicks, logScale, median } from './scale'

describe('logScale', () => {
  it('puts equal ratios at equal distances, inside the margins', () => {
    const x = logScale([1, 100], 208)
    expect(x(1)).toBe(4)
    expect(x(10)).toBeCloseTo(104)
    expect(x(100)).toBe(204)
  })
  it('keeps what lies outside on the strip', () => {
    const x = logScale([10, 100], 100)
    expect(x(1)).toBe(1)
    expect(x(5000)).toBe(99)
  })
  it('puts a single value in the middle', () => {
    expect(logScale([7, 7], 90)(7)).toBe(45)
  })
})

describe('median', () => {
  it('is the middle, or between the two in the middle', () => {
    expect(median([3, 1, 2])).toBe(2)
    expect(median([4, 1, 3, 2])).toBe(2.5)
    expect(median([])).toBeUndefined()
  })
})

describe('indexTicks', () => {
  it('are round, within the ends, few, and hold 100', () => {
    const ticks = indexTicks(18, 170)
    expect(ticks).toContain(100)
    expect(ticks.length).toBeLessThanOrEqual(6)
    expect(ticks.every((t) => t >= 18 && t <= 170)).toBe(true)
  })
})

describe('any axis of an index', () => {
  it('has few ticks, in order, within its ends', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 1e5, noNaN: true }),
        fc.double({ min: 1.01, max: 100, noNaN: true }),
        (low, span) => {
          const ticks = indexTicks(low, low * span)
          expect(ticks.length).toBeLessThanOrEqual(6)
          expect([...ticks].sort((a, b) => a - b)).toEqual(ticks)
          expect(ticks.every((t) => t >= low * 0.999 && t <= low * span * 1.001)).toBe(true)
        },
      ),
    )
  })
})
