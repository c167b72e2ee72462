import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { movementWords, remedyWords, restsOn } from './days'

type Movement = Schemas['MovementView']
const of = (source: Movement['source'], share: number, group: Movement['group'] = 'BROWSER'): Movement => ({
  source,
  share,
  group,
  repeats: source === 'ASSUMED' ? 0 : 3,
})

describe('movement between days', () => {
  it('says how much it is and how that is known', () => {
    expect(movementWords([of('ASSUMED', 0.01), of('ASSUMED', 0.01)])).toBe(
      'Movement between days taken as 1.0\u2009% in 2 tests (assumed: no setup here was ever measured on two days).',
    )
    expect(
      movementWords([
        of('TEST', 0.004),
        of('TEST', 0.012),
        of('GROUP', 0.009),
        of('GROUP', 0.009, 'STORAGE'),
      ]),
    ).toBe(
      'Movement between days taken as 0.4 to 1.2\u2009% in 2 tests (from repeated days of the test itself); ' +
        '0.9\u2009% in 2 tests (from other browser and drive tests on this desk).',
    )
    expect(movementWords([])).toBe('')
  })

  it('stands beside each interval that rests on it', () => {
    const own = { count: 3, days: 1, reach: 0.02, movement: of('ASSUMED', 0.01) }
    expect(restsOn(own)).toBe(
      '95 % interval, from 3 runs of one day and what is known of the noise of this test; ' +
        'movement between days taken as 1.0\u2009% (assumed: no setup here was ever measured on two days)',
    )
    expect(restsOn({ ...own, count: 1 })).toContain('from one run and')
    expect(restsOn({ ...own, count: 6, days: 2, movement: of('TEST', 0.004) })).toContain(
      'from 6 runs of 2 days and what is known of the noise of this test; movement between days taken as 0.4\u2009% (from repeated days of this test)',
    )
    expect(restsOn({ ...own, reach: undefined })).not.toContain('interval')
  })

  it('never says that no setup was measured on two days where one was', () => {
    for (const source of ['TEST', 'GROUP', 'DESK'] as const) {
      expect(movementWords([of(source, 0.01)])).not.toContain('no setup')
      expect(remedyWords([of(source, 0.01)])).toBe('')
    }
    expect(remedyWords([of('ASSUMED', 0.01)])).toContain('another day')
  })
})
