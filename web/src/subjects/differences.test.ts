import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  differenceWords,
  intervalWords,
  isAlone,
  shownWords,
  verdictTitle,
  verdictWords,
} from './differences'

const draws = { unit: 'W', cells: [] }

describe('a difference in words', () => {
  it('is a gain, a ratio or so much in the unit', () => {
    expect(shownWords(0.041, 'GAIN')).toBe('+4.1\u2009%')
    expect(shownWords(-0.17, 'GAIN')).toBe('−17.0\u2009%')
    expect(shownWords(1.25, 'TIMES_AS_FAST')).toBe('×1.25')
    expect(shownWords(35, 'OWN_UNIT', { unit: '{point}', cells: [] })).toBe('+35\u2009points')
    const wait = { unit: 's{m:ss}', better: 'LOWER', cells: [] }
    expect(shownWords(-88, 'OWN_UNIT', wait)).toBe('1:28 sooner')
    expect(shownWords(5, 'OWN_UNIT', { ...wait, unit: 's' })).toBe('5\u2009s later')
    expect(shownWords(0.2, 'OWN_UNIT', wait)).toBe('0:00')
    // A battery that lasts longer is no wait, and of a short delay nobody waits for the end.
    expect(shownWords(2, 'OWN_UNIT', { ...wait, unit: 'h', better: 'HIGHER' })).toBe('+2\u2009h')
    expect(shownWords(-2, 'OWN_UNIT', { ...wait, unit: 'ms' })).toBe('−2\u2009ms')
  })

  it('says of an amount how much more there is of it, in words of its own', () => {
    expect(shownWords(0.21, 'GAIN', draws, true)).toBe('21.0\u2009% more')
    expect(shownWords(-0.17, 'GAIN', draws, true)).toBe('17.0\u2009% less')
    expect(shownWords(9, 'TIMES_AS_FAST', draws, true)).toBe('×9.00 as much')
    expect(shownWords(0.0001, 'GAIN', draws, true)).toBe('0.0\u2009%')
    // No share of the reference, so not more than it by so much.
    expect(shownWords(0.174, 'SHORT', draws, true)).toBe('+17.4\u2009%')
    expect(shownWords(0.19, 'MIDPOINT', draws, true)).toBe('+19.0\u2009%')
    const d = {
      times: 1 / 1.21,
      shown: 0.21,
      shownLow: 0.2,
      shownHigh: 0.22,
      amount: true,
      look: 1,
      confidence: 0.95,
      verdict: 'BEHIND',
    } as const
    expect(differenceWords(d, 'GAIN', draws)).toBe(
      'draws 21.0\u2009% more, 95 % interval 20.0\u2009% more to 22.0\u2009% more, behind',
    )
    expect(differenceWords(d, 'GAIN', { unit: 'g', cells: [] })).toContain('weighs 21.0')
    expect(differenceWords(d, 'GAIN', { unit: 'MB', cells: [] })).toMatch(/^21.0/)
  })

  it('says what is called so alone, and that a later look asks for more', () => {
    const d = { amount: false, look: 1, confidence: 0.95, shown: 0.02 } as const
    const alone = { ...d, verdict: 'AHEAD', counted: 'UNDECIDED' } as const
    expect(verdictWords(alone)).toBe('ahead, alone')
    expect(verdictTitle(alone)).toContain('not in the count')
    for (const same of [
      { ...d, verdict: 'AHEAD', counted: 'AHEAD' } as const,
      { ...d, verdict: 'EVEN', counted: 'UNDECIDED' } as const,
      { ...d, verdict: 'BEHIND' } as const,
    ]) {
      expect(isAlone(same)).toBe(false)
      expect(verdictTitle(same)).toBe('')
      expect(verdictWords(same)).not.toContain('alone')
    }
    expect(verdictWords({ ...d, verdict: undefined })).toBe('noise unknown')
    expect(intervalWords(d)).toBe('95 % interval')
    expect(intervalWords({ look: 3, confidence: 1 - 0.0221 })).toBe(
      '97.8 % interval, as this is the third look',
    )
    expect(verdictTitle({ ...d, look: 12, confidence: 0.99 })).toContain('the 12th look')
    expect(verdictTitle({ ...d, look: 21, confidence: 0.99 })).toContain('the 21st look')
  })

  it('never has a sign before an amount, and never more with less', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.99, max: 50, noNaN: true }), (share) => {
        const words = shownWords(share, 'GAIN', draws, true)
        expect(words).not.toMatch(/[-+−]/)
        if (words.includes('more')) expect(share).toBeGreaterThan(0)
        if (words.includes('less')) expect(share).toBeLessThan(0)
      }),
    )
  })
})
