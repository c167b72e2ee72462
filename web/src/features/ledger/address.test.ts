import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { narrowedBy, question, withOther } from './address'

const of = (text: string) => new URLSearchParams(text)

describe('the address of the ledger', () => {
  it('asks for what it names, and for nothing where it names nothing', () => {
    expect(question(of(''))).toEqual({ page: 0, size: 50 })
    expect(question(of('state=FAILED&suite=4&page=2'))).toEqual({
      page: 2,
      size: 50,
      state: 'FAILED',
      suite: 4,
    })
    expect(question(of('state=doubted&model=7'))).toEqual({ page: 0, size: 50, doubted: true, model: 7 })
    expect(question(of('state=flagged&from=2026-05-04&to=May'))).toEqual({
      page: 0,
      size: 50,
      flagged: true,
      from: '2026-05-04',
      zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    })
  })

  it('asks for a fact only with its value', () => {
    expect(question(of('fact=cpu.model'))).toEqual({ page: 0, size: 50 })
    expect(question(of('fact=cpu.model&value=Maren'))).toMatchObject({ fact: 'cpu.model', value: 'Maren' })
    expect(narrowedBy(of('fact=cpu.model&value=Maren&import=3'))).toEqual([
      { name: 'fact', words: 'Maren' },
      { name: 'import', words: 'one import' },
    ])
  })

  it('begins at the first page when it asks something else', () => {
    expect(withOther(of('page=3&suite=4'), 'state', 'DONE').toString()).toBe('suite=4&state=DONE')
    expect(withOther(of('page=3'), 'run', 'abc').toString()).toBe('page=3&run=abc')
    expect(withOther(of('fact=a&value=b&suite=4'), 'fact', null).toString()).toBe('suite=4')
    expect(withOther(of('state=DONE'), 'state', 'any').toString()).toBe('')
  })
})

describe('any address', () => {
  it('asks for a page and for numbers that there can be', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (page, suite) => {
        const q = question(new URLSearchParams({ page, suite }))
        expect(Number.isSafeInteger(q.page) && (q.page ?? 0) >= 0).toBe(true)
        expect(q.suite === undefined || Number.isSafeInteger(q.suite)).toBe(true)
      }),
    )
  })
})
