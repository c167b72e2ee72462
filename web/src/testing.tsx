import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { MemoryRouter, Route, Routes } from 'react-router'
import { vi } from 'vitest'
import type { Schemas } from './api/client'
import { Notices } from './ui/Notices'

/** jsdom lays nothing out, so there is nothing to observe. */
class NoResize {
  observe() {
    return undefined
  }
  unobserve() {
    return undefined
  }
  disconnect() {
    return undefined
  }
}
globalThis.ResizeObserver = NoResize

/** What a stubbed server answers: a body for a path, or a function of what was sent. */
export type Answers = Readonly<Record<string, unknown>>

/** One request that the page sent. */
export interface Sent {
  readonly method: string
  readonly path: string
  readonly body: unknown
}

/** A response for an answer that is no plain body, with its status. */
export class Reply {
  readonly status: number
  readonly body: unknown

  constructor(status: number, body: unknown) {
    this.status = status
    this.body = body
  }
}

/** Stands in for the server: answers by "METHOD path", a star for any last part, and remembers what was sent. */
export function serve(answers: Answers): readonly Sent[] {
  const sent: Sent[] = []
  vi.stubGlobal('fetch', async (input: Request) => {
    const url = new URL(input.url)
    const text = input.method === 'GET' ? '' : await input.clone().text()
    const body: unknown = text === '' ? undefined : JSON.parse(text)
    sent.push({ method: input.method, path: url.pathname + url.search, body })
    const any = `${input.method} ${url.pathname.replace(/[^/]*$/, '*')}`
    const answer = answers[`${input.method} ${url.pathname}`] ?? answers[any]
    const value: unknown =
      typeof answer === 'function' ? (answer as (sent: unknown) => unknown)(body) : answer
    if (answer === undefined)
      return new Response(JSON.stringify({ detail: `no ${url.pathname}` }), { status: 404 })
    const reply = value instanceof Reply ? value : new Reply(200, value)
    return new Response(JSON.stringify(reply.body), {
      status: reply.status,
      headers: { 'Content-Type': 'application/json' },
    })
  })
  return sent
}

/** Renders a view at an address, with everything it expects around it. */
export function show(view: ReactNode, address = '/', path = '*') {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  return render(
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={[address]}>
        <Notices>
          <Routes>
            <Route path={path} element={view} />
            <Route path="*" element={<p>another view</p>} />
          </Routes>
        </Notices>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

export const label: Schemas['SetupLabel'] = {
  setupId: 11,
  modelId: 1,
  maker: 'Ostrel',
  model: 'Fen 13',
  kind: 'LAPTOP',
  unit: 'A',
  name: 'as shipped',
  tuned: false,
  onlyOne: true,
}

export const kernmill: Schemas['SuiteView'] = {
  id: 3,
  key: 'kernmill',
  version: '3',
  name: 'Kernmill',
  group: 'PROCESSOR',
  home: 'TYPED',
  repeats: 2,
  minutes: 4,
  restSeconds: 0,
  conditions: ['Plugged in'],
  settings: [{ name: 'threads', value: 'all' }],
  metrics: [
    { key: 'weave', name: 'Weave', unit: '{point}', scale: 'RATIO', better: 'HIGHER', decimals: 0 },
    { key: 'wait', name: 'Wait', unit: 's', scale: 'RATIO', better: 'LOWER', decimals: 1 },
    {
      key: 'total',
      name: 'Total',
      unit: '{point}',
      scale: 'RATIO',
      better: 'HIGHER',
      decimals: 0,
      formula: 'weave',
    },
  ],
  headline: 'total',
}

export const setup: Schemas['SetupView'] = {
  id: 11,
  unitId: 5,
  unitLabel: 'A',
  modelId: 1,
  maker: 'Ostrel',
  model: 'Fen 13',
  kind: 'LAPTOP',
  name: 'second memory module',
  ordinal: 2,
  parentId: 10,
  parentName: 'as shipped',
  tuned: false,
  fingerprint: 'f',
  facts: [
    { key: 'memory.size', name: 'Memory', group: 'Memory', value: '16', unit: 'GiB', origin: 'READ' },
    {
      key: 'drive.model',
      name: 'Drive',
      group: 'Drive',
      unit: '',
      origin: 'UNKNOWN',
      reason: 'no permission',
    },
  ],
  changes: [{ key: 'memory.size', name: 'Memory', before: '8 GiB', after: '16 GiB' }],
}

export const sheet: Schemas['RunSheet'] = {
  sitting: 7,
  openedAt: '2026-11-20T08:00:00Z',
  setup,
  rows: [{ suite: kernmill, state: 'WAITING', done: 0, runs: [] }],
  minutesLeft: 8,
}

export const strip: readonly Schemas['StripView'][] = [
  {
    sitting: 7,
    setupId: 11,
    model: 'Fen 13',
    kind: 'LAPTOP',
    setup: 'second memory module',
    cells: ['WAITING'],
  },
  { sitting: 8, setupId: 12, model: 'Tern 6', kind: 'PHONE', setup: 'as shipped', cells: ['DONE'] },
]

export const pools: readonly Schemas['ScorePoolView'][] = [
  {
    metric: 'total',
    name: 'Total',
    unit: '{point}',
    better: 'HIGHER',
    own: { value: 3117, count: 3, relativeError: 0.004, decimals: 0, place: 2, of: 3 },
    pool: [
      { setupId: 9, label: 'Ostrel Carr 15', value: 4000 },
      { setupId: 11, label: 'Ostrel Fen 13', value: 3117 },
      { setupId: 10, label: 'Ostrel Fen 12', value: 2500 },
    ],
  },
]
