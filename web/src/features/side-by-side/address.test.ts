import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { address, question, withSubject, withoutSubject } from './address'

const ask = (text: string) => question(new URLSearchParams(text))

describe('the address of a side by side', () => {
  it('leaves out what is usual and keeps what is not', () => {
    const text =
      's=setup-1&s=setup-2&s=claim-3&ref=0&basis=short&threshold=0.05&sort=size&over=own&votes=suite&only=telling&speaks=best&open=MEMORY'
    expect(address(ask(text)).toString()).toBe(text)
    expect(address(ask('s=setup-1&s=setup-2')).toString()).toBe('s=setup-1&s=setup-2')
  })

  it('keeps what is not its own, such as the device in focus', () => {
    expect(address(ask('s=setup-1'), new URLSearchParams('focus=7&sort=size')).toString()).toBe(
      'focus=7&s=setup-1',
    )
  })

  it('takes the usual for what makes no sense', () => {
    const q = ask('s=setup-1&s=setup-2&ref=9&basis=WRONG&threshold=x&sort=odd&over=all')
    expect([q.reference, q.basis, q.threshold, q.sort]).toEqual([0, 'GAIN', 0.01, 'group'])
  })

  it('keeps the reference who it is when others come and go', () => {
    const two = ask('s=setup-1&s=setup-2')
    const three = withSubject(two, 'model-3')
    expect([three.subjects[three.reference], three.subjects.length]).toEqual(['setup-2', 3])
    expect(withSubject(three, 'model-3')).toBe(three)
    const back = withoutSubject(three, 0)
    expect(back.subjects[back.reference]).toBe('setup-2')
    const gone = withoutSubject(two, 1)
    expect([gone.subjects[gone.reference], gone.subjects.length]).toEqual(['setup-1', 1])
  })
})

describe('any question', () => {
  const asked = fc
    .record({
      subjects: fc.array(fc.string({ minLength: 1 }), { minLength: 1, maxLength: 12 }),
      reference: fc.nat(11),
      basis: fc.constantFrom('GAIN' as const, 'SHORT' as const, 'OWN_UNIT' as const, 'TIME_SAVED' as const),
      threshold: fc.double({ min: 0, max: 0.999, noNaN: true }).map((t) => t + 0),
      sort: fc.constantFrom('group' as const, 'size' as const, 'suite' as const),
      over: fc.constantFrom('COMMON' as const, 'OWN' as const),
      votes: fc.constantFrom('TEST' as const, 'SUITE' as const),
      telling: fc.boolean(),
      open: fc.array(fc.string(), { maxLength: 3 }),
      speaks: fc.string(),
    })
    .map((q) => ({ ...q, reference: q.reference % q.subjects.length }))

  it('comes back from its address as it was', () => {
    fc.assert(
      fc.property(asked, (q) => {
        expect(question(new URLSearchParams(address(q).toString()))).toEqual(q)
      }),
    )
  })

  it('keeps its reference while another comes and goes', () => {
    fc.assert(
      fc.property(asked, fc.string({ minLength: 1 }), (q, key) => {
        fc.pre(!q.subjects.includes(key))
        const more = withSubject(q, key)
        expect(more.subjects[more.reference]).toBe(q.subjects[q.reference])
        expect(withoutSubject(more, more.subjects.indexOf(key))).toEqual(q)
      }),
    )
  })
})
