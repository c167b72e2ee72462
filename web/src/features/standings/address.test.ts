import { describe, expect, it } from 'vitest'
import { poolWords, question, withWeight } from './address'

const ask = (text: string) => question(new URLSearchParams(text))

describe('the address of standings', () => {
  it('says only what is not usual', () => {
    expect(ask('')).toEqual({})
    expect(ask('kind=any')).toEqual({})
    expect(ask('group=MEMORY&test=7&weight=MEMORY:3&yearFrom=x&kind=router')).toEqual({
      group: 'MEMORY',
      test: 7,
      weight: ['MEMORY:3'],
      kind: 'router',
    })
  })

  it('names a weight once', () => {
    const q = ask('weight=MEMORY:3&weight=BROWSER:2')
    expect(withWeight(q, 'BROWSER', 0)).toEqual(['MEMORY:3', 'BROWSER:0'])
    expect(withWeight(q, 'GRAPHICS', 1)).toEqual(['MEMORY:3', 'BROWSER:2', 'GRAPHICS:1'])
  })

  it('puts a pool in words', () => {
    expect(poolWords(ask('kind=PHONE&yearFrom=2024&priceTo=500&origin=OWN&tuned=BOTH'))).toEqual([
      'phones',
      'of 2024 to today',
      'up to 500',
      'tuned too',
      'measured here',
    ])
    expect(poolWords(ask(''))).toEqual([])
  })
})
