import { describe, expect, it } from 'vitest'
import { dayInWords, readersOrder, today, when } from './dates'

describe('days', () => {
  it('are in the order of the reader, with months in words', () => {
    expect(readersOrder(new Intl.DateTimeFormat('en-US'))).toBe('en-US')
    expect(readersOrder(new Intl.DateTimeFormat('de'))).toBe('en-GB')
    expect(readersOrder(new Intl.DateTimeFormat('sv-SE'))).toBe('en-GB')
    expect(dayInWords('2026-05-04', 'en-GB')).toBe('4 May 2026')
    expect(dayInWords('2026-05-04', 'en-US')).toBe('May 4, 2026')
  })
  it('are named unless it is today', () => {
    const now = new Date(2026, 10, 20, 15, 0)
    const at = (year: number, month: number, date: number) => new Date(year, month, date, 9, 5).toISOString()
    expect(when(at(2026, 10, 20), now, 'en-GB', false)).toBe('09:05')
    expect(when(at(2026, 9, 3), now, 'en-GB', false)).toBe('3 Oct 09:05')
    expect(when(at(2025, 9, 3), now, 'en-GB', false)).toBe('3 Oct 2025')
    expect(when(at(2026, 9, 3), now, 'en-US', true).replace('\u202f', ' ')).toBe('Oct 3 09:05 AM')
  })
  it('are those of the reader, late in the evening too', () => {
    expect(today(new Date(2026, 0, 9, 23, 59))).toBe('2026-01-09')
    expect(today(new Date(2026, 0, 9, 0, 1))).toBe('2026-01-09')
  })
})
