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
// Nor has a stretch of text a place.
if (typeof Range !== 'undefined') {
  Range.prototype.getClientRects = () => document.createElement('i').getClientRects()
}

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
    const isJson = (input.headers.get('Content-Type') ?? '').includes('json')
    const body: unknown = text === '' ? undefined : isJson ? JSON.parse(text) : text
    sent.push({ method: input.method, path: url.pathname + url.search, body })
    const any = `${input.method} ${url.pathname.replace(/[^/]*$/, '*')}`
    const answer = answers[`${input.method} ${url.pathname}`] ?? answers[any]
    const value: unknown =
      typeof answer === 'function' ? (answer as (sent: unknown) => unknown)(body) : answer
    if (answer === undefined)
      return new Response(JSON.stringify({ detail: `no ${url.pathname}` }), { status: 404 })
    const reply = value instanceof Reply ? value : new Reply(200, value)
    // What has no content may not have a body either.
    return new Response(reply.status === 204 ? null : JSON.stringify(reply.body), {
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
  ordinal: 1,
  tuned: false,
  detail: '',
  origin: '',
}

/** A metric on a ratio scale; seconds are better when fewer. */
function metric(key: string, name: string, unit = '{point}', formula?: string): Schemas['MetricView'] {
  return {
    id: 0,
    key,
    name,
    unit,
    scale: 'RATIO',
    better: unit === 's' ? 'LOWER' : 'HIGHER',
    decimals: unit === 's' ? 1 : 0,
    group: 'PROCESSOR',
    rungs: [],
    ...(formula === undefined ? {} : { formula }),
  }
}

/** A reading as pages get it. */
export function reading(key: string, name: string, text: string): Schemas['ReadingView'] {
  return {
    metric: key,
    name,
    unit: '{point}',
    scale: 'RATIO',
    better: 'HIGHER',
    text,
    words: text,
    value: Number(text),
    computed: false,
  }
}

export const kernmill: Schemas['SuiteView'] = {
  id: 3,
  key: 'kernmill',
  version: '3',
  name: 'Kernmill',
  about: '',
  comparesWith: [],
  group: 'PROCESSOR',
  home: 'TYPED',
  repeats: 2,
  warmups: 0,
  minutes: 4,
  restSeconds: 0,
  conditions: ['Plugged in'],
  settings: [{ name: 'threads', value: 'all' }],
  steps: [],
  faults: [],
  curves: [],
  metrics: [
    metric('weave', 'Weave'),
    metric('wait', 'Wait', 's'),
    metric('total', 'Total', '{point}', 'weave'),
  ],
  headline: 'total',
}

/** The same as a device is told of it. */
export const plannedKernmill: Schemas['PlannedSuite'] = {
  key: kernmill.key,
  version: kernmill.version,
  name: kernmill.name,
  group: kernmill.group,
  home: kernmill.home,
  repeats: kernmill.repeats,
  minutes: kernmill.minutes,
  restSeconds: 0,
  metrics: kernmill.metrics.map(({ key, name, unit, formula }) => ({
    key,
    name,
    unit,
    measured: formula === undefined,
  })),
}

/** Something that is not as in the setup before. */
export function difference(
  key: string,
  name: string,
  before: string,
  after: string,
  standing: Schemas['DifferenceView']['standing'],
): Schemas['DifferenceView'] {
  return { key, name, group: 'MEMORY', before, after, standing, affects: ['GRAPHICS'] }
}

export const setup: Schemas['SetupView'] = {
  id: 11,
  unitId: 5,
  unitLabel: 'A',
  origin: '',
  modelId: 1,
  maker: 'Ostrel',
  model: 'Fen 13',
  kind: 'LAPTOP',
  name: 'second memory module',
  ordinal: 2,
  parentId: 10,
  parentName: 'as shipped',
  parentOrdinal: 1,
  createdAt: '2026-11-20T08:00:00Z',
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
  differences: [
    difference('memory.size', 'Memory', '8 GiB', '16 GiB', 'MEANT'),
    difference('memory.channels', 'Channels', 'one', 'two', 'UNMEANT'),
  ],
}

/** A row of a run sheet on which nothing was run yet. */
export function row(suite: Schemas['SuiteView']): Schemas['SheetRow'] {
  return {
    suite,
    state: 'WAITING',
    done: 0,
    repeats: suite.repeats,
    minutes: suite.minutes,
    learned: false,
    broken: {},
    runs: [],
  }
}

export const sheet: Schemas['RunSheet'] = {
  sitting: 7,
  openedAt: '2026-11-20T08:00:00Z',
  setup,
  rows: [row(kernmill)],
  minutesLeft: 8,
  conditions: [{ words: 'Plugged in', ticked: false, suites: ['Kernmill'] }],
  next: { suiteId: 3, words: 'Run Kernmill and type it in.' },
  waiting: false,
}

export const strip: readonly Schemas['StripView'][] = [
  {
    sitting: 7,
    setupId: 11,
    modelId: 1,
    model: 'Fen 13',
    kind: 'LAPTOP',
    setup: 'second memory module',
    cells: ['WAITING'],
  },
  {
    sitting: 8,
    setupId: 12,
    modelId: 2,
    model: 'Tern 6',
    kind: 'PHONE',
    setup: 'as shipped',
    cells: ['DONE'],
  },
]

export const pools: readonly Schemas['ScorePoolView'][] = [
  {
    metric: 'total',
    name: 'Total',
    unit: '{point}',
    scale: 'RATIO',
    plainPool: [],
    scores: 3,
    median: 3117,
    better: 'HIGHER',
    own: {
      value: 3117,
      count: 3,
      days: 1,
      reach: 0.004,
      movement: { share: 0.01, source: 'ASSUMED', group: 'PROCESSOR', repeats: 0 },
      decimals: 0,
      place: 2,
      of: 3,
    },
    pool: [
      { setupId: 9, label: 'Ostrel Carr 15', value: 4000 },
      { setupId: 11, label: 'Ostrel Fen 13', value: 3117 },
      { setupId: 10, label: 'Ostrel Fen 12', value: 2500 },
    ],
  },
]

/** The points of a line that is drawn as a path. */
export function pointsOf(path: Element | null): readonly (readonly [number, number])[] {
  const text = path?.getAttribute('d') ?? ''
  return text
    .slice(1)
    .split('L')
    .map((point) => point.split(',').map(Number) as [number, number])
}
