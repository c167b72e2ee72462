import { describe, expect, it } from 'vitest'
import { sheet } from '../../testing'
import { toDo } from './to-do'

const [first] = sheet.rows
if (!first) throw new Error('the sheet has a row')
const row = { ...first, repeats: 3, done: 0, runs: [] }

describe('what is still to do', () => {
  it('is to write facts, to look at doubts, and to run what is left', () => {
    const run = { ...sheet.rows.flatMap((r) => r.runs)[0], doubts: 2 } as (typeof first.runs)[number]
    const bare = { ...sheet, setup: { ...sheet.setup, facts: [] } }
    const name = row.suite.name
    expect(toDo({ ...bare, rows: [row] })).toEqual(['write what the setup is', `${name}, 3 times`])
    expect(toDo({ ...bare, rows: [{ ...row, done: 2, runs: [run] }] })).toEqual([
      'write what the setup is',
      'look at 2 numbers that may be wrong',
      `${name}, 1 more`,
    ])
    expect(toDo({ ...bare, rows: [{ ...row, runs: [{ ...run, doubts: 0, state: 'FAILED' }] }] })[1]).toBe(
      `${name}, 3 times, it failed last`,
    )
  })

  it('is nothing for what is done or left out', () => {
    const facts = [{ key: 'cpu.model', words: 'Processor', group: 'CPU', value: 'x', unit: '' }]
    const setup = { ...sheet.setup, facts: facts as unknown as typeof sheet.setup.facts }
    expect(toDo({ ...sheet, setup, rows: [{ ...row, done: 3 }] })).toEqual([])
    expect(toDo({ ...sheet, setup, rows: [{ ...row, gapReason: 'needs a network' }] })).toEqual([])
  })
})
