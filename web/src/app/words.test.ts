// @vitest-environment jsdom

import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { cellWords, handsOf, stateWords } from './DeskStrip'
import { isTyping, match } from '../frame/keys'
import { cardinal, ordinal } from '../figures/words'
import { leftWords } from '../features/desk/DeskPage'
import { setupWords } from '../features/desk/put'
import { gapWords } from '../features/desk/RunSheetTable'
import { countWords } from '../features/ledger/LedgerPage'
import { kernmill, row as sheetRow } from '../testing'
import { historyWords } from '../subjects/history'

const device: Schemas['StripView'] = {
  sitting: 1,
  setupId: 1,
  modelId: 1,
  model: 'Fen 13',
  kind: 'LAPTOP',
  setup: 'as shipped',
  cells: ['DONE', 'PARTLY', 'WAITING'],
}

const suite = (id: number, home: Schemas['SuiteView']['home']): Schemas['SuiteView'] => ({
  ...kernmill,
  id,
  home,
  minutes: 1,
  repeats: 3,
})

describe('words', () => {
  it('number things as people do', () => {
    expect([1, 3, 11, 22, 23].map(ordinal)).toEqual(['first', 'third', '11th', '22nd', '23rd'])
    expect([0, 7, 12].map(cardinal)).toEqual(['no', 'seven', '12'])
  })
  it('say how far a device on the strip is', () => {
    expect(stateWords(device)).toBe('2 of 3 to go')
    expect(stateWords({ ...device, cells: ['DONE'] })).toBe('done')
    expect(handsOf({ who: 'Ida Fell' }, 'Wren Alder')).toBe('IF')
    expect(handsOf({ who: 'Ida Fell' }, 'Ida Fell')).toBe('')
    expect(handsOf({ who: 'script nightly' }, 'Ida Fell')).toBe('')
    expect(handsOf({}, 'Ida Fell')).toBe('')
    expect(stateWords({ ...device, cells: [] })).toBe('no suites chosen')
    expect(cellWords(device)).toBe('1 of 3 suites done')
  })
  it('say what naming a setup means', () => {
    const before = [{ name: 'as shipped' }]
    expect(setupWords([], 'as shipped')).toContain('first setup')
    expect(setupWords(before, ' as shipped ')).toContain('its scores go on')
    expect(setupWords(before, 'new paste')).toContain('A change from “as shipped”')
  })
  it('say why there is no score', () => {
    const row = sheetRow(suite(1, 'TYPED'))
    const run = {
      id: 'x',
      setupId: 1,
      suiteId: 1,
      startedAt: '',
      endedAt: '',
      sender: '',
      tiny: false,
      origin: '',
      readings: [],
      gaps: [],
      flags: [],
      doubts: 0,
    }
    expect(gapWords({ ...row, gapReason: 'needs a network' }, undefined)).toBe('needs a network')
    expect(gapWords({ ...row, runs: [{ ...run, state: 'DONE', flags: ['RECORDING'] }] }, undefined)).toBe(
      'flagged, does not count',
    )
    expect(gapWords(row, undefined)).toBe('not run yet')
    expect(gapWords({ ...row, runs: [{ ...run, state: 'FAILED', reason: 'it crashed' }] }, undefined)).toBe(
      'failed: it crashed',
    )
    expect(gapWords({ ...row, runs: [{ ...run, state: 'SET_ASIDE' }] }, undefined)).toBe('set aside')
  })
  it('count the ledger and tell a history', () => {
    expect(countWords({ done: 1200, failed: 1, setAside: 2, flagged: 3, doubted: 0 })).toBe(
      '1\u2009203 runs, 2 set aside, 1 failed, 3 flagged, 0 to be checked',
    )
    expect(historyWords({ at: '', what: 'BROUGHT_BACK', who: 'Wren' })).toBe('brought back, Wren')
    expect(historyWords({ at: '', what: 'SET_ASIDE', who: 'Wren', reason: 'hot' })).toBe(
      'set aside: hot, Wren',
    )
  })
  it('say how much is left on a sheet', () => {
    const sheet = { sitting: 1, openedAt: '', minutesLeft: 28, rows: [] } as unknown as Schemas['RunSheet']
    const rows = [{ state: 'DONE' }, { state: 'WAITING' }] as unknown as Schemas['SheetRow'][]
    expect(leftWords({ ...sheet, rows })).toBe('One suite left, about 28 min.')
    expect(leftWords({ ...sheet, rows: rows.slice(0, 1) })).toBe('Every suite is done.')
    expect(leftWords({ ...sheet, closedAt: '2026' })).toBe('It is off the desk.')
  })
})

describe('keys', () => {
  const shortcuts = ['g r', 'r'].map((keys) => ({ keys, words: '', run: () => undefined }))
  it('prefer two in a row to one alone', () => {
    expect(match(shortcuts, 'g', 'r')?.keys).toBe('g r')
    expect(match(shortcuts, '', 'r')?.keys).toBe('r')
    expect(match(shortcuts, 'g', 'x')).toBeUndefined()
  })
  it('belong to what is typed in', () => {
    expect(isTyping(document.createElement('input'))).toBe(true)
    expect(isTyping(document.createElement('div'))).toBe(false)
    expect(isTyping(null)).toBe(false)
  })
})
