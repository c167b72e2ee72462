import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { countWords, decidingWords, isTiny, kindBasis, suiteCountWords, togetherWords } from './words'
import { namesAmong } from './names'

type Test = Schemas['ComparedTest']

describe('what the tests of a group come to', () => {
  const none = {
    ahead: 0,
    behind: 0,
    even: 0,
    undecided: 0,
    unknown: 0,
    readAhead: 0,
    readBehind: 0,
    tests: 0,
    of: 2,
    suites: [],
    caveats: [],
  }
  const summary = (over: Partial<Schemas['ComparedSummary']>) => ({ subject: 1, ...none, ...over })
  const test = (...kinds: string[]) => ({ cells: kinds.map((kind) => ({ kind })) }) as unknown as Test

  it('is told by its verdicts', () => {
    expect(countWords(summary({ ahead: 2, even: 1, tests: 3, of: 3 }), [], 0)).toBe('2 ahead, 1 even')
    expect(countWords(summary({ ahead: 2, tests: 2, of: 3 }), [], 0)).toBe(
      '2 ahead, 2 of 3 tests on both sides',
    )
  })

  it('is nothing on both sides only where nothing stands on both', () => {
    expect(countWords(summary({}), [test('SCORE', 'GAP'), test('GAP', 'PLAIN')], 0)).toBe(
      'no test on both sides',
    )
    expect(countWords(summary({}), [test('PLAIN', 'PLAIN'), test('PLAIN', 'GAP')], 0)).toBe(
      'one test on both sides, without a ratio',
    )
    expect(countWords(summary({}), [test('PLAIN', 'PLAIN'), test('PLAIN', 'PLAIN')], 0)).toBe(
      '2 tests on both sides, without a ratio',
    )
    expect(countWords(summary({}), [], 0)).toBe('no test on both sides')
  })

  it('never says that two have no test where only a third lacks it', () => {
    expect(countWords(summary({ ahead: 2, tests: 2, of: 3 }), [], 0, true)).toBe(
      '2 ahead, 2 of 3 tests in all of them',
    )
    const both = [test('SCORE', 'SCORE', 'GAP')]
    expect(countWords(summary({}), both, 0, true)).toBe('no test with a ratio that all have')
    expect(countWords(summary({}), [test('GAP', 'SCORE', 'SCORE')], 0, true)).toBe('no test on both sides')
  })

  it('says of unknown noise only what was read', () => {
    const told = (over: Partial<Schemas['ComparedSummary']>) =>
      countWords(summary({ tests: 4, of: 4, unknown: 4, ...over }), [], 0)
    expect(told({ readAhead: 3, readBehind: 1 })).toBe('4 of unknown noise (as read 3 ahead, 1 behind)')
    expect(told({})).toBe('4 of unknown noise')
  })
})

describe('names of tests', () => {
  const one = (over: Partial<Test>) =>
    ({
      suiteId: 1,
      suite: 'Jetround',
      version: '1',
      settings: '',
      name: 'Jet',
      total: false,
      ...over,
    }) as Test

  it('tell apart what shares a suite, by version or settings, and only then', () => {
    const old = one({})
    const next = one({ suiteId: 2, version: '2.0+' })
    const wide = one({ suiteId: 3, version: '2.0+', settings: '64 bit' })
    const narrow = one({ suiteId: 4, version: '2.0+', settings: '32 bit' })
    expect(namesAmong([old])(old)).toBe('Jetround, Jet')
    expect([old, next].map(namesAmong([old, next]))).toEqual(['Jetround 1, Jet', 'Jetround 2.0+, Jet'])
    const all = [old, next, wide, narrow].map(namesAmong([old, next, wide, narrow]))
    expect(new Set(all).size).toBe(4)
    expect(all).toContain('Jetround 2.0+ (64 bit), Jet')
  })

  it('say a suite once', () => {
    const motion = one({ suite: 'Motion', name: 'motion' })
    const total = one({ name: 'Total', total: true })
    expect(namesAmong([motion])(motion)).toBe('Motion')
    expect(namesAmong([total])(total)).toBe('Jetround')
  })
})

describe('two changes together', () => {
  const of = (times: number, verdict?: Schemas['Difference']['verdict'], low?: number, high?: number) =>
    togetherWords({ times, amount: false, verdict, low, high } as Schemas['Difference'])

  it('add, or do not, only where that is shown', () => {
    expect(of(1.002, 'EVEN')).toBe('The two add: together they give what they give one by one.')
    expect(of(0.9, 'BEHIND')).toMatch(/^The two do not add: together they are 10.0.% behind what/)
    expect(of(1.01, 'UNDECIDED', 0.98, 1.04)).toMatch(
      /^Whether the two add is undecided: together they are 2.0.% behind .*, to 4.0.% ahead of/,
    )
    expect(of(0.97)).toMatch(/^As read, together they are 3.0.% behind .*; the noise is unknown.$/)
    expect(of(1)).toBe('As read, together they give what they give one by one; the noise is unknown.')
  })
})

describe('a large share of little', () => {
  const row = (a: number, b: number, decimals: number) =>
    ({
      cells: [
        { kind: 'SCORE', value: a, decimals },
        { kind: 'SCORE', value: b, decimals, difference: { times: b / a } },
      ],
    }) as unknown as Test

  it('is a few steps of the last digit that are much', () => {
    expect(isTiny(row(1.2, 2, 1), 0, 1)).toBe(true)
    expect(isTiny(row(100, 180, 0), 0, 1)).toBe(false)
    expect(isTiny(row(100, 104, 0), 0, 1)).toBe(false)
    expect(isTiny({ cells: [{ kind: 'GAP', gap: 'x' }] } as unknown as Test, 0, 1)).toBe(false)
  })
})

describe('what would decide', () => {
  const d = { aim: 'A_LEAD', answer: 'ABOUT', days: 4, runs: 0, hasDays: 1, hasRuns: 3 } as const

  it('is more runs only where those can', () => {
    expect(decidingWords(d)).toBe(
      'more runs on the same day cannot decide it; about 4 days of three runs on each side would show a lead',
    )
    expect(decidingWords({ ...d, days: 1, runs: 7 })).toBe(
      'about 4 more runs on each side, on the same day, would show a lead',
    )
    expect(decidingWords({ ...d, days: 1, runs: 4 })).toContain('about 1 more run on')
  })

  it('counts the days there are', () => {
    expect(decidingWords({ ...d, aim: 'EVENNESS', hasDays: 2 })).toBe(
      'about 4 days of three runs on each side, 2 of them there already, would show that they are even',
    )
  })

  it('gives no number where there is none', () => {
    expect(decidingWords({ ...d, answer: 'NOT_WITH_THIS_THRESHOLD', days: 0 })).toContain('more than 40 days')
    expect(decidingWords({ ...d, answer: 'FINER_READINGS', days: 0 })).not.toMatch(/\d/)
  })
})

describe('the suites of a mean', () => {
  const mean = (verdict: 'AHEAD' | 'BEHIND' | 'EVEN') => ({
    amount: false,
    times: 1.1,
    look: 1,
    confidence: 0.95,
    shown: 0.1,
    shownLow: 0.05,
    shownHigh: 0.15,
    verdict,
  })
  const summary = (...suites: ('AHEAD' | 'BEHIND' | 'EVEN')[]) =>
    ({
      suites: suites.map((v, i) => ({ suite: `Suite ${String(i)}`, tests: 2, mean: mean(v) })),
      anyTests: mean('AHEAD'),
    }) as unknown as Schemas['ComparedSummary']

  it('are counted where there are several', () => {
    expect(suiteCountWords(summary('AHEAD', 'AHEAD', 'EVEN', 'BEHIND'))).toBe(
      'ahead in 2 of 4 suites, behind in 1 of 4 suites',
    )
    expect(suiteCountWords(summary('AHEAD'))).toBe('')
    expect(suiteCountWords(summary('EVEN', 'EVEN'))).toBe('')
  })

  it('are said to be few where the interval rests on an assumption', () => {
    const two = summary('AHEAD', 'EVEN')
    expect(kindBasis({ ...two, anyTestsBasis: 'FEW_SUITES' })).toBe('2 suites: mostly assumed')
    expect(kindBasis({ ...summary('AHEAD'), anyTestsBasis: 'ONE_SUITE' })).toBe('one suite: assumed')
    expect(kindBasis({ ...two, anyTestsBasis: 'FEW_SUITES', suitesLearnedFrom: 14 })).toBe(
      '2 suites: how suites differ is mostly from 14 setups of the kind',
    )
    expect(kindBasis({ ...summary('AHEAD'), anyTestsBasis: 'ONE_SUITE', suitesLearnedFrom: 14 })).toBe(
      'one suite: how suites differ is from 14 setups of the kind',
    )
    expect(kindBasis({ ...two, anyTestsBasis: 'SUITES', suitesLearnedFrom: 14 })).toBe('')
  })
})
