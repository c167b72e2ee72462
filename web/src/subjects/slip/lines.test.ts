import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { setup } from '../../testing'
import { alters, clashes, fresh, keyOf, linesOf, merged, over, written, yielded } from './lines'

describe('the slip as it is written', () => {
  const lines = linesOf(setup)

  it('sends nothing where nothing was changed', () => {
    expect(written(setup, [...lines, fresh])).toEqual([])
    expect(alters(setup, lines)).toBe(false)
  })

  it('sends what was typed, sign by sign, with what stood there', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1 }), (text) => {
        fc.pre(text.trim() !== '')
        const typed = [...lines, { key: 'system.kernel', text, reason: '' }]
        expect(written(setup, typed)).toEqual([{ key: 'system.kernel', text: text.trim(), was: '' }])
        expect(alters(setup, typed)).toBe(false)
      }),
    )
  })

  it('takes away what was taken away, and says that something known is otherwise', () => {
    const [first, ...rest] = lines
    expect(written(setup, rest)).toEqual([{ key: first?.key, was: first?.was }])
    expect(alters(setup, rest)).toBe(true)
  })

  it('fills what is empty from elsewhere, and leaves what was typed', () => {
    const typed = [{ key: 'a.b', text: 'mine', reason: '' }, { key: 'c.d', text: '', reason: '' }, fresh]
    const more = ['a.b', 'c.d', 'e.f'].map((key) => ({ key, text: 'theirs', reason: '' }))
    expect(merged(typed, more).map((l) => `${l.key} ${l.text}`)).toEqual([
      'a.b mine',
      'c.d theirs',
      'e.f theirs',
    ])
  })

  it('shows both texts of a fact that two wrote, and mixes neither into the other', () => {
    const [memory] = setup.facts
    const theirs = {
      ...setup,
      facts: [{ ...memory, value: '32' }, ...setup.facts.slice(1)],
    } as typeof setup
    const mine = lines
      .map((l) => (l.key === 'memory.size' ? { ...l, text: '24 GB' } : l))
      .concat({ key: 'system.kernel', text: '7.4.0', reason: '' })
    expect(clashes(setup, mine, theirs)).toEqual([{ key: 'memory.size', theirs: '32 GiB', mine: '24 GB' }])
    expect(clashes(setup, mine, setup)).toEqual([])
    expect(over(theirs, written(setup, mine))).toEqual([
      { key: 'memory.size', text: '24 GB', was: '32 GiB' },
      { key: 'system.kernel', text: '7.4.0', was: '' },
    ])
    // Theirs taken, what was written of other facts is left to be kept.
    expect(written(theirs, yielded(setup, mine, theirs))).toEqual([
      { key: 'system.kernel', text: '7.4.0', was: '' },
    ])
  })

  it('knows a fact by any of its names, and takes a name of one’s own', () => {
    const known = [{ key: 'memory.size', words: 'Memory', also: ['RAM'] }] as unknown as Parameters<
      typeof keyOf
    >[1]
    expect(['memory', 'ram', 'memory.size', ' RAM '].map((n) => keyOf(n, known))).toEqual(
      Array(4).fill('memory.size'),
    )
    expect(keyOf('desk.shelf', known)).toBe('desk.shelf')
  })
})
