import { describe, expect, it } from 'vitest'
import { averageWords } from './average'

describe('an average that somebody else made', () => {
  it('is said with its spread, where that was told', () => {
    expect(averageWords({ runs: 5, spread: '0.40' })).toBe(
      'somebody’s average of 5 runs, spread 0.40; here it counts as one',
    )
    expect(averageWords({ runs: 3 })).toContain('spread not told')
  })
})
