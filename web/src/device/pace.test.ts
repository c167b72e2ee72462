import { describe, expect, it } from 'vitest'
import { Pace } from './pace'

describe('pace', () => {
  /** A clock that gives each loop the time a script says: narrow, wide, narrow, wide, … */
  function scripted(best?: number) {
    const times: number[] = []
    let now = 0
    const pace = new Pace(() => (now += times.shift() ?? 0), best)
    const look = (narrow: number, wide: number) => {
      times.push(...[1, 2, 3].flatMap(() => [0, narrow, wide]))
      return pace.look()
    }
    return { pace, look, times }
  }
  it('a lower clock slows both loops and disturbs nothing', () => {
    const { pace, look } = scripted()
    expect(pace.isCrowded(look(0.1, 0.15))).toBe(false)
    const slower = look(0.16, 0.24)
    expect(slower.ratio).toBeCloseTo(1.5)
    expect(slower.stepsPerSecond).toBeCloseTo(625e6, -3)
    expect(pace.isCrowded(slower)).toBe(false)
  })
  it('a neighbour slows the wide loop only', () => {
    const { pace, look } = scripted()
    look(0.1, 0.15)
    expect(pace.isCrowded(look(0.1, 0.26))).toBe(true)
    expect(pace.best).toBeCloseTo(1.5)
  })
  it('what is known of the device shows a neighbour at the first look', () => {
    const { pace, look } = scripted(1.5)
    expect(pace.isCrowded(look(0.1, 0.26))).toBe(true)
  })
  it('uneven tries do not become the best', () => {
    const { pace, look, times } = scripted()
    look(0.1, 0.15)
    times.push(0, 0.2, 0.15, 0, 0.14, 0.15, 0, 0.19, 0.15)
    expect(pace.look().ratio).toBeLessThan(1.1)
    expect(pace.best).toBeCloseTo(1.5)
  })
})
