import { cleanup, screen } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { label, serve, show, strip } from '../../testing'
import { StandingsPage } from './StandingsPage'

const place = (setupId: number, over: Partial<Schemas['PlaceView']> = {}): Schemas['PlaceView'] => ({
  setup: { ...label, setupId, model: `Fen ${String(setupId)}` },
  index: 100,
  best: 1,
  worst: 2,
  level: 0,
  tests: 6,
  testsOf: 6,
  groups: [{ group: 'PROCESSOR', index: 100, place: 1, of: 2 }],
  ...over,
})
const view: Schemas['StandingsView'] = {
  revision: 4,
  oneTest: false,
  reference: { ...label, setupId: 11, model: 'Fen 11' },
  groups: [
    { group: 'PROCESSOR', tests: 6, subjects: 2, counts: true },
    { group: 'MEMORY', tests: 1, subjects: 1, counts: false, why: 'it has one test only' },
  ],
  places: [
    place(11, { index: 119.4, low: 113, high: 126, setup: { ...label, setupId: 11, tuned: true } }),
    place(12, { tests: 4, groups: [] }),
  ],
  apart: [],
  unplaced: [
    {
      setup: { ...label, setupId: 13, model: 'Slate 9' },
      missing: ['STORAGE'],
      toRun: 'Siltpath',
      minutes: 3,
    },
  ],
}
const server = { 'GET /api/v1/sittings': strip, 'GET /api/v1/standings': view }

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

describe('standings', () => {
  it('show place as a range, index with interval, and the one in focus marked', async () => {
    serve(server)
    const { container } = show(<StandingsPage />, '/standings')
    expect(await screen.findByText('119')).toBeTruthy()
    expect(screen.getByText('±6.5')).toBeTruthy()
    expect(screen.getByLabelText('index 119, 90 % interval 113 to 126')).toBeTruthy()
    await vi.waitFor(() => {
      expect(container.querySelector('tr[data-focus=true]')?.getAttribute('data-setup')).toBe('11')
    })
    expect(
      container.querySelectorAll('[aria-label="cannot be told apart from its neighbours"]'),
    ).toHaveLength(2)
  })

  it('say what is left out and who is not placed, with what would mend it', async () => {
    serve(server)
    show(<StandingsPage />, '/standings')
    expect(await screen.findByText(/Left out: memory \(it has one test only\)/)).toBeTruthy()
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
    show(<StandingsPage />, '/standings?group=STORAGE&kind=PHONE&reference=12')
    await screen.findByText('119')
    expect(sent.some((s) => s.path === '/api/v1/standings?group=STORAGE&kind=PHONE&reference=12')).toBe(true)
  })

  it('say what to do where nobody can be placed, and show islands apart', async () => {
    serve({ ...server, 'GET /api/v1/standings': { ...view, places: [], reference: undefined } })
    show(<StandingsPage />, '/standings')
    expect(await screen.findByText('Nobody can be placed yet')).toBeTruthy()
    cleanup()
    serve({ ...server, 'GET /api/v1/standings': { ...view, apart: [[place(40)]] } })
    show(<StandingsPage />, '/standings')
    expect(await screen.findByText(/Apart: these share no test/)).toBeTruthy()
  })
})
