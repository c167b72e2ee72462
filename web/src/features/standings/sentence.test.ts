import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { bracket, half, sentence, unplacedWords } from './sentence'

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

function place(id: number, level: number, best: number, worst: number): Place {
  return {
    subject: subject(id),
    number: id,
    index: 100,
    best,
    worst,
    level,
    tests: 3,
    testsOf: 3,
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
  const places = [place(1, 0, 1, 1), place(2, 1, 2, 3), place(3, 1, 2, 4)]
  it('names the place and the neighbours', () => {
    expect(words(view(places), 1)).toBe('is first of 3, above Fen 2.')
    expect(words(view(places), 2)).toBe('is second or third of 3, below Fen 1 and above Fen 3.')
    expect(words(view(places), 3)).toBe('is second to fourth of 3, below Fen 2.')
  })
  it('names the setup where a model has several', () => {
    expect(
      words(view([place(1, 0, 1, 1), { ...place(2, 0, 2, 2), subject: subject(2, 'as shipped') }]), 1),
    ).toBe('is first of 2, above Fen 2 (as shipped).')
  })
  it('says where it is strong and weak, not where it is in the middle', () => {
    const own: Place = {
      ...place(1, 0, 1, 1),
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
    const unplaced = { subject: subject(9), missing: ['STORAGE' as const], toRun: 'Siltpath', minutes: 3 }
    expect(words({ ...view(places), unplaced: [unplaced] }, 9)).toBe(
      'cannot be placed: it has no drive test in common with the others. Run Siltpath to place it.',
    )
    expect(words({ ...view(places), apart: [[place(8, 0, 1, 1)]] }, 8)).toContain('stands apart')
    expect(words(view(places), 77)).toBe('is not in this pool, or has no score here yet.')
    expect(unplacedWords({ subject: subject(9), missing: [] })).not.toContain('Run')
  })
})

describe('bracket', () => {
  it('runs along rows of one level only', () => {
    const places = [
      place(1, 0, 1, 1),
      place(2, 1, 2, 3),
      place(3, 1, 2, 4),
      place(4, 1, 2, 4),
      place(5, 2, 5, 5),
    ]
    expect(places.map((_, i) => bracket(places, i))).toEqual(['none', 'start', 'middle', 'end', 'none'])
  })
})

describe('half', () => {
  it('is half the interval, and nothing for the reference', () => {
    expect(half({ ...place(1, 0, 1, 1), low: 90, high: 112 })).toBe(11)
    expect(half(place(1, 0, 1, 1))).toBeUndefined()
  })
})
