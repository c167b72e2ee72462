import { cleanup, fireEvent, render, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { serve, show, strip } from '../../testing'
import { standingsFigure, valueFigure } from './figure'
import { StandingsPage } from './StandingsPage'

const subject = (id: number, over: Partial<Schemas['SubjectView']> = {}): Schemas['SubjectView'] => ({
  key: `setup-${String(id)}`,
  name: `Fen ${String(id)}`,
  detail: '',
  kind: 'LAPTOP',
  tuned: false,
  origin: '',
  setupId: id,
  modelId: id,
  setups: 1,
  ...over,
})
const place = (id: number, over: Partial<Schemas['PlaceView']> = {}): Schemas['PlaceView'] => ({
  subject: subject(id),
  number: id - 10,
  index: 100,
  best: 1,
  worst: 2,
  tests: 6,
  testsOf: 6,
  suites: 2,
  odd: [],
  groups: [{ group: 'PROCESSOR', index: 100, place: 1, of: 2, percentile: 0.75 }],
  ...over,
})
const view: Schemas['StandingsView'] = {
  revision: 4,
  oneTest: false,
  reference: subject(11),
  groups: [
    { group: 'PROCESSOR', tests: 6, subjects: 2, weight: 1, counts: true, indexes: [100, 119] },
    {
      group: 'MEMORY',
      tests: 1,
      subjects: 1,
      weight: 1,
      counts: false,
      why: 'it has one test only',
      indexes: [100],
    },
  ],
  tests: [{ id: 7, group: 'PROCESSOR', suite: 'Kernmill', version: '3', name: 'Weave', unit: '{point}' }],
  suites: 2,
  placed: 2,
  brackets: [[1, 2]],
  pairs: 1,
  pairsApart: 0,
  places: [
    place(11, {
      index: 119.4,
      lineLow: 115,
      lineHigh: 124,
      low: 113,
      high: 126,
      subject: subject(11, { tuned: true }),
    }),
    place(12, { tests: 4, groups: [] }),
  ],
  apart: [],
  steepness: [],
  unplaced: [
    {
      subject: subject(13, { name: 'Slate 9' }),
      missing: ['STORAGE'],
      alone: [],
      groups: [],
      toRun: ['Siltpath'],
    },
  ],
}
const why: Schemas['WhyView'] = {
  subject: subject(12),
  groups: [
    {
      group: 'PROCESSOR',
      spread: 0.08,
      taste: 0.06,
      suites: 2,
      place: { group: 'PROCESSOR', index: 100, place: 2, of: 9, percentile: 0.8, band: 'HIGH' },
      tests: [
        {
          suiteId: 3,
          suite: 'Kernmill',
          name: 'Weave',
          unit: '{point}',
          better: 'HIGHER',
          value: 5000,
          decimals: 0,
          expected: 1000,
          off: 5,
          index: 500,
          share: 0.1,
          trust: 0.3,
          doubted: true,
        },
        {
          suiteId: 3,
          suite: 'Kernmill',
          name: 'Sieve',
          unit: '{point}',
          better: 'HIGHER',
          value: 95,
          decimals: 0,
          expected: 100,
          off: 0.95,
          index: 95,
          share: 0.9,
          trust: 1,
          doubted: false,
        },
      ],
    },
  ],
}
const value: Schemas['ValueView'] = {
  cost: 'price',
  unit: 'EUR',
  costs: [{ key: 'price', words: 'price' }],
  lines: [
    {
      subject: subject(12),
      index: 140,
      cost: 900,
      said: '16 GiB',
      on: '2026-05-04',
      forEach: 15.6,
      efficient: true,
    },
    {
      subject: subject(11),
      index: 100,
      cost: 1000,
      said: '',
      on: '2026-05-04',
      forEach: 10,
      efficient: false,
      beatenBy: 'Fen 12',
    },
  ],
  without: [{ subject: subject(13), why: 'no price is known' }],
}
const server = {
  'GET /api/v1/sittings': strip,
  'GET /api/v1/boards': [],
  'GET /api/v1/standings': view,
  'GET /api/v1/standings/why': why,
  'GET /api/v1/standings/value': value,
}

describe('standings', () => {
  it('show place as a range, index with interval, and the one in focus marked', async () => {
    serve(server)
    const { container } = show(<StandingsPage />, '/standings')
    expect(await screen.findByText('119')).toBeTruthy()
    expect(screen.getByText('113 to 126')).toBeTruthy()
    expect(screen.getByLabelText('index 119, comparison line 115 to 124')).toBeTruthy()
    expect(screen.getAllByLabelText('in 1 bracket')).toHaveLength(2)
    expect(screen.getByText(/so are two that share no bracket/)).toBeTruthy()
    expect(container.textContent).not.toContain('±')
    expect(screen.getByTestId('told-apart').textContent).toContain('These 2 are not told apart')
    await vi.waitFor(() => {
      expect(container.querySelector('tr[data-focus=true]')?.getAttribute('data-subject')).toBe('setup-11')
    })
  })

  it('say what is left out and who is not placed, with what would mend it', async () => {
    serve(server)
    show(<StandingsPage />, '/standings')
    expect((await screen.findByText(/Left out:/)).textContent).toContain('memory (it has one test only)')
    expect(
      screen.getByText(/it has no drive test in common with the others. Run Siltpath to place it./),
    ).toBeTruthy()
    expect(screen.getByText(/4 of 6 tests/)).toBeTruthy()
    expect(screen.getByText('none').className).toContain('gap')
  })

  it('call one test an order and no standing', async () => {
    serve({ ...server, 'GET /api/v1/standings': { ...view, oneTest: true, group: 'PROCESSOR' } })
    const { container } = show(<StandingsPage />, '/standings?group=PROCESSOR')
    expect(await screen.findByText(/One test, no standing: this is an order only./)).toBeTruthy()
    expect(container.querySelector('[aria-label="cannot be told apart from its neighbours"]')).toBeNull()
  })

  it('ask for what the address says', async () => {
    const sent = serve(server)
    show(<StandingsPage />, '/standings?group=STORAGE&kind=PHONE&reference=setup-12')
    await screen.findByText('119')
    const asked = sent.find((s) => s.path.startsWith('/api/v1/standings?'))?.path ?? ''
    for (const part of ['group=STORAGE', 'kind=PHONE', 'reference=setup-12']) expect(asked).toContain(part)
  })

  it('say what to do where nobody can be placed, and show islands apart', async () => {
    serve({ ...server, 'GET /api/v1/standings': { ...view, placed: 0, places: [], reference: undefined } })
    show(<StandingsPage />, '/standings')
    expect(await screen.findByText('Nobody can be placed yet')).toBeTruthy()
    cleanup()
    serve({ ...server, 'GET /api/v1/standings': { ...view, apart: [{ places: [place(40)], brackets: [] }] } })
    show(<StandingsPage />, '/standings')
    expect((await screen.findByText('Apart')).closest('h2')?.textContent).toBe(
      'Apart: these share no test with the ones above',
    )
  })

  it('take a place apart where it is pressed: what lifts, what drags, what is doubted', async () => {
    serve(server)
    show(<StandingsPage />, '/standings')
    fireEvent.click(await screen.findByRole('button', { name: 'Fen 12' }))
    expect((await screen.findByTestId('doubted')).textContent).toContain('5.0 times better than expected')
    expect(screen.getByText('+400 %').className).toContain('teal')
    expect(screen.getByText('−5.0 %').className).toContain('mulberry')
    expect(screen.getByText('against the one in focus').getAttribute('href')).toContain(
      's=setup-12&s=setup-11',
    )
  })

  it('weigh the groups as the reader says, in the address', async () => {
    const sent = serve(server)
    show(<StandingsPage />, '/standings')
    const slider = await screen.findByLabelText('Weight of processor')
    fireEvent.change(slider, { target: { value: '4' } })
    fireEvent.keyUp(slider, { key: 'ArrowRight' })
    await vi.waitFor(() => {
      expect(sent.some((s) => decodeURIComponent(s.path).includes('weight=PROCESSOR:4'))).toBe(true)
    })
  })

  it('stand in the order of another column, without the brackets of places, and with the columns one wants', async () => {
    const two: Schemas['GroupView'][] = view.groups.map((g) => ({ ...g, subjects: 2 }))
    const sent = serve({ ...server, 'GET /api/v1/standings': { ...view, groups: two } })
    show(<StandingsPage />, '/standings')
    expect(await screen.findAllByRole('img', { name: /in 1 bracket/ })).not.toHaveLength(0)
    fireEvent.click(screen.getByRole('button', { name: 'memory' }))
    await waitFor(() => {
      expect(sent.some((s) => s.path.includes('sort=MEMORY'))).toBe(true)
    })
    expect(screen.getByRole('columnheader', { name: 'memory' }).getAttribute('aria-sort')).toBe('descending')
    expect(screen.queryAllByRole('img', { name: /in 1 bracket/ })).toHaveLength(0)
    expect(screen.queryByText(/share no bracket/)).toBeNull()
    fireEvent.pointerDown(screen.getByRole('button', { name: 'Columns' }), { button: 0, ctrlKey: false })
    fireEvent.click(await screen.findByRole('menuitemcheckbox', { name: /memory/ }))
    await waitFor(() => {
      expect(screen.queryByRole('columnheader', { name: 'memory' })).toBeNull()
    })
  })
  it('say how many of a large pool are not shown', async () => {
    const far = {
      ...view,
      placed: 400,
      bracketed: subject(12),
      places: [place(11), place(12, { number: 300 })],
    }
    serve({ ...server, 'GET /api/v1/standings': far })
    show(<StandingsPage />, '/standings')
    expect(await screen.findByText('298 between, not shown')).toBeTruthy()
    expect(screen.getByText(/Overall, 400 setups/)).toBeTruthy()
    const about = screen.getByText(/Two whose lines do not touch/).textContent
    expect(about).toContain('A bracket holds rows that are not told apart from Fen 12.')
    expect(about).not.toContain('share no bracket')
  })

  it('show what nobody beats in both, and who has no price', async () => {
    serve(server)
    show(<StandingsPage />, '/standings?by=value')
    expect(await screen.findByText('Fen 12')).toBeTruthy()
    expect(screen.getByLabelText(/nobody is both better and cheaper than Fen 12/)).toBeTruthy()
    expect(screen.getByTestId('value').textContent).toContain('Fen 13 no price is known')
    expect(document.querySelector('tr[data-subject=setup-11]')?.getAttribute('title')).toContain(
      'Fen 12 is both better and cheaper',
    )
  })

  it('can be taken with places, intervals and origin in the data', () => {
    const figure = standingsFigure(view, 'Overall', 'Fen 11 = 100', 'setup-11')
    expect(figure.table[1]?.slice(0, 8)).toEqual(['1', '1', '2', 'Fen 11', '', '119.40', '115.00', '124.00'])
    expect(figure.table[1]?.slice(8, 11)).toEqual(['113.00', '126.00', 'a'])
    const drawn = render(<svg>{figure.drawing}</svg>).container
    expect(drawn.textContent).toContain('Fen 12')
    expect(drawn.querySelector('rect[stroke="var(--gold)"]')).not.toBeNull()
  })

  it('can be taken with what each costs and who beats it', () => {
    const figure = valueFigure(value, 'Overall, for the price', 'setup-12')
    expect(figure.about).toContain('EUR')
    expect(figure.table[2]?.at(-1)).toBe('Fen 12')
    expect(render(figure.drawing).container.querySelectorAll('circle')).toHaveLength(2)
  })

  it('can be read as if heavy tests were skipped, and says so, with the usual place', async () => {
    const steep = {
      test: view.tests[0],
      steepness: 1.314,
      share: 0.5,
    }
    const asked = serve({
      ...server,
      'GET /api/v1/standings': {
        ...view,
        places: [place(11, { usual: 2 }), place(12, { usual: 2 })],
        steepness: [steep, { ...steep, test: { ...steep.test, id: 8, name: 'Sieve' }, steepness: 0.8 }],
      },
    })
    show(<StandingsPage />, '/standings?by=steep')
    const said = await screen.findByRole('region', { name: 'Steepness of the tests' })
    expect(asked.some((r) => r.path.includes('steep=true'))).toBe(true)
    expect(said.textContent).toContain('Another reading')
    expect(said.textContent).toContain('Kernmill, Weave (gaps ×1.31, 50 % have it) is the steepest')
    fireEvent.click(screen.getByRole('button', { name: 'all 2 tests' }))
    expect(said.querySelectorAll('tbody tr')).toHaveLength(2)
    expect(document.querySelector('[data-subject=setup-11]')?.textContent).toContain('usually 2')
    expect(document.querySelector('[data-subject=setup-12]')?.textContent).not.toContain('usually')
  })

  it('come back with the weights as they were left, and forget them for those of the desk', async () => {
    const asked = serve(server)
    show(<StandingsPage />, '/standings')
    const weight = await screen.findByLabelText('Weight of processor')
    fireEvent.change(weight, { target: { value: '4' } })
    fireEvent.blur(weight)
    cleanup()
    show(<StandingsPage />, '/standings')
    fireEvent.click(await screen.findByRole('button', { name: 'as the desk has it' }))
    expect(asked.filter((r) => r.path.includes('weight=PROCESSOR%3A4')).length).toBeGreaterThan(1)
    expect(localStorage.length).toBe(0)
  })

  it('are kept for the desk, with what was named', async () => {
    const choice: Schemas['ChoiceView'] = {
      weights: [
        { group: 'PROCESSOR', weight: 1 },
        { group: 'MEMORY', weight: 2 },
      ],
      saved: true,
      who: 'Merle Sedge',
      edition: 3,
    }
    const asked = serve({
      ...server,
      'GET /api/v1/standings/choice': choice,
      'PUT /api/v1/standings/choice': { ...choice, edition: 4 },
    })
    show(<StandingsPage />, '/standings')
    expect(await screen.findByText('the desk’s choice, by Merle Sedge')).toBeTruthy()
    const weight = screen.getByLabelText('Weight of processor')
    fireEvent.change(weight, { target: { value: '4' } })
    fireEvent.blur(weight)
    fireEvent.click(await screen.findByRole('button', { name: 'keep for the desk' }))
    await waitFor(() => {
      expect(asked.find((r) => r.method === 'PUT')?.body).toEqual({
        edition: 3,
        weights: [
          { group: 'PROCESSOR', weight: 4 },
          { group: 'MEMORY', weight: 2 },
        ],
      })
    })
    expect(localStorage.length).toBe(0)
  })

  it('say where steepness matters, and which tests only the stronger ran', async () => {
    serve({
      ...server,
      'GET /api/v1/standings': {
        ...view,
        steep: {
          matters: true,
          most: subject(12),
          index: 100,
          steepIndex: 93.2,
          untold: ['Kernmill, Forge'],
        },
      },
    })
    show(<StandingsPage />, '/standings')
    const told = await screen.findByTestId('told-apart')
    expect(told.textContent).toContain('with that in mind Fen 12 would be 93 instead of 100')
    expect(told.textContent).toContain('Only stronger devices ran Kernmill, Forge')
    cleanup()
    serve({ ...server, 'GET /api/v1/standings': { ...view, steep: { matters: false, untold: [] } } })
    show(<StandingsPage />, '/standings')
    expect((await screen.findByTestId('told-apart')).textContent).not.toMatch(/would be|stronger/)
  })

  it('rank by one number: whatever has an order, with what was read', async () => {
    const test = {
      suiteId: 3,
      suite: 'Fanround',
      version: '1',
      metric: 'noise',
      name: 'Noise',
      unit: 'dB[A]',
      scale: 'INTERVAL' as const,
      better: 'LOWER' as const,
      group: 'HEAT' as const,
      total: false,
      settings: '',
    }
    const row = (n: number, value: number) => ({
      subject: subject(n),
      row: n - 10,
      place: n - 10,
      value,
      decimals: 1,
      count: 1,
      percentile: 0.5,
    })
    const ranking: Schemas['RankingView'] = {
      revision: 4,
      test: { id: 9, test },
      ranked: 2,
      without: 0,
      rows: [row(11, 28.5), row(12, 31)],
      tests: [{ id: 9, test }],
    }
    const sent = serve({ ...server, 'GET /api/v1/ranking': ranking })
    show(<StandingsPage />, '/standings?by=number&test=9&kind=LAPTOP')
    const table = await screen.findByTestId('ranking')
    expect(table.textContent).toContain('28.5')
    expect(table.textContent).toContain('31.0')
    expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Setups by one number')
    // The places beside it are asked for without that test, which has no ratios.
    const asked = sent.filter((s) => s.path.startsWith('/api/v1/standings'))
    expect(asked).not.toHaveLength(0)
    expect(asked.every((s) => !s.path.includes('test=9'))).toBe(true)
    expect(table.textContent).not.toContain('percentile')
  })

  it('begin with the kind of the device in focus, and with every kind only where that is asked', async () => {
    const sent = serve(server)
    show(<StandingsPage />, '/standings')
    await vi.waitFor(() => {
      expect(sent.some((s) => s.path.includes('kind=LAPTOP'))).toBe(true)
    })
    expect(await screen.findByText('Pool: laptops')).toBeTruthy()
  })

  it('show more of a long order where that is asked, and say how many there are', async () => {
    const [first] = view.places
    const far = { ...first, subject: subject(14), number: 900 } as Schemas['PlaceView']
    const sent = serve({
      ...server,
      'GET /api/v1/standings': { ...view, placed: 1200, places: [...view.places, far] },
    })
    show(<StandingsPage />, '/standings?kind=any')
    const more = await screen.findByTestId('more-rows')
    expect(more.textContent).toContain(`The first ${String(view.places.length)} of 1200.`)
    fireEvent.click(within(more).getByText('show 250 more'))
    await vi.waitFor(() => {
      expect(sent.some((s) => s.path.includes(`rows=${String(view.places.length + 250)}`))).toBe(true)
    })
    fireEvent.click(within(await screen.findByTestId('more-rows')).getByText('show all'))
    await vi.waitFor(() => {
      expect(sent.some((s) => s.path.includes('rows=1200'))).toBe(true)
    })
  })

  it('find rows of a long order by words, each in its place', async () => {
    const sent = serve({
      ...server,
      'GET /api/v1/standings': { ...view, placed: 1200, places: view.places.slice(1, 2) },
    })
    show(<StandingsPage />, '/standings?kind=any')
    fireEvent.change(await screen.findByLabelText('Find'), { target: { value: 'carr 15' } })
    await vi.waitFor(() => {
      expect(sent.some((s) => s.path.includes('find=carr+15') || s.path.includes('find=carr%2015'))).toBe(
        true,
      )
    })
    expect((await screen.findByTestId('more-rows')).textContent).toBe('1 of 1200 with “carr 15” in the name.')
    // What is said of the one in focus needs the rows around it.
    expect(screen.queryByTestId('focus-sentence')).toBeNull()
  })
})
