import { describe, expect, it } from 'vitest'
import { workOf } from './work'

describe('the kind of work of a test', () => {
  it.each([
    ['Idle', 'W', 'ENERGY'],
    ['Hottest', '°C', 'HEAT'],
    ['Fan', 'dB(A)', 'HEAT'],
    ['Weight', 'g', 'BODY'],
    ['Ridge', 'frames/s', 'GRAPHICS'],
    ['Drive read', 'MB/s', 'STORAGE'],
    ['Memory part', 'points', 'MEMORY'],
    ['Film at 1440, dropped', '%', 'PLAYBACK'],
    ['Web scenes', 'points', 'GRAPHICS'],
    ['Pages opened', 'points', 'BROWSER'],
  ])('%s in %s is %s', (name, unit, work) => {
    expect(workOf(name, unit)).toBe(work)
  })

  it.each([
    ['Single', 'points'],
    ['Film export', 'm:ss'],
    ['Pack, 2 GB', 'm:ss'],
    ['Ramble', 'points'],
  ])('%s in %s says nothing', (name, unit) => {
    expect(workOf(name, unit)).toBeUndefined()
  })
})
