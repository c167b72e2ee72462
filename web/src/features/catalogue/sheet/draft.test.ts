import { describe, expect, it } from 'vitest'
import { draftOf, emptyForm, freshRow, ofUnit, pastedRows } from './draft'

describe('a suite described in a grid', () => {
  it('takes everyday units, with the direction that such a unit usually has', () => {
    expect(ofUnit(freshRow, 'minutes as m:ss').better).toBe('LOWER')
    for (const unit of ['m:ss', 's', 'Seconds', 'W', '°C', 'dB(A)', 'oz', 'litres'])
      expect(ofUnit(freshRow, unit).better, unit).toBe('LOWER')
    for (const unit of ['MB/s', 'points', 'mAh', 'MB', 'frames/s', 'Mbit/s'])
      expect(ofUnit(freshRow, unit).better, unit).toBe('HIGHER')
    expect(ofUnit(freshRow, 'text').counts).toBe(false)
  })

  it('compares by difference where 0 is a result', () => {
    const tests = [
      { ...ofUnit(freshRow, '%'), name: 'dropped', better: 'LOWER' as const },
      { ...ofUnit(freshRow, 'W'), name: 'idle' },
      { ...ofUnit(freshRow, 'a ladder of rungs'), name: 'height', rungs: '480, 1080,' },
      freshRow,
    ]
    const draft = draftOf({ ...emptyForm, tests })
    expect(draft.tests.map((t) => [t.name, t.scale, t.unit])).toEqual([
      ['dropped', 'INTERVAL', '%'],
      ['idle', 'RATIO', 'W'],
      ['height', 'LADDER', ''],
    ])
    expect(draft.tests[2]?.rungs).toEqual(['480', '1080'])
  })

  it('is made of what the suite printed, or of the head of a table', () => {
    expect(
      pastedRows('Pack: 14:20\nRead   77.2 MB/s\nScore = 612').map((r) => [r.name, r.unit, r.decimals]),
    ).toEqual([
      ['Pack', 'minutes as m:ss', '0'],
      ['Read', 'MB/s', '1'],
      ['Score', 'points', '0'],
    ])
    expect(pastedRows('device;read (MB/s);write (MB/s);total').map((r) => [r.name, r.unit])).toEqual([
      ['read', 'MB/s'],
      ['write', 'MB/s'],
      ['total', 'points'],
    ])
  })
})
