import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { countWords } from './words'

type Test = Schemas['ComparedTest']

describe('what the tests of a group come to', () => {
  const none = { ahead: 0, behind: 0, even: 0, undecided: 0, unknown: 0, tests: 0, of: 2, caveats: [] }
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
})
