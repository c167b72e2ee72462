import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { blockOf, emptyBlock, pastedInto, seriesWords, textOf, typedInto } from './block'

const storage = {
  curves: [
    { name: 'read', axis: 'SIZE' as const, unit: 'MB/s' },
    { name: 'write', axis: 'SIZE' as const, unit: 'MB/s' },
  ],
}

describe('a table of a curve', () => {
  it('begins with the columns of the suite', () => {
    expect(emptyBlock(storage).head).toEqual(['size', 'read', 'write'])
    expect(emptyBlock({ curves: [] }).head).toEqual(['place', 'value'])
    expect(emptyBlock({ curves: [{ name: 'frames', axis: 'FRAME', unit: 'ms' }] }).head).toEqual(['frames'])
  })

  it('takes a block with its own head, in whatever order', () => {
    const block = pastedInto(
      emptyBlock(storage),
      0,
      0,
      'size,write,read\n4 KiB,6.1,17.2\n1 MiB,119.7,339.90\n',
    )
    expect(block.head).toEqual(['size', 'write', 'read'])
    expect(block.rows.slice(0, 2)).toEqual([
      ['4 KiB', '6.1', '17.2'],
      ['1 MiB', '119.7', '339.90'],
    ])
  })

  it('takes a block without a head, parted by tabs, wide blanks or blanks', () => {
    for (const text of ['4 KiB\t17.2\t6.1', '4 KiB   17.2   6.1', '4 KiB 17.2 6.1'])
      expect(pastedInto(emptyBlock(storage), 0, 0, text).rows[0]).toEqual(['4 KiB', '17.2', '6.1'])
    expect(pastedInto(emptyBlock(storage), 1, 1, '5\n6').rows.slice(0, 3)).toEqual([
      ['', '', ''],
      ['', '5', ''],
      ['', '6', ''],
    ])
  })

  it('always has an empty row at its end', () => {
    const full = pastedInto({ head: ['a', 'b'], rows: [] }, 0, 0, '1\t2')
    expect(full.rows).toEqual([
      ['1', '2'],
      ['', ''],
    ])
    expect(typedInto(full, 1, 0, '3').rows).toHaveLength(3)
  })

  it('shows what was typed again, digit for digit', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 1, max: 9999 }), { minLength: 1, maxLength: 30 }),
        (sizes) => {
          const places = [...sizes].sort((a, b) => a - b).map((s) => `${String(s)} KiB`)
          const texts = places.map((_, i) => `${String(i)}.50`)
          const line = {
            ...{ name: 'read', unit: 'MB/s', axis: 'size', axisUnit: 'KiBy', places, texts },
            ...{ x: places.map((_, i) => i), y: places.map((_, i) => i + 0.5) },
          }
          const block = blockOf([line])
          if (!block) throw new Error('nothing was typed')
          expect(pastedInto({ head: [], rows: [] }, 0, 0, textOf(block)).rows.slice(0, -1)).toEqual(
            places.map((p, i) => [p, texts[i]]),
          )
        },
      ),
    )
  })

  it('says what it holds', () => {
    const line = { name: 'read', unit: 'MB/s', axis: 'size', axisUnit: 'KiBy', x: [4, 8], y: [1, 2] }
    expect(seriesWords({ ...line, places: ['4 KiB', '8 KiB'], texts: ['1', '2'] })).toBe(
      'read: 2 points, 4 KiB to 8 KiB',
    )
  })
})
