import { EditorView } from '@codemirror/view'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../../api/client'
import { kernmill, serve, show } from '../../../testing'
import { SheetEditor } from './SheetEditor'
import { draftOf, emptyForm, formOf } from './draft'
import { nextVersion, offsetOf } from './text'

const plain = {
  scale: 'RATIO',
  better: 'HIGHER',
  decimals: 1,
  counts: true,
  rungs: [],
  aliases: [],
} as const

const draft: Schemas['SheetDraft'] = {
  key: 'kernmill',
  name: 'Kernmill',
  version: '3',
  about: 'Grinds.',
  group: 'STORAGE',
  tests: [
    {
      ...plain,
      rungs: [],
      aliases: ['lesen', 'reads'],
      key: 'read',
      name: 'Read',
      unit: 'MB/s',
      drawn: { series: 'read', along: 'SIZE', way: 'LEVEL' },
    },
    { ...plain, rungs: [], aliases: [], key: 'w', name: 'Write', unit: 'MB/s', group: 'MEMORY' },
    {
      ...plain,
      rungs: [],
      aliases: [],
      key: 't',
      name: 'All',
      unit: 'MB/s',
      formula: 'mean("Read", "Write")',
    },
    { ...plain, aliases: [], key: 'h', name: 'Held', unit: '', scale: 'LADDER', rungs: ['480', '720'] },
  ],
  headline: 'All',
  settings: [{ name: 'file', value: '512 MiB' }],
  runs: { repeats: 2, minutes: 7.5, warmups: 1, restSeconds: 30 },
  conditions: ['Plugged in'],
  steps: [{ name: 'still', before: '', minutes: 2, tests: ['Read'] }],
  faults: [
    {
      test: 'Read',
      note: 'too fast',
      from: '2026-01-01',
      where: [{ fact: 'system.version', comparison: 'BELOW', value: '7.4' }],
    },
  ],
  comparesWith: ['2'],
  unroundedTotals: true,
}

const written = { suite: kernmill, text: 'key: kernmill\nversion: "3"\n', edition: 4, history: [] }

describe('a sheet that is there', () => {
  it('comes back from the grid as it went in', () => {
    expect(draftOf(formOf(draft))).toEqual(draft)
  })

  const server = {
    'GET /api/v1/sheets/3': written,
    'GET /api/v1/sheets/3/draft': draft,
    'GET /api/v1/sheets/units': [],
    'GET /api/v1/facts': [],
    'POST /api/v1/sheets/drafts': { text: written.text, suite: kernmill, problems: [] },
    'PUT /api/v1/sheets/3': kernmill,
  }
  const change = async () => {
    show(<SheetEditor />, '/catalogue/suites/3/edit', '/catalogue/suites/:id/edit')
    fireEvent.change(await screen.findByLabelText('Name of test 2'), { target: { value: 'Writes' } })
    await waitFor(() => {
      expect((screen.getByText('Keep this suite') as HTMLButtonElement).disabled).toBe(false)
    })
    fireEvent.click(screen.getByText('Keep this suite'))
  }
  const nothing: Schemas['Correction'] = { runs: 3, setups: 1, changes: [], effects: [] }

  it('is kept as it is where its meaning stays', async () => {
    const sent = serve({ ...server, 'POST /api/v1/sheets/3/corrections': nothing })
    await change()
    await screen.findByText('another view')
    expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ text: written.text, edition: 4 })
  })

  it('is corrected at once while nothing was measured by it', async () => {
    const open = { ...nothing, runs: 0, setups: 0, changes: ['Read: unit ms → seconds'] }
    const sent = serve({ ...server, 'POST /api/v1/sheets/3/corrections': open })
    await change()
    await screen.findByText('another view')
    expect(sent.find((s) => s.method === 'PUT')?.body).toMatchObject({ corrected: true })
  })

  it('shows first what a correction changes of what is there', async () => {
    const effect = {
      metric: 'Read',
      readings: 3,
      other: 1,
      samples: [{ text: '1:39', before: 1.65, after: 99 }],
      unreadable: [],
    }
    const correction = { ...nothing, changes: ['Read: more is better → less is better'], effects: [effect] }
    const sent = serve({
      ...server,
      'POST /api/v1/sheets/3/corrections': correction,
      'POST /api/v1/sheets': kernmill,
    })
    await change()
    expect(await screen.findByText('3 runs of 1 setup were taken down by it.')).toBeTruthy()
    expect(screen.getByText(/3 readings, 1 gets another number/).textContent).toContain('1:39: 1.650 → 99.00')
    expect(sent.some((s) => s.method === 'PUT')).toBe(false)
    fireEvent.click(screen.getByText('Keep it as a new version'))
    await waitFor(() => {
      expect(sent.find((s) => s.path === '/api/v1/sheets')?.body).toEqual({
        text: 'key: kernmill\nversion: "4"\n',
      })
    })
  })

  it('is not corrected where a reading would mean nothing', async () => {
    const effect = { metric: 'Read', readings: 1, other: 0, samples: [], unreadable: ['x: is no number'] }
    serve({
      ...server,
      'POST /api/v1/sheets/3/corrections': { ...nothing, changes: ['y'], effects: [effect] },
    })
    await change()
    expect((await screen.findByRole('alert')).textContent).toBe('x: is no number')
    expect((screen.getByText('Correct it') as HTMLButtonElement).disabled).toBe(true)
  })
})

describe('a sheet as text', () => {
  const wrong = { problems: [{ line: 3, column: 7, path: 'name', message: 'name is missing', fatal: true }] }

  it('shows every fault with its place, and the grid once there is none', async () => {
    let answer: unknown = wrong
    serve({ 'POST /api/v1/sheets/checks': () => answer })
    show(<SheetEditor />, '/catalogue/suites/new?as=text', '/catalogue/suites/new')
    expect(await screen.findByText('line 3, column 7')).toBeTruthy()
    expect((screen.getByText('Keep the sheet') as HTMLButtonElement).disabled).toBe(true)
    const editor = EditorView.findFromDOM(screen.getByLabelText('Suite sheet'))
    if (!editor) throw new Error('there is no editor')
    fireEvent.click(screen.getByText('line 3, column 7'))
    expect(editor.state.selection.main.from).toBe(offsetOf(editor.state.doc.toString(), 3, 7))

    answer = { problems: [], suite: kernmill }
    editor.dispatch({ changes: { from: editor.state.doc.length, insert: '\n' } })
    expect(await screen.findByTestId('sheet-preview')).toBeTruthy()
    expect((screen.getByText('Keep the sheet') as HTMLButtonElement).disabled).toBe(false)
  })

  it('counts the version up for a new one', () => {
    expect(nextVersion('key: a\nversion: "3"\n', '3')).toBe('key: a\nversion: "4"\n')
    expect(nextVersion("version: '2.9'", '2.9')).toBe('version: "2.10"')
    expect(nextVersion('{"key":"a","version":"1"}', '1')).toBe(
      '{"key":"a","version":"1"}'.replace('"1"', '"2"'),
    )
    expect(nextVersion('version: beta', 'beta')).toBe('version: "beta-2"')
  })
})

describe('a new suite', () => {
  it('has what is drawn from a curve, and the weight of a test', () => {
    const rows = [
      { ...emptyForm.tests[0], name: 'Read', unit: 'MB/s', made: 'SIZE', way: 'MAX' },
      { ...emptyForm.tests[0], name: 'Pack', unit: 'points', weight: '2,5' },
    ] as typeof emptyForm.tests
    const tests = draftOf({ ...emptyForm, tests: rows }).tests
    expect(tests[0]?.drawn).toEqual({ series: 'read', along: 'SIZE', way: 'MAX' })
    expect(tests[1]?.weight).toBe(2.5)
  })
})
