import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { kept, lanesOf, letters, runs } from './lanes'

describe('brackets beside each other', () => {
  const brackets = [
    [1, 2],
    [2, 3, 5],
    [3, 4],
    [6, 7],
  ]

  it('take as few lanes as they need', () => {
    const lanes = lanesOf(brackets)
    expect(lanes.map((l) => l.map((b) => b.first))).toEqual([[1, 3, 6], [2]])
  })

  it('run past a row that is none of theirs', () => {
    const lanes = lanesOf(brackets)
    expect(runs(lanes, 4)).toEqual([
      { above: true, below: false, member: true },
      { above: true, below: true, member: false },
    ])
    expect(runs(lanes, 1)).toEqual([{ above: false, below: true, member: true }, undefined])
    expect(runs(lanes, 9)).toEqual([undefined, undefined])
  })

  it('have letters, and two that share none are told apart', () => {
    expect([1, 2, 3, 4, 5, 6].map((n) => letters(brackets, n))).toEqual(['a', 'ab', 'bc', 'c', 'b', 'd'])
    expect(
      letters(
        Array.from({ length: 28 }, () => [1, 2]),
        1,
      ),
    ).toContain('zaa1'.slice(0, 1))
  })

  it('lose who is not shown', () => {
    expect(kept(brackets, [1, 2, 5, 6])).toEqual([
      [1, 2],
      [2, 5],
    ])
  })

  it('never lie over each other in a lane', () => {
    const bracket = fc.tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 6 }))
    fc.assert(
      fc.property(fc.array(bracket, { maxLength: 12 }), (spans) => {
        const lanes = lanesOf(spans.map(([from, length]) => [from, from + length]))
        expect(lanes.flat()).toHaveLength(spans.length)
        for (const lane of lanes)
          for (const a of lane)
            for (const b of lane) expect(a === b || a.last < b.first || b.last < a.first).toBe(true)
      }),
    )
  })
})
