import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { Reply, serve, show, strip } from '../../testing'
import { lineFigure } from './figure'
import { VersionsPage } from './VersionsPage'

type Cell = Schemas['LineTest']['cells'][number]

function cell(value: number, index: number): Cell {
  return {
    kind: 'SCORE',
    value,
    decimals: 1,
    count: 2,
    readings: [value, value + 0.2],
    index,
    low: index - 0.5,
    high: index + 0.5,
  }
}

function test(
  name: string,
  cells: readonly Cell[],
  more: Partial<Schemas['LineTest']> = {},
): Schemas['LineTest'] {
  return {
    suiteId: 3,
    suite: 'Webspan',
    version: '5',
    metric: name.toLowerCase(),
    name,
    unit: '{run}/min',
    scale: 'RATIO',
    better: 'HIGHER',
    group: 'BROWSER',
    total: false,
    settings: '',
    cells: [...cells],
    steps: [],
    stretches: [],
    firstToLast: {
      times: 0.9,
      low: 0.89,
      high: 0.91,
      shown: -0.1,
      shownLow: -0.11,
      shownHigh: -0.09,
      amount: false,
      look: 1,
      confidence: 0.95,
      verdict: 'BEHIND',
    },
    days: { source: 'TEST', group: 'BROWSER', repeats: 3, share: 0.004 },
    ...more,
  }
}

const version = (setupId: number, label: string, changes: readonly Schemas['FactDifference'][] = []) => ({
  setupId,
  name: label,
  label,
  firstRun: '2026-10-12T08:00:00Z',
  tuned: false,
  changes: [...changes],
})

const line: Schemas['LineView'] = {
  revision: 9,
  threshold: 0.01,
  basis: 'GAIN',
  modelId: 1,
  model: 'Brackwater Slate 11',
  unit: 'A',
  kind: 'TABLET',
  factor: 'browser.name',
  words: 'Browser',
  order: 'VERSION',
  factors: [{ key: 'browser.name', words: 'Browser', values: 3 }],
  versions: [
    version(21, 'Wick 112'),
    version(22, 'Wick 113', [
      {
        subject: 1,
        key: 'system.fonts',
        name: 'Font package',
        group: 'SYSTEM',
        before: 'Quire 2.1',
        after: 'Quire 2.2',
        standing: 'UNMEANT',
        affects: ['BROWSER'],
      },
    ]),
    { ...version(23, 'Wick 114'), note: 'the room was warm' },
  ],
  groups: [
    {
      group: 'BROWSER',
      points: [
        { index: 100, tests: 2, of: 2 },
        { index: 95, low: 94, high: 96, tests: 2, of: 2 },
        { index: 94.6, low: 94, high: 95, tests: 2, of: 2 },
      ],
    },
  ],
  tests: [
    test('Letters', [cell(50, 100), cell(45, 90), cell(45, 90)], {
      steps: [
        { from: 0, to: 1, kind: 'DOWN', times: 0.9, chance: 0.001 },
        { from: 1, to: 2, kind: 'NONE', times: 1, chance: 1 },
      ],
      stretches: [{ first: 0, last: 2, name: 'TOO_SHORT', aVersion: 1 }],
    }),
    test('Threads', [{ kind: 'GAP', gap: 'needs Wick 113' }, cell(30, 100), cell(33, 110)], {
      steps: [{ from: 1, to: 2, kind: 'NONE', times: 1.1, chance: 0.4 }],
      stretches: [{ first: 1, last: 2, name: 'TOO_SHORT', aVersion: 1 }],
    }),
    test('Heat', [], {
      scale: 'INTERVAL',
      group: 'HEAT',
      unit: 'Cel',
      cells: [
        { kind: 'PLAIN', value: 41, decimals: 0, words: '41', count: 1, readings: [41] },
        { kind: 'PLAIN', value: 43, decimals: 0, words: '43', count: 1, readings: [43] },
        { kind: 'GAP', gap: 'not run' },
      ],
      firstToLast: undefined as never,
      days: undefined as never,
    }),
  ],
  together: [
    {
      version: 1,
      up: [],
      down: ['Letters', 'JSON and clone'],
      changes: [
        {
          subject: 1,
          key: 'system.fonts',
          name: 'Font package',
          group: 'SYSTEM',
          before: 'Quire 2.1',
          after: 'Quire 2.2',
          standing: 'UNMEANT',
          affects: ['BROWSER'],
        },
      ],
    },
  ],
  once: [{ suite: 'Kernmill', tests: 4 }],
}

const units: readonly Schemas['UnitLine'][] = [
  {
    modelId: 9,
    model: 'Brackwater Slate 11',
    kind: 'TABLET',
    unit: 'A',
    setups: 3,
    versions: 3,
    lastSetup: 23,
  },
  { modelId: 8, model: 'Quillon Folio 12', kind: 'LAPTOP', unit: 'A', setups: 2, versions: 2, lastSetup: 31 },
]

const desk = {
  'GET /api/v1/sittings': strip,
  'GET /api/v1/lines/units': units,
  'GET /api/v1/lines': line,
}

beforeEach(() => {
  localStorage.clear()
})
describe('versions', () => {
  it('follows the longest line where nothing is asked for, and says what each version did', async () => {
    const sent = serve(desk)
    show(<VersionsPage />, '/versions')
    expect(await screen.findByText('Brackwater Slate 11 along its browser, Wick 112 to 114')).toBeTruthy()
    expect(
      sent.some((s) => s.path === '/api/v1/lines?setup=23&order=VERSION&basis=GAIN&threshold=0.01'),
    ).toBe(true)
    expect(screen.getByText('step down at 113')).toBeTruthy()
    const moved = within(screen.getByLabelText('What moved'))
    expect(moved.getByText('Moved together at 113:')).toBeTruthy()
    expect(moved.getByText('down: letters, JSON and clone')).toBeTruthy()
    expect(moved.getByText('font package').getAttribute('data-standing')).toBe('UNMEANT')
    expect(screen.getByRole('img', { name: /Threads.*Wick 112 needs Wick 113, Wick 113 100.0/ })).toBeTruthy()
    expect(screen.getByText(/0\.4.*in 2 tests \(from repeated days/)).toBeTruthy()
    expect(screen.getByText(/In one version only.*Kernmill, 4 tests/)).toBeTruthy()
    // What has no ratios is told in words, with its gap.
    expect(screen.getByText('43')).toBeTruthy()
  })

  it('says that nothing else changed only where nothing did', async () => {
    const at = (changes: Schemas['LineView']['versions'][number]['changes']) => ({
      ...desk,
      'GET /api/v1/lines': {
        ...line,
        versions: line.versions.map((v, i) => (i === 1 ? { ...v, changes } : v)),
        together: [{ version: 1, up: ['Letters'], down: [], changes: [] }],
      },
    })
    serve(at([]))
    show(<VersionsPage />, '/versions')
    expect((await screen.findByLabelText('What moved')).textContent).toContain(
      'Nothing else is known to have changed',
    )
    cleanup()
    const fonts = line.together[0]?.changes[0]
    if (!fonts) throw new Error('no change')
    serve(at([{ ...fonts, standing: 'MEANT' }]))
    show(<VersionsPage />, '/versions')
    const told = (await screen.findByLabelText('What moved')).textContent
    expect(told).not.toContain('Nothing else')
    expect(told).toContain('font package changed there too')
    cleanup()
    // Whether it changed is not known.
    serve(at([{ ...fonts, standing: 'UNKNOWN' }]))
    show(<VersionsPage />, '/versions')
    expect((await screen.findByLabelText('What moved')).textContent).not.toContain('changed there too')
  })

  it('reads a version by the arrow keys in every plot at once', async () => {
    serve(desk)
    show(<VersionsPage />, '/versions')
    const plots = await screen.findByLabelText(/Tests along the versions/)
    fireEvent.keyDown(plots, { key: 'ArrowRight' })
    fireEvent.keyDown(plots, { key: 'ArrowRight' })
    expect(within(plots).getAllByText(/^−10\.0.%$/)[0]).toBeTruthy()
    expect(within(plots).getByText(/^0\.0.%$/)).toBeTruthy()
    expect(within(plots).getByText(/at Wick 113, geometric mean of 2 of 2 tests/)).toBeTruthy()
  })

  it('shows the change from first to last in the basis of the address', async () => {
    serve(desk)
    show(<VersionsPage />, '/versions?show=change')
    const row = (await screen.findByText('Letters')).closest('tr')
    expect(row?.textContent).toContain('−10.0\u2009%')
    expect(row?.textContent).toContain('behind')
    expect(screen.getByText(/movement between days included/)).toBeTruthy()
  })

  it('lays two tests over each other on two scales that bear their names', async () => {
    serve(desk)
    show(<VersionsPage />, '/versions?show=units&two=3.letters')
    fireEvent.click(await screen.findByRole('button', { name: 'Threads' }))
    const two = await screen.findByTestId('two-scales')
    expect(two.textContent).toContain('Letters at the left, solid with dots')
    expect(two.textContent).toContain('Threads at the right, dashed with squares')
  })

  it('keeps only what moved where that is asked for', async () => {
    serve(desk)
    show(<VersionsPage />, '/versions?only=moved')
    expect(await screen.findByRole('button', { name: 'Letters' })).toBeTruthy()
    expect(screen.queryByRole('button', { name: 'Threads' })).toBeNull()
  })

  it('keeps a note at a version, and says why if the server refuses', async () => {
    let answer: unknown = new Reply(422, { detail: 'note: has 1001 characters; at most 1000 are kept' })
    const sent = serve({ ...desk, 'PUT /api/v1/setups/22/note': () => answer })
    show(<VersionsPage />, '/versions')
    fireEvent.click(await screen.findByRole('button', { name: 'add a note on Wick 113' }))
    const field = screen.getByRole('textbox', { name: 'Note on Wick 113' })
    fireEvent.change(field, { target: { value: 'fonts came along' } })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(await screen.findByText(/at most 1000 are kept/)).toBeTruthy()
    const again = screen.getByRole('textbox', { name: 'Note on Wick 113' })
    expect((again as HTMLInputElement).value).toBe('fonts came along')
    answer = {}
    fireEvent.keyDown(again, { key: 'Enter' })
    expect(await screen.findByText('The note is kept.')).toBeTruthy()
    expect(sent.filter((s) => s.method === 'PUT').at(-1)?.body).toEqual({
      note: 'fonts came along',
      before: '',
    })
    expect(screen.getByRole('button', { name: 'the room was warm: note on Wick 114' })).toBeTruthy()
  })

  it('shows the note that somebody else kept meanwhile beside the one that was typed', async () => {
    let answer: unknown = new Reply(409, { detail: 'x', current: { note: 'another paste' } })
    const sent = serve({ ...desk, 'PUT /api/v1/setups/22/note': () => answer })
    show(<VersionsPage />, '/versions')
    fireEvent.click(await screen.findByRole('button', { name: 'add a note on Wick 113' }))
    const field = screen.getByRole('textbox', { name: 'Note on Wick 113' })
    fireEvent.change(field, { target: { value: 'fonts came along' } })
    fireEvent.keyDown(field, { key: 'Enter' })
    expect((await screen.findByTestId('overtaken')).textContent).toContain(
      'Noteanother pastefonts came along',
    )
    answer = {}
    fireEvent.click(screen.getByRole('button', { name: 'Keep mine' }))
    expect(await screen.findByText('The note is kept.')).toBeTruthy()
    expect(sent.filter((s) => s.method === 'PUT').at(-1)?.body).toEqual({
      note: 'fonts came along',
      before: 'another paste',
    })
  })

  it('shows of a long line first what has something to tell, and the rest when asked', async () => {
    const changes = line.versions.flatMap((v) => v.changes).slice(0, 1)
    const many = Array.from({ length: 14 }, (_, i) => ({
      ...version(100 + i, `Wick ${String(100 + i)}`, i === 5 ? changes : []),
      ...(i === 9 && { note: 'the room was warm' }),
    }))
    serve({ ...desk, 'GET /api/v1/lines': { ...line, versions: many, tests: [], groups: [], together: [] } })
    show(<VersionsPage />, '/versions')
    const table = await screen.findByRole('table', { name: 'Versions' })
    const names = () =>
      within(table)
        .getAllByRole('link')
        .map((a) => a.textContent)
    expect(names()).toEqual(['100', '105', '109'])
    fireEvent.click(within(table).getByText(/Show 11 more/))
    expect(names()).toHaveLength(14)
  })

  it('goes to another device that has several setups', async () => {
    const sent = serve(desk)
    show(<VersionsPage />, '/versions')
    fireEvent.click(await screen.findByRole('button', { name: 'Another device' }))
    fireEvent.change(screen.getByRole('combobox', { name: 'Which device' }), { target: { value: 'folio' } })
    fireEvent.click(await screen.findByText('Quillon Folio 12'))
    await waitFor(() => {
      expect(sent.some((s) => s.path.startsWith('/api/v1/lines?setup=31&'))).toBe(true)
    })
  })

  it('says what makes a line where there is none', async () => {
    serve({ ...desk, 'GET /api/v1/lines/units': [] })
    show(<VersionsPage />, '/versions')
    expect(await screen.findByText('Nothing can be followed yet')).toBeTruthy()
  })

  it('is taken as a figure with every score in its data, gaps with their reasons', () => {
    const figure = lineFigure(line, false, 2)
    expect(figure.title).toBe('Brackwater Slate 11 along its browser, Wick 112 to 114')
    expect(figure.table).toHaveLength(10)
    expect(figure.table.find((r) => r.includes('needs Wick 113'))?.[1]).toBe('Threads')
    expect(figure.about).toContain('one scale a group')
  })
})
