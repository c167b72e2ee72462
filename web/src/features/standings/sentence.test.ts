import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { apartWords, bothIndices, oddWords, rangeWords, sentence, unplacedWords } from './sentence'

type Place = Schemas['PlaceView']

function subject(id: number, detail = ''): Place['subject'] {
  return {
    key: `setup-${String(id)}`,
    name: `Fen ${String(id)}`,
    detail,
    kind: 'LAPTOP',
    tuned: false,
    origin: '',
    setupId: id,
    modelId: id,
    setups: 1,
  }
}

function place(id: number, best: number, worst: number): Place {
  return {
    subject: subject(id),
    number: id,
    index: 100,
    best,
    worst,
    tests: 3,
    testsOf: 3,
    suites: 2,
    odd: [],
    groups: [],
  }
}

function view(places: readonly Place[]): Schemas['StandingsView'] {
  return {
    revision: 1,
    oneTest: false,
    groups: [],
    tests: [],
    placed: places.length,
    suites: 2,
    brackets: [],
    pairs: 3,
    pairsApart: 0,
    places: [...places],
    apart: [],
    unplaced: [],
    steepness: [],
  }
}

const words = (v: Schemas['StandingsView'], id: number) =>
  sentence(v, `setup-${String(id)}`)
    .map((p) => p.text)
    .join('')

describe('sentence', () => {
  const places = [place(1, 1, 1), place(2, 2, 3), place(3, 2, 4)]
  it('names the place and the neighbours', () => {
    expect(words(view(places), 1)).toBe('is first of 3, above Fen 2.')
    expect(words(view(places), 2)).toBe('is second or third of 3, below Fen 1 and above Fen 3.')
    expect(words(view(places), 3)).toBe('is second to fourth of 3, below Fen 2.')
  })
  it('names the setup where a model has several', () => {
    expect(words(view([place(1, 1, 1), { ...place(2, 2, 2), subject: subject(2, 'as shipped') }]), 1)).toBe(
      'is first of 2, above Fen 2 (as shipped).',
    )
  })
  it('says where it is strong and weak, not where it is in the middle', () => {
    const own: Place = {
      ...place(1, 1, 1),
      groups: [
        { group: 'PROCESSOR', index: 1, place: 1, of: 9, percentile: 0.94, band: 'HIGHEST_FIFTH' },
        { group: 'STORAGE', index: 1, place: 5, of: 9, percentile: 0.5, band: 'MIDDLE' },
        { group: 'BROWSER', index: 1, place: 8, of: 9, percentile: 0.17, band: 'LOW' },
      ],
    }
    const pieces = sentence(view([own]), 'setup-1')
    expect(pieces.map((p) => p.text).join('')).toBe(
      'is first of 1; highest fifth in processor, ahead of 94 %; low in browser, ahead of 17 %.',
    )
    expect(pieces.map((p) => p.lean)).toEqual([undefined, 'for', 'against', undefined])
  })
  it('says why one is not placed', () => {
    const unplaced = {
      subject: subject(9),
      missing: ['STORAGE' as const],
      alone: [],
      toRun: ['Siltpath'],
      groups: [],
    }
    expect(words({ ...view(places), unplaced: [unplaced] }, 9)).toBe(
      'cannot be placed: it has no drive test in common with the others. Run Siltpath to place it.',
    )
    expect(words({ ...view(places), apart: [{ places: [place(8, 1, 1)], brackets: [] }] }, 8)).toContain(
      'stands apart',
    )
    expect(words(view(places), 77)).toBe('is not in this pool, or has no score here yet.')
    expect(
      unplacedWords({ subject: subject(9), missing: [], alone: [], toRun: [], groups: [] }),
    ).not.toContain('Run')
  })
})

describe('who is unplaced overall', () => {
  it('is told where it stands in what it has', () => {
    const groups = [
      { group: 'PROCESSOR' as const, index: 90, place: 3, of: 14, percentile: 0.8 },
      { group: 'HEAT' as const, index: 90, place: 1, of: 2, percentile: 0.8 },
    ]
    expect(unplacedWords({ subject: subject(9), missing: ['STORAGE'], alone: [], toRun: [], groups })).toBe(
      'it has no drive test in common with the others. It stands third of 14 in processor.',
    )
  })
})

describe('who lacks several groups', () => {
  it('is told all that it takes', () => {
    const lacks = { subject: subject(9), missing: ['PROCESSOR' as const, 'STORAGE' as const], groups: [] }
    expect(unplacedWords({ ...lacks, alone: [], toRun: ['Siltpath', 'Kernmill'] })).toBe(
      'it has no processor or drive test in common with the others. Run Siltpath and Kernmill to place it.',
    )
  })
})

describe('two indices', () => {
  it('are never shown as the same', () => {
    expect(bothIndices(93.2, 100)).toEqual(['93', '100'])
    expect(bothIndices(9.9, 10.2)).toEqual(['9.9', '10.2'])
    expect(bothIndices(9.96, 10.04)).toEqual(['9.96', '10.04'])
  })
})

describe('one test alone', () => {
  const unplaced = {
    subject: subject(9),
    missing: ['PROCESSOR' as const],
    alone: ['PROCESSOR' as const],
    toRun: [],
    groups: [],
  }
  it('is not said to be none', () => {
    expect(unplacedWords(unplaced)).toBe('by one processor test alone nobody has a place.')
    expect(unplacedWords({ ...unplaced, missing: ['PROCESSOR', 'STORAGE'], toRun: ['Siltpath'] })).toBe(
      'it has no drive test in common with the others; by one processor test alone nobody has a place. Run Siltpath to place it.',
    )
  })
})

describe('how many are told apart', () => {
  const some = view([place(1, 1, 1), place(2, 2, 3), place(3, 2, 3)])
  it('is said with what it means', () => {
    expect(apartWords({ ...some, pairsApart: 2 })).toBe(
      'Among these 3, 2 of 3 pairs are told apart; in nine tables of ten all of them the right way round.',
    )
    expect(apartWords({ ...some, pairsApart: 3 })).toContain('All of these 3 are told apart')
  })
  it('says what helps where none is', () => {
    expect(apartWords(some)).toBe(
      'These 3 are not told apart: their order is the best estimate and no more. Another suite tells more than more runs.',
    )
    expect(apartWords({ ...some, suites: 1 })).toContain('All tests are of one suite')
    expect(apartWords({ ...some, suites: 1, pairsApart: 1 })).toContain('is assumed')
  })
  it('is nothing where there is nothing to tell', () => {
    expect(apartWords({ ...some, oneTest: true })).toBe('')
    expect(apartWords({ ...some, pairs: 0 })).toBe('')
  })
})

describe('what stands beside a place', () => {
  it('is the range against the reference, and nothing for the reference', () => {
    const own = { ...place(1, 1, 1), lineLow: 95, lineHigh: 105 }
    expect(rangeWords({ ...own, low: 90, high: 112 })).toBe('90 to 112')
    expect(rangeWords({ ...own, low: 101.2, high: 104 })).toBe('101.2 to 104.0')
    expect(rangeWords({ ...own, low: 99.8, high: 138 })).toBe('99.8 to 138.0')
    expect(rangeWords({ ...own, low: 100.03, high: 138 })).toBe('100.03 to 138.00')
    expect(rangeWords(own)).toBe('= 100')
    expect(rangeWords(place(1, 1, 1))).toBe('')
  })
  it('names a suite that it likes, or does not', () => {
    const odd = (times: number) => ({
      ...place(1, 1, 1),
      odd: [{ group: 'PROCESSOR' as const, suite: 'Kernmill', times }],
    })
    expect(oddWords(odd(1.94))).toBe('much better in Kernmill (×1.9)')
    expect(oddWords(odd(0.52))).toBe('much worse in Kernmill (×0.52)')
    expect(oddWords(place(1, 1, 1))).toBe('')
  })
})
