import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { Reply, kernmill, label, pools, serve, setup, show, strip } from '../../testing'
import { SearchDialog, matching } from '../search/SearchDialog'
import { ImportReport } from './import/ImportReport'
import { ModelPage } from './ModelPage'
import { RunFiles, readRunFile } from './import/RunFiles'
import { acceptedWords, effectWords, gathered, priceLine, priceWords, signedPercent } from './words'
import { dayInWords } from '../../figures/dates'

const model: Schemas['ModelView'] = {
  id: 1,
  maker: 'Ostrel',
  name: 'Fen 13',
  kind: 'LAPTOP',
  year: 2026,
  units: [{ id: 5, modelId: 1, label: 'A', variant: '', listed: false, edition: 0 }],
  details: {
    prices: [{ amount: '640.00', currency: 'EUR', on: '2026-05-04', variant: '16 GiB' }],
    specification: [],
    claims: [],
    pros: ['quiet'],
    cons: [],
    missing: [],
    tags: [],
  },
  edition: 3,
}
const profile: Schemas['ModelProfile'] = {
  model,
  setups: [
    {
      setup,
      runs: 12,
      effects: [
        { group: 'GRAPHICS', change: 0.14, low: 0.12, high: 0.16, tests: 5 },
        { group: 'BROWSER', change: -0.006, low: -0.02, high: 0.01, tests: 3 },
      ],
    },
  ],
  shown: 11,
  suites: [kernmill],
  withSeries: [3],
  standing: [
    {
      place: { group: 'PROCESSOR', index: 107, place: 4, of: 14, percentile: 0.75, band: 'HIGH' },
      pool: [{ setupId: 11, label: 'Fen 13', index: 107 }],
      scores: 1,
      median: 107,
    },
  ],
  claims: [
    {
      suite: 'root',
      metric: 'read.long',
      name: 'Long read',
      unit: 'MB/s',
      better: 'HIGHER',
      text: '3000',
      claimed: 3000,
      measured: 2131,
      decimals: 0,
      share: 0.7103,
    },
    {
      suite: 'watts',
      metric: 'battery',
      name: 'Battery capacity',
      unit: 'W.h',
      better: 'HIGHER',
      text: '52',
      claimed: 52,
      decimals: 0,
      gap: 'not measured',
    },
  ],
  specification: [],
  runs: 12,
  evidence: [],
  history: [],
}
const server = {
  'GET /api/v1/profiles/models/1': profile,
  'GET /api/v1/sittings': strip,
  'GET /api/v1/scores': pools,
  'GET /api/v1/suites': [kernmill],
  'GET /api/v1/facts': [],
}

describe('the page of a model', () => {
  it('tells claims as shares, changes with their noise, and gaps with their reasons', async () => {
    serve(server)
    show(<ModelPage />, '/catalogue/models/1', '/catalogue/models/:id')
    expect(await screen.findByText('Ostrel Fen 13')).toBeTruthy()
    expect(screen.getByText('Laptop, 2026. One unit, one setup, 12 runs. 640 €.')).toBeTruthy()
    expect(screen.getByText('71 %')).toBeTruthy()
    expect(screen.getByText('not measured').className).toContain('gap')
    const changes = within(screen.getByTestId('setups'))
    expect(changes.getByText(/\+14\s%/).className).toContain('teal')
    expect(changes.getByText(/\u22120.6\s%/).className).toContain('ink2')
    expect(changes.getByText('not told from noise')).toBeTruthy()
    expect(changes.getByText('1 unmeant')).toBeTruthy()
  })

  it('is edited whole, and a refusal leaves everything as typed', async () => {
    const sent = serve({
      ...server,
      'PUT /api/v1/models/1': () => new Reply(409, { detail: 'changed meanwhile' }),
    })
    show(<ModelPage />, '/catalogue/models/1', '/catalogue/models/:id')
    fireEvent.click(await screen.findByText('Edit'))
    fireEvent.change(screen.getByLabelText('What it lacks'), { target: { value: 'no card reader\n\n' } })
    fireEvent.click(screen.getByText('Add a price'))
    fireEvent.change(screen.getByLabelText('Amount, prices 2'), { target: { value: '560' } })
    fireEvent.click(screen.getByText('Keep'))
    expect((await screen.findByRole('alert')).textContent).toBe('changed meanwhile')
    const body = sent.find((s) => s.method === 'PUT')?.body as Schemas['ModelEdit']
    expect(body.edition).toBe(3)
    expect(body.details.missing).toEqual(['no card reader'])
    expect(body.details.prices.map((p) => p.amount)).toEqual(['640.00', '560'])
  })

  it('that somebody else changed meanwhile shows what differs', async () => {
    const current = { ...model, name: 'Fen 14', edition: 9 }
    const sent = serve({ ...server, 'PUT /api/v1/models/1': () => new Reply(409, { detail: 'x', current }) })
    show(<ModelPage />, '/catalogue/models/1', '/catalogue/models/:id')
    fireEvent.click(await screen.findByText('Edit'))
    fireEvent.change(screen.getByLabelText('Maker'), { target: { value: 'Ostrell' } })
    fireEvent.click(screen.getByText('Keep'))
    const both = await screen.findByTestId('overtaken')
    expect(
      within(both)
        .getAllByRole('row')
        .slice(1)
        .map((r) => r.textContent),
    ).toEqual(['MakerOstrelOstrell', 'ModelFen 14Fen 13'])
    fireEvent.click(within(both).getByRole('button', { name: 'Keep mine' }))
    await waitFor(() => {
      expect(sent.findLast((s) => s.method === 'PUT')?.body).toMatchObject({ edition: 9, maker: 'Ostrell' })
    })
  })

  it('marks the very field that is at fault, and says it in words', async () => {
    const violations = [{ field: 'details.prices[0].amount', message: 'must be more than 0' }]
    serve({ ...server, 'PUT /api/v1/models/1': () => new Reply(422, { violations }) })
    show(<ModelPage />, '/catalogue/models/1', '/catalogue/models/:id')
    fireEvent.click(await screen.findByText('Edit'))
    fireEvent.click(screen.getByText('Keep'))
    expect((await screen.findAllByRole('alert')).map((a) => a.textContent)).toEqual([
      'Amount: must be more than 0',
      'Prices 1, amount: must be more than 0',
    ])
    expect(screen.getByLabelText('Amount, prices 1').getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByLabelText('Currency, prices 1').getAttribute('aria-invalid')).toBe('false')
  })
})

describe('an import', () => {
  const report: Schemas['TableReport'] = {
    batch: {
      id: 4,
      name: 'scores.csv',
      source: '',
      who: 'Wren',
      at: '2026-11-20T08:00:00Z',
      state: 'WAITING',
      understood: 8,
      rejected: 1,
      runs: 0,
      doubted: 0,
    },
    parts: [
      { device: 'Ostrel Fen 13', suite: 'kernmill 3', readings: 5, runs: 2 },
      { device: 'Ostrel Carr 15', suite: 'kernmill 3', readings: 3, runs: 1 },
    ],
    rejected: [{ line: 5, column: 'Score', reason: '"5many" is no plain number' }],
    rejectedPages: 1,
    counts: { kept: 8, there: 0, gaps: 0, rejected: 1 },
    otherwise: 0,
    brought: false,
  }
  const bad = {
    line: 5,
    ordinal: 0,
    column: 'Score',
    text: '5many',
    standing: 'NEW',
    problem: '"5many" is no plain number',
  }
  const cells = { cells: [bad], pages: 1 }

  it('is accepted in parts, and can be taken back', async () => {
    const kept = { batch: { ...report.batch, state: 'ACCEPTED' }, fresh: 1, known: 0, refused: 0 }
    const sent = serve({
      'GET /api/v1/imports/4': report,
      'GET /api/v1/imports/4/cells': cells,
      'POST /api/v1/imports/4/accept': kept,
    })
    show(<ImportReport />, '/catalogue/import/4', '/catalogue/import/:id')
    expect(await screen.findByText('"5many" is no plain number')).toBeTruthy()
    fireEvent.click(screen.getByLabelText(/Ostrel Carr 15/))
    fireEvent.click(screen.getByText('Keep what is ticked'))
    expect(await screen.findByText('1 run kept.')).toBeTruthy()
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
      parts: [{ device: 'Ostrel Fen 13', suite: 'kernmill 3' }],
    })
    expect(screen.getByText('Undo')).toBeTruthy()
  })

  it('asks whether numbers that are other than before correct them, and proposes so for the same table', async () => {
    const kept = { batch: { ...report.batch, state: 'ACCEPTED' }, fresh: 2, known: 0, refused: 0 }
    for (const [brought, there] of [
      [true, 3],
      [true, 0],
      [false, 3],
    ] as const) {
      const counts = { ...report.counts, there }
      const sent = serve({
        'GET /api/v1/imports/4': { ...report, otherwise: 1, brought, counts },
        'GET /api/v1/imports/4/cells': cells,
        'POST /api/v1/imports/4/accept': kept,
      })
      show(<ImportReport />, '/catalogue/import/4', '/catalogue/import/:id')
      const asked = await screen.findByTestId('otherwise')
      expect(asked.textContent).toContain('1 number is other than what was imported before')
      fireEvent.click(screen.getByText('Keep all that was understood'))
      expect(await screen.findByText('2 runs kept.')).toBeTruthy()
      expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ corrects: brought && there > 0 })
      cleanup()
    }
  })

  it('has a cell mended in place', async () => {
    const sent = serve({
      'GET /api/v1/imports/4': report,
      'GET /api/v1/imports/4/cells': cells,
      'PUT /api/v1/imports/4/cells/5/0': { ...bad, text: '5000' },
    })
    show(<ImportReport />, '/catalogue/import/4', '/catalogue/import/:id')
    const cell = await screen.findByLabelText('Score, line 5')
    fireEvent.change(cell, { target: { value: '5000' } })
    fireEvent.keyDown(cell, { key: 'Enter' })
    await waitFor(() => {
      expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ text: '5000' })
    })
  })

  it('is thrown away while nothing of it is kept', async () => {
    const sent = serve({
      'GET /api/v1/imports/4': report,
      'GET /api/v1/imports/4/cells': cells,
      'DELETE /api/v1/imports/4': new Reply(204, undefined),
    })
    show(<ImportReport />, '/catalogue/import/4', '/catalogue/import/:id')
    fireEvent.click(await screen.findByText('Throw it away'))
    expect(await screen.findByText('another view')).toBeTruthy()
    expect(sent.some((s) => s.method === 'DELETE')).toBe(true)
  })

  it('says what was there before and what was refused', () => {
    expect(acceptedWords({ batch: report.batch, fresh: 1990, known: 2, refused: 1 })).toBe(
      '1\u2009990 runs kept, 2 were here before, 1 refused.',
    )
  })
})

describe('finding', () => {
  const hit: Schemas['Hit'] = {
    kind: 'MODEL',
    title: 'Ostrel Fen 13',
    about: 'laptop',
    place: { at: 'MODEL', id: 1 },
  }

  it('goes with arrows and Enter', async () => {
    serve({ 'GET /api/v1/search': [hit] })
    const close = vi.fn()
    show(
      <SearchDialog views={[{ title: 'Desk', about: '', kind: 'view', address: '/desk' }]} onClose={close} />,
      '/',
      '/',
    )
    const field = screen.getByRole('combobox')
    fireEvent.change(field, { target: { value: 'fen' } })
    await screen.findByText('Ostrel Fen 13')
    fireEvent.keyDown(field, { key: 'Enter' })
    expect(await screen.findByText('another view')).toBeTruthy()
    expect(close).toHaveBeenCalled()
  })

  it('finds views by the beginnings of their words', () => {
    const views = [{ title: 'Side by side', about: '', kind: 'view', address: '/side' }]
    expect(matching(views, 'si by')).toHaveLength(1)
    expect(matching(views, 'side x')).toHaveLength(0)
  })
})

describe('words of the catalogue', () => {
  it('say a price with its variant and day', () => {
    const first: Schemas['Price'] = { amount: '640.00', currency: 'EUR', on: '2026-05-04', variant: '16 GiB' }
    const prices = [first]
    expect(priceWords(prices)).toBe('640 €')
    expect(priceWords([...prices, { ...first, amount: '560' }])).toBe('from 560 €')
    expect(priceWords([...prices, { ...first, amount: '700', on: '2026-09-01' }])).toBe('700 €')
    expect(priceLine(first)).toBe(`640 € with 16 GiB, ${dayInWords('2026-05-04')}`)
  })
  it('never call a change that noise could make', () => {
    const e = { group: 'GRAPHICS', change: 0.02, tests: 2 } as const
    expect(effectWords(e)).toBe('noise unknown')
    expect(effectWords({ ...e, low: 0.01, high: 0.03 })).toBe('ahead')
    expect(effectWords({ ...e, low: -0.01, high: 0.03 })).toBe('not told from noise')
    expect(effectWords({ ...e, change: -0.02, low: -0.03, high: -0.01 })).toBe('behind')
    expect(signedPercent(-0.0001)).toBe('+0.0\u2009%')
  })
  it('gather by what is shared, in order', () => {
    expect(gathered([label, { ...label, kind: 'PHONE' as const }, label], (l) => l.kind)).toHaveLength(2)
  })
})

describe('units', () => {
  it('are edited where they stand, and what the server refuses is said', async () => {
    let answer = new Reply(409, { detail: 'This model has a unit B already.' })
    const sent = serve({
      'GET /api/v1/sittings': strip,
      'GET /api/v1/profiles/models/1': profile,
      'PUT /api/v1/units/5': () => answer,
    })
    show(<ModelPage />, '/catalogue/models/1', '/catalogue/models/:id')
    fireEvent.click(await screen.findByRole('button', { name: 'Edit unit A' }))
    fireEvent.change(screen.getByLabelText('Label'), { target: { value: 'B' } })
    fireEvent.change(screen.getByLabelText(/^Variant/), { target: { value: '16 GiB' } })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    expect(await screen.findByText('This model has a unit B already.')).toBeTruthy()
    answer = new Reply(200, { ...model.units[0], label: 'B' })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    await waitFor(() => {
      expect(screen.queryByRole('dialog')).toBeNull()
    })
    expect(sent.findLast((s) => s.method === 'PUT')?.body).toEqual({
      label: 'B',
      variant: '16 GiB',
      edition: 0,
    })
  })

  it('that two edit at once show both, and nothing is overwritten before one is chosen', async () => {
    const theirs = { ...model.units[0], label: 'B', variant: '8 GiB', edition: 4 }
    let answer: unknown = new Reply(409, { detail: 'Somebody else changed this unit', current: theirs })
    const sent = serve({
      'GET /api/v1/sittings': strip,
      'GET /api/v1/profiles/models/1': profile,
      'PUT /api/v1/units/5': () => answer,
    })
    show(<ModelPage />, '/catalogue/models/1', '/catalogue/models/:id')
    fireEvent.click(await screen.findByRole('button', { name: 'Edit unit A' }))
    fireEvent.change(screen.getByLabelText('Label'), { target: { value: 'C' } })
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }))
    const both = await screen.findByTestId('overtaken')
    expect(
      within(both)
        .getAllByRole('row')
        .map((r) => r.textContent),
    ).toEqual(['what it is ofTheirs, kept nowYours, typed here', 'LabelBC', 'Variant8 GiBnothing'])
    answer = theirs
    fireEvent.click(within(both).getByRole('button', { name: 'Keep mine' }))
    await waitFor(() => {
      expect(screen.queryByRole('dialog')).toBeNull()
    })
    expect(sent.findLast((s) => s.method === 'PUT')?.body).toMatchObject({ label: 'C', edition: 4 })
  })
})

describe('run files', () => {
  const run: Schemas['RunFile'] = {
    id: '7d1c1f0a-0000-4000-8000-000000000001',
    suite: { key: 'kernmill', version: '3' },
    sitting: 99,
    setup: 3,
    state: 'DONE',
    startedAt: '2026-05-04T10:00:00Z',
    endedAt: '2026-05-04T10:01:00Z',
    sender: { program: 'runner', version: '0.1.0' },
    readings: [{ metric: 'weave', text: '1846' }],
  }
  it('are told from what is none, one by one', () => {
    expect(readRunFile('a.json', '{"id":')[0]?.problem).toMatch(/^is not JSON/)
    expect(readRunFile('a.json', '[null, 5]').map((f) => f.problem)).toEqual([
      'is no run file: it lacks id, suite, state, startedAt, endedAt, sender',
      'is no run file: it lacks id, suite, state, startedAt, endedAt, sender',
    ])
    const cut: Partial<Schemas['RunFile']> = { ...run }
    delete cut.sender
    expect(readRunFile('a.json', JSON.stringify(cut))[0]?.problem).toBe('is no run file: it lacks sender')
    expect(readRunFile('b.json', JSON.stringify([run, run])).map((f) => f.name)).toEqual([
      'b.json, number 1',
      'b.json, number 2',
    ])
  })
  it('go to the device chosen, and a refused one says why', async () => {
    const other = { ...run, id: '7d1c1f0a-0000-4000-8000-000000000002' }
    const sent = serve({
      'GET /api/v1/sittings': strip,
      'PUT /api/v1/runs/*': (body: Schemas['RunFile']) =>
        body.id === run.id
          ? new Reply(201, { id: run.id, state: 'DONE', fresh: true })
          : new Reply(422, {
              detail: 'It breaks a rule.',
              violations: [{ field: 'suite', message: 'is not here' }],
            }),
    })
    const files = [run, other].flatMap((r, i) => readRunFile(`${String(i)}.json`, JSON.stringify(r)))
    show(<RunFiles files={files} />, '/catalogue/import', '/catalogue/import')
    const keep = await screen.findByRole<HTMLButtonElement>('button', { name: 'Keep 2 runs' })
    await waitFor(() => {
      expect(keep.disabled).toBe(false)
    })
    fireEvent.click(keep)
    expect(await screen.findByText('Suite: is not here')).toBeTruthy()
    expect(screen.getByRole('link', { name: 'kept' }).getAttribute('href')).toBe(`/ledger?run=${run.id}`)
    const body = sent.find((s) => s.method === 'PUT')?.body as Schemas['RunFile']
    expect(body.sitting).toBe(7)
    expect(body.setup).toBeUndefined()
  })
})
