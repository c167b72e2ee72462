import { describe, expect, it } from 'vitest'
import { explaining, glossary } from './glossary'

describe('the words of the trade', () => {
  it('are found by the beginning of any of their names', () => {
    expect(explaining('undec').map((e) => e.word)).toEqual(['undecided'])
    expect(explaining('island').map((e) => e.word)).toEqual(['apart'])
    expect(explaining('kind wor').map((e) => e.word)).toEqual(['kind of work'])
    expect(explaining('kind phone')).toEqual([])
  })

  it('each have a meaning and an example, and none is told twice', () => {
    const entries = Object.values(glossary)
    expect(new Set(entries.map((e) => e.word)).size).toBe(entries.length)
    for (const e of entries) {
      expect(e.says).toMatch(/\.$/)
      expect(e.example).toMatch(/\.$/)
    }
  })
})
