import { cleanup, fireEvent, screen } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { Reply, difference, kernmill, label, reading, serve, show } from '../../testing'
import { LedgerPage } from './LedgerPage'

const total = { ...reading('total', 'Total', '3117'), computed: true }
const rows: readonly Schemas['LedgerRow'][] = [
  {
    id: 'r1',
    setup: label,
    suiteId: 3,
    suite: 'Kernmill',
    version: '3',
    startedAt: '2026-11-20T10:00:00Z',
    state: 'SET_ASIDE',
    reason: 'throttled',
    headline: total,
    siblings: [{ value: 3117, state: 'SET_ASIDE', flagged: false, self: true }],
    flags: [],
    doubts: 0,
    origin: '',
  },
  {
    id: 'r2',
    setup: label,
    suiteId: 3,
    suite: 'Lumenwalk',
    version: '2',
    startedAt: '2026-11-20T09:00:00Z',
    state: 'FAILED',
    reason: 'it stopped in the third scene',
    siblings: [],
    flags: [],
    doubts: 0,
    origin: '',
  },
]
const page: Schemas['LedgerPage'] = {
  rows: [...rows],
  page: 0,
  pages: 3,
  total: 120,
  done: 118,
  failed: 1,
  setAside: 1,
  flagged: 0,
  doubted: 2,
}
const detail: Schemas['RunDetail'] = {
  edition: 2,
  run: {
    id: 'r1',
    suiteId: 3,
    state: 'SET_ASIDE',
    reason: 'throttled',
    startedAt: '2026-11-20T10:00:00Z',
    endedAt: '2026-11-20T10:01:30Z',
    sender: 'runner',
    tiny: false,
    setupId: 11,
    readings: [total],
    gaps: [],
    flags: [],
    doubts: 0,
    origin: '',
  },
  setup: label,
  suite: 'Kernmill',
  version: '3',
  senderVersion: '0.1.0',
  receivedAt: '2026-11-20T10:02:00Z',
  samples: [{ metric: 'total', name: 'Total', unit: '{point}', values: [3000, 3117], marks: 'wd' }],
  history: [{ at: '2026-11-20T10:02:00Z', what: 'SET_ASIDE', who: 'runner', reason: 'throttled' }],
  series: [],
  conditions: [{ words: 'Plugged in', ticked: true }],
  unlikely: [],
  mismatches: [],
  confirmed: [],
  readOtherwise: [difference('memory.size', 'Memory', '8 GiB', '16 GiB', 'UNMEANT')],
}
const server = {
  'GET /api/v1/runs': page,
  'GET /api/v1/models': [],
  'GET /api/v1/suites': [kernmill],
  'GET /api/v1/runs/r1': detail,
  'GET /api/v1/runs/r1/evidence': [],
}

describe('the ledger', () => {
  it('lists runs with their state, the score of one set aside struck out, and a gap with its reason', async () => {
    serve(server)
    show(<LedgerPage />, '/ledger')
    expect(await screen.findByText('set aside: throttled')).toBeTruthy()
    expect(screen.getByText('120 runs, 1 set aside, 1 failed, 0 flagged, 2 to be checked')).toBeTruthy()
    expect(screen.getByText('3 117').className).toContain('line-through')
    expect(screen.getByText('failed: it stopped in the third scene')).toBeTruthy()
    expect(screen.getByText('none').className).toBe('gap')
  })

  it('asks for the page and the conditions in the address', async () => {
    const sent = serve(server)
    show(<LedgerPage />, '/ledger?state=SET_ASIDE&suite=3&page=1')
    await screen.findByText('page 2 of 3')
    expect(sent.some((s) => s.path === '/api/v1/runs?page=1&size=50&state=SET_ASIDE&suite=3')).toBe(true)
    fireEvent.click(screen.getByText('Older'))
    expect(await screen.findByText('page 3 of 3')).toBeTruthy()
  })

  it('says so where nothing fits, and where nothing was measured', async () => {
    serve({ ...server, 'GET /api/v1/runs': { ...page, rows: [], total: 0 } })
    show(<LedgerPage />, '/ledger?state=DONE')
    expect(await screen.findByText('No run fits these conditions.')).toBeTruthy()
    cleanup()
    serve({ ...server, 'GET /api/v1/runs': { ...page, rows: [], total: 0, done: 0, failed: 0, setAside: 0 } })
    show(<LedgerPage />, '/ledger')
    expect(await screen.findByText(/Nothing was measured yet/)).toBeTruthy()
  })

  it('opens a run with its samples, its history, and what was read otherwise', async () => {
    serve(server)
    show(<LedgerPage />, '/ledger')
    fireEvent.click(await screen.findByLabelText(/Open the run of Kernmill/))
    expect(await screen.findByText('8 GiB → 16 GiB')).toBeTruthy()
    expect(screen.getByTestId('reason').textContent).toBe('Throttled')
    expect(screen.getByText(/By runner 0.1.0, 1 min 30 s/)).toBeTruthy()
    expect(screen.getByLabelText(/0 counted, 1 warm-ups, 1 disturbed/)).toBeTruthy()
  })

  it('brings a run back, with a way to undo it', async () => {
    const back = { ...detail, run: { ...detail.run, state: 'DONE', reason: undefined } }
    const sent = serve({
      ...server,
      'POST /api/v1/runs/r1/bring-back': back,
      'POST /api/v1/runs/r1/set-aside': detail,
    })
    show(<LedgerPage />, '/ledger?run=r1')
    fireEvent.click(await screen.findByText('Bring back'))
    fireEvent.click(await screen.findByText('Undo'))
    await vi.waitFor(() => {
      expect(sent.find((s) => s.path.endsWith('/set-aside'))?.body).toEqual({ reason: 'throttled' })
    })
  })

  it('says why a run could not be moved', async () => {
    serve({
      ...server,
      'POST /api/v1/runs/r1/bring-back': new Reply(409, { detail: 'This run is done, not set aside.' }),
    })
    show(<LedgerPage />, '/ledger?run=r1')
    fireEvent.click(await screen.findByText('Bring back'))
    expect(await screen.findByText('This run is done, not set aside.')).toBeTruthy()
  })

  it('wants a reason before it sets a run aside', async () => {
    const done = { ...detail, run: { ...detail.run, state: 'DONE', reason: undefined } }
    serve({ ...server, 'GET /api/v1/runs/r1': done })
    show(<LedgerPage />, '/ledger?run=r1')
    fireEvent.click(await screen.findByText('Set aside'))
    const [button] = screen.getAllByRole('button', { name: 'Set aside' }) as HTMLButtonElement[]
    expect(button?.disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('Why does it not count?'), { target: { value: 'a backup ran' } })
    expect(button?.disabled).toBe(false)
  })
})
