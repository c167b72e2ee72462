// @vitest-environment jsdom

import { beforeEach, describe, expect, it } from 'vitest'
import { uuid } from '../../../api/uuid'
import {
  below,
  cellErrors,
  drafts,
  isFilled,
  newColumn,
  pasted,
  preview,
  toRun,
  completed,
  splitLine,
  toFailedRun,
  withoutUnit,
} from './columns'
import { choicesOf } from '../../../subjects/metric'

const now = new Date('2026-11-20T10:00:00Z')

describe('below', () => {
  it('goes down, then to the top of the next repeat, then stays', () => {
    expect(below({ row: 0, column: 0 }, 2, 2)).toEqual({ row: 1, column: 0 })
    expect(below({ row: 1, column: 0 }, 2, 2)).toEqual({ row: 0, column: 1 })
    expect(below({ row: 1, column: 1 }, 2, 2)).toEqual({ row: 1, column: 1 })
  })
})

describe('pasted', () => {
  it('fills down and across from the cell, and leaves out what does not fit', () => {
    const columns = [newColumn(now), newColumn(now)]
    const [first, second] = pasted(columns, { row: 1, column: 0 }, '398\t399\r\n733\t731\t9\n5\t5\n', [
      'weave',
      'sieve',
      'forge',
    ])
    expect(first?.texts).toEqual({ sieve: '398', forge: '733' })
    expect(second?.texts).toEqual({ sieve: '399', forge: '731' })
  })
  it('starts at the column it is pasted in', () => {
    const [first, second] = pasted([newColumn(now), newColumn(now)], { row: 0, column: 1 }, '1;2', ['a'])
    expect(first?.texts).toEqual({})
    expect(second?.texts).toEqual({ a: '1' })
  })
})

describe('preview', () => {
  it('reads plain numbers only', () => {
    expect(preview('1 284,5')).toBe(1284.5)
    expect(preview('3e2')).toBe(300)
    expect(preview('1.203,5')).toBe(1203.5)
    expect(preview('1,203,500')).toBe(1203500)
    expect(preview('1.203')).toBe(1.203)
    expect(preview('12a')).toBeUndefined()
    expect(preview('')).toBeUndefined()
  })
})

describe('toRun', () => {
  it('keeps digits as typed and leaves empty cells out', () => {
    const column = { ...newColumn(now), texts: { weave: ' 116.0 ', sieve: ' ' } }
    const run = toRun(column, { sitting: 7 }, { key: 'kernmill', version: '3' }, now)
    expect(run.readings).toEqual([{ metric: 'weave', text: '116.0' }])
    expect(run.id).toBe(column.id)
    expect(run.sitting).toBe(7)
  })
})

describe('cellErrors', () => {
  it('finds the metric at fault, and keeps what belongs to none', () => {
    const run = toRun(
      { ...newColumn(now), texts: { weave: '1', sieve: '-1' } },
      { sitting: 7 },
      { key: 'k', version: '1' },
      now,
    )
    expect(
      cellErrors(
        {
          message: '',
          violations: [
            { field: 'readings[1].text', message: 'must be more' },
            { field: 'note', message: 'long' },
          ],
        },
        run,
      ),
    ).toEqual({ sieve: 'must be more', '': 'long' })
    expect(cellErrors({ message: 'not reached', violations: [] }, run)).toEqual({ '': 'not reached' })
  })
})

describe('drafts', () => {
  beforeEach(() => {
    localStorage.clear()
  })
  it('survive a reload and go when empty', () => {
    const column = { ...newColumn(now), texts: { weave: '5' } }
    drafts.write(1, 2, [column, newColumn(now)])
    expect(drafts.read(1, 2)).toEqual([column])
    expect(drafts.read(1, 3)).toEqual([])
    drafts.write(1, 2, [newColumn(now)])
    expect(localStorage.length).toBe(0)
  })
  it('are none where the store holds nonsense', () => {
    localStorage.setItem('yarrowmark.entry.1.2', '{')
    expect(drafts.read(1, 2)).toEqual([])
  })
})

describe('uuid', () => {
  it('is a version 4 id, another each time', () => {
    expect(uuid()).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
    expect(uuid()).not.toBe(uuid())
    expect(isFilled(newColumn(now))).toBe(false)
  })
})

describe('what is pasted or typed', () => {
  it('is parted by tabs, semicolons, wide blanks, commas or blanks', () => {
    expect(splitLine('1846\t1851;1858')).toEqual(['1846', '1851', '1858'])
    expect(splitLine('1846   1851')).toEqual(['1846', '1851'])
    expect(splitLine('1846,1851,1858')).toEqual(['1846', '1851', '1858'])
    expect(splitLine('60.1, 60.4')).toEqual(['60.1', '60.4'])
    expect(splitLine('402 398 399')).toEqual(['402', '398', '399'])
  })
  it('keeps a decimal comma and grouped thousands whole', () => {
    expect(splitLine('60,4')).toEqual(['60,4'])
    expect(splitLine('1 846')).toEqual(['1 846'])
    expect(splitLine('12 846.5 points')).toEqual(['12 846.5 points'])
  })
  it('loses the unit behind a number and nothing else', () => {
    expect(withoutUnit('60.4 MB/s')).toBe('60.4')
    expect(withoutUnit('1 846 points')).toBe('1 846')
    expect(withoutUnit('3.2e-4 s')).toBe('3.2e-4')
    expect(withoutUnit('passed')).toBe('passed')
  })
  it('completes the words of checks and ladders', () => {
    const rungs = ['720 lines', '1080 lines', 'none']
    expect(completed('10', rungs)).toBe('1080 lines')
    expect(completed('n', rungs)).toBe('none')
    expect(completed('x', rungs)).toBe('x')
    expect(completed('', ['passed'])).toBe('')
    expect(choicesOf({ scale: 'CHECK', rungs: [] })).toEqual(['passed', 'failed'])
    expect(choicesOf({ scale: 'RATIO', rungs: [] })).toEqual([])
  })
  it('takes notes and reasons for missing numbers along', () => {
    const column = {
      ...newColumn(new Date(0)),
      texts: { weave: '1846', wait: ' ' },
      notes: { weave: 'read twice' },
      gaps: { wait: 'needs a network', weave: 'not used: there is a number' },
    }
    const run = toRun(column, { sitting: 7 }, { key: 'k', version: '1' }, new Date(1))
    expect(run.readings).toEqual([{ metric: 'weave', text: '1846', note: 'read twice' }])
    expect(run.gaps).toEqual([{ metric: 'wait', reason: 'needs a network' }])
    expect(
      toFailedRun(' it crashed ', { sitting: 7 }, { key: 'k', version: '1' }, new Date(1)),
    ).toMatchObject({
      state: 'FAILED',
      reason: 'it crashed',
      readings: [],
    })
  })
})
