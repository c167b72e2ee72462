import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { address, question } from './address'
import { commonWords, daysWords, inSentence, marks, points, told } from './words'
import { shortLabels } from '../../figures/words'

type Test = Schemas['LineTest']

function test(more: Partial<Test>): Test {
  return {
    suiteId: 1,
    suite: 'Webspan',
    version: '5',
    metric: 'maps',
    name: 'Maps',
    unit: 's',
    scale: 'RATIO',
    better: 'LOWER',
    group: 'BROWSER',
    total: false,
    settings: '',
    cells: [],
    steps: [],
    stretches: [],
    firstToLast: { times: 1, amount: false, look: 1, confidence: 0.95 },
    ...more,
  }
}

const step = (to: number, kind: Schemas['LineStep']['kind']) => ({ from: to - 1, to, kind, times: 1 })
const labels = ['112', '113', '114', '115', '116', '117']

describe('what a line does, in words', () => {
  it('names a blip once, at the version that is off', () => {
    const blip = test({ steps: [step(1, 'NONE'), step(2, 'BLIP'), step(3, 'BLIP'), step(4, 'UP')] })
    expect(told(blip, labels)).toEqual({ words: 'blip at 114, step up at 116', ink: 'teal' })
    expect(marks(blip).map((m) => m.kind)).toEqual(['blip', 'up'])
  })
  it('tells drifts and shifts with their direction', () => {
    const drift = test({ stretches: [{ first: 0, last: 5, name: 'DRIFT', aVersion: 0.986 }] })
    expect(told(drift, labels)).toEqual({ words: 'drift, −1.4\u2009% a version', ink: 'mulberry' })
    const shift = test({ stretches: [{ first: 0, last: 5, name: 'SHIFT', shiftFrom: 4, aVersion: 1.01 }] })
    expect(told(shift, labels).words).toBe('shift up near 116')
  })
  it.each([
    [{ steps: [step(1, 'UNKNOWN')] }, 'noise unknown'],
    [{ stretches: [{ first: 0, last: 5, name: 'LEVEL', aVersion: 1 }], steps: [step(1, 'NONE')] }, 'level'],
    [
      { stretches: [{ first: 0, last: 5, name: 'NO_CHANGE_SHOWN', aVersion: 1 }], steps: [step(1, 'NONE')] },
      'no change shown',
    ],
    [
      { stretches: [{ first: 0, last: 1, name: 'TOO_SHORT', aVersion: 1 }], steps: [step(1, 'NONE')] },
      'no step; too few versions for more',
    ],
    [{ firstToLast: undefined }, 'in one version only'],
  ] as const)('says what is quiet: %j', (more, words) => {
    expect(told(test(more as unknown as Partial<Test>), labels).words).toBe(words)
  })
  it('turns repeats and intervals with the direction', () => {
    const shown = points(
      test({
        cells: [
          {
            kind: 'SCORE',
            value: 10,
            decimals: 0,
            count: 2,
            readings: [10, 8],
            index: 100,
            low: 90,
            high: 110,
          },
          { kind: 'GAP', gap: 'not run' },
        ],
      }),
      false,
    )
    expect(shown[0]?.dots).toEqual([100, 125])
    expect(shown[1]?.gap).toBe('not run')
    const own = points(
      test({
        cells: [
          { kind: 'SCORE', value: 10, decimals: 0, count: 1, readings: [10], index: 100, low: 80, high: 125 },
        ],
      }),
      true,
    )
    expect([own[0]?.low, own[0]?.high]).toEqual([12.5, 8])
  })
  it('leaves out what all labels begin with', () => {
    expect(shortLabels(['Wick 112', 'Wick 113'])).toEqual(['112', '113'])
    expect(commonWords(['Wick 112', 'Wick 113'])).toBe('Wick')
    expect(shortLabels(['as shipped', 'as shipped too'])).toEqual(['shipped', 'shipped too'])
    expect(shortLabels(['alone'])).toEqual(['alone'])
    expect(inSentence(['Long lists', 'JSON', '2-D canvas'])).toBe('long lists, JSON, 2-D canvas')
  })
  it('says how the movement between days is known', () => {
    const days = (source: 'TEST' | 'ASSUMED', share: number) =>
      test({ days: { source, share, group: 'PROCESSOR', repeats: 0 } })
    expect(daysWords([days('TEST', 0.004), days('TEST', 0.012), days('ASSUMED', 0.01)])).toBe(
      'Movement between days taken as 0.4 to 1.2\u2009% in 2 tests (from repeated days of the test itself); ' +
        '1.0\u2009% in 1 test (assumed: no setup here was ever measured on two days). ' +
        'Measure one of these versions on two further days: that settles it.',
    )
    expect(daysWords([days('TEST', 0.004)])).not.toContain('settles')
    expect(daysWords([])).toBe('')
  })
})

describe('the address', () => {
  it('keeps everything and says only what is not usual', () => {
    const text =
      'focus=4&setup=2&setup=3&factor=time&order=date&basis=own_unit&threshold=0.02&show=units&only=moved&two=1.maps'
    const q = question(new URLSearchParams(text))
    expect(q).toEqual({
      setups: [2, 3],
      factor: 'time',
      order: 'DATE',
      basis: 'OWN_UNIT',
      threshold: 0.02,
      show: 'units',
      moved: true,
      two: ['1.maps'],
    })
    expect(address(q, new URLSearchParams('focus=4')).toString()).toBe(text)
    expect(
      address(question(new URLSearchParams('setup=x&threshold=7')), new URLSearchParams()).toString(),
    ).toBe('')
  })
})
