import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { rankingFigure } from './figure'
import { aboutRanking, neighbours, testTitle, valueOf } from './ranking'

type View = Schemas['RankingView']
type Row = Schemas['RankedRow']

const test = (over: Partial<Schemas['TestView']> = {}): Schemas['TestView'] => ({
  suiteId: 3,
  suite: 'Bootround',
  version: '2.0+',
  metric: 'boot',
  name: 'Boot',
  unit: 's{m:ss}',
  scale: 'RATIO',
  better: 'LOWER',
  group: 'BODY',
  total: false,
  settings: 'cold',
  ...over,
})
const row = (n: number, place: number, value: number, over: Partial<Row> = {}): Row => ({
  subject: {
    key: `setup-${String(n)}`,
    name: `Fen ${String(n)}`,
    detail: '',
    kind: 'LAPTOP',
    tuned: false,
    origin: '',
    setups: 1,
    setupId: n,
  },
  row: n,
  place,
  value,
  decimals: 0,
  count: 1,
  percentile: 0.5,
  ...over,
})
const view = (over: Partial<View> = {}): View => ({
  revision: 4,
  test: { id: 9, test: test({ unit: 'W' }) },
  ranked: 3,
  without: 1,
  rows: [row(1, 1, 9), row(2, 2, 11), row(3, 2, 11)],
  tests: [],
  ...over,
})

describe('a ranking by one number', () => {
  it('is called by what tells its test from others', () => {
    expect(testTitle(test())).toBe('Bootround 2.0+ (cold), Boot')
    expect(testTitle(test({ name: 'bootround', settings: '' }))).toBe('Bootround 2.0+')
  })

  it('says which way is better, who lacks it, and what has no line only where it is so', () => {
    expect(aboutRanking(view())).toBe(
      'Less is better. 3 of 4 in the pool have it. Without a line: one run, its noise is unknown.',
    )
    const lines = [row(1, 1, 9, { low: 8.8, high: 9.2, count: 3 })]
    expect(aboutRanking(view({ without: 0, ranked: 1, rows: lines }))).toBe(
      'Less is better. The only one in the pool. Line: 95 % interval.',
    )
    const checks = view({
      test: { id: 9, test: test({ scale: 'CHECK', better: 'HIGHER', unit: '' }) },
      rows: [row(1, 1, 1, { words: 'passed' })],
    })
    expect(aboutRanking(checks)).toBe('More is better. 3 of 4 in the pool have it.')
    expect(aboutRanking({ revision: 4, ranked: 0, without: 0, rows: [], tests: [] })).toBe(
      'Nothing has been measured yet.',
    )
  })

  it('names the neighbours of the one in focus, and those of the same number', () => {
    expect(neighbours(view(), 'setup-1')).toBe('Fen 1 is 1st of 3. Below it Fen 2 with 11 W.')
    expect(neighbours(view(), 'setup-3')).toBe(
      'Fen 3 is 2nd of 3, with 1 more of the same. Above it Fen 1 with 9 W.',
    )
    expect(neighbours(view(), 'setup-8')).toBe(
      'The device in focus has no number here, or is not in this pool.',
    )
    // Where not all are shown, nobody is called the next who is only the next that is shown.
    const far = view({ ranked: 900, rows: [row(1, 1, 3), row(500, 300, 4), row(501, 300, 4)] })
    expect(neighbours(far, 'setup-500')).toBe('Fen 500 is 300th of 900, with others of the same.')
    const eleventh = view({ ranked: 30, rows: [row(11, 11, 3), row(12, 12, 4)] })
    expect(neighbours(eleventh, 'setup-11')).toContain('11th of 30')
  })

  it('gives its values as read, in words where digits do not say them', () => {
    expect(valueOf(row(1, 1, 1001.9999999), test({ unit: 'W' }))).toBe('1\u2009002')
    expect(valueOf(row(1, 1, 1, { words: 'passed 2 of 2' }), test())).toBe('passed 2 of 2')
  })

  it('can be taken with suite, version, settings, what is left out and where it comes from', () => {
    const listed = row(3, 2, 11, { subject: { ...row(3, 2, 11).subject, origin: 'Reedbank' } })
    const figure = rankingFigure(view({ ranked: 9, rows: [row(1, 1, 1001.9999999), listed] }), 'setup-1')
    expect(figure.title).toBe('Bootround 2.0+ (cold), Boot, W')
    expect(figure.notes).toEqual(['2 of 9 shown.'])
    expect(figure.caveats).toEqual(['Not measured here, but from a list: Reedbank.'])
    const [head, first] = figure.table
    expect(first?.[head?.indexOf('value') ?? -1]).toBe('1002')
    expect(first?.[head?.indexOf('settings') ?? -1]).toBe('cold')
  })
})
