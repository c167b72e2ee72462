import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { counted, hasWords, listed } from './words'
import {
  amount,
  grouped,
  minutes,
  number,
  placeRange,
  plusMinus,
  seconds,
  significant,
  unitWords,
} from './format'

const thin = '\u2009'

describe('numbers', () => {
  it('have thin-space thousands', () => {
    expect(number(12840.5, 1)).toBe(`12${thin}840.5`)
    expect(number(999, 0)).toBe('999')
  })
  it('keep every digit as read', () => {
    expect(grouped('116.0')).toBe('116.0')
    expect(grouped('1284,50')).toBe(`1${thin}284,50`)
    expect(grouped('−1234567')).toBe(`−1${thin}234${thin}567`)
    expect(grouped('n/a')).toBe('n/a')
  })
  it('have as many significant digits as asked', () => {
    expect(significant(41.8372)).toBe('41.84')
    expect(significant(0.0123456, 3)).toBe('0.0123')
    expect(significant(21350)).toBe(`21${thin}350`)
    expect(significant(0)).toBe('0')
  })
  it('carry their noise in percent of themselves', () => {
    expect(plusMinus(0.0061)).toBe(`±0.6${thin}%`)
    expect(plusMinus(0.134)).toBe(`±13${thin}%`)
    expect(plusMinus(1.7)).toBe('×÷2.7')
  })
})

describe('units', () => {
  it('are in words where the code is not', () => {
    expect(unitWords('{point}')).toBe('points')
    expect(unitWords('MB/s')).toBe('MB/s')
    expect(unitWords('W.h')).toBe('Wh')
    expect(unitWords('{beat}')).toBe('beats')
  })
})

describe('times', () => {
  it('read as people say them', () => {
    expect(minutes(0.5)).toBe('30 s')
    expect(minutes(28.3)).toBe('28 min')
    expect(minutes(120)).toBe('2.0 h')
    expect(seconds(599.7)).toBe('10 min 0 s')
    expect(seconds(12.4)).toBe('12 s')
  })
})

describe('what is typed to find something', () => {
  it('is all of its words, wherever they stand', () => {
    expect(hasWords('Ostrel Fen 13, unit A', ' fen OSTREL ')).toBe(true)
    expect(hasWords('Ostrel Fen 13, unit A', 'fen corvane')).toBe(false)
    expect(hasWords('Ostrel Fen 13, unit A', '')).toBe(true)
  })
})

describe('counts and lists', () => {
  it('stand in the singular or the plural', () => {
    expect([0, 1, 3].map((n) => counted(n, 'run'))).toEqual(['0 runs', '1 run', '3 runs'])
  })
  it('name the last after an and', () => {
    expect(listed(['Stem'])).toBe('Stem')
    expect(listed(['Stem', 'Root'])).toBe('Stem and Root')
    expect(listed(['Stem', 'Leaf', 'Root'])).toBe('Stem, Leaf and Root')
  })
})

describe('places', () => {
  it('are a range where more than one is likely', () => {
    expect(placeRange(4, 4)).toBe('4')
    expect(placeRange(4, 6)).toBe('4–6')
  })
})

describe('any number', () => {
  it('is shown with the digits it has', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e12, max: 1e12, noNaN: true }), fc.nat(6), (value, decimals) => {
        const shown = number(value, decimals)
        // Less than half a step below nothing is nothing.
        const digits = value.toFixed(decimals).replace(/^-(?=[0.]*$)/, '')
        expect(shown.replaceAll('\u2009', '').replace('−', '-')).toBe(digits)
        expect(/^−?\d{1,3}(\u2009\d{3})*(\.\d+)?$/.test(shown)).toBe(true)
      }),
    )
  })
})

describe('times', () => {
  it.each([
    [860, 0, '14:20'],
    [11100, 0, '3:05:00'],
    [99.5, 1, '1:39.5'],
    [59.96, 1, '1:00.0'],
    [-285, 0, '−4:45'],
    [0, 0, '0:00'],
  ])('%d s with %d decimals is %s', (value, decimals, text) => {
    expect(amount(value, decimals, 's{m:ss}')).toBe(text)
  })

  it('are numbers in any other unit', () => {
    expect(amount(860, 0, 's')).toBe('860')
  })
})
