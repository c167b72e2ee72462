// @vitest-environment jsdom

import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../api/client'
import { plannedKernmill } from '../testing'
import { Missing } from './measure'
import type { Part } from './parts'
import { Session } from './session'
import { View } from './view'

const planned = vi.hoisted(() => ({ parts: [] as Part[] }))
vi.mock('./suites', () => ({ partsOf: () => Promise.resolve(planned.parts) }))
vi.mock('./detect', () => ({
  detect: () => Promise.resolve([{ key: 'browser.name', value: 'Wick' }]),
  reductions: () => [],
  isLeftOut: (suite: string) => suite === 'rootweb',
}))
// The kernels' worker is built by the bundler only.
vi.mock('./worker?worker&inline', () => ({ default: Object }))

const umbel: Schemas['PlannedSuite'] = {
  ...plannedKernmill,
  key: 'umbel',
  version: '2',
  name: 'Umbel',
  home: 'BROWSER',
}
const joined: Schemas['DeviceSitting'] = {
  id: 7,
  model: 'Tamsin & Pell Tern 6',
  setup: 'as shipped',
  suites: [umbel, { ...umbel, key: 'stem', home: 'NATIVE' }],
}

/** One request as the server saw it. */
interface Asked {
  readonly what: string
  readonly token: string | null
  readonly body: string
}

const ok = (body: unknown) => new Response(JSON.stringify(body))
const problem = (status: number, detail: string) => new Response(JSON.stringify({ detail }), { status })

/** A desk that can be away; answers can be changed while the page runs. */
class Desk {
  readonly asked: Asked[] = []
  away = false
  readonly answers: Record<string, () => Response> = {
    'POST /api/v1/device/pairings': () => ok({ token: 'secret', expiresAt: '', sitting: joined }),
    'GET /api/v1/device/sitting': () => ok(joined),
    'PUT /api/v1/device/facts': () => ok([]),
    'POST /api/v1/device/waiting': () => ok({ start: false }),
    'PUT /api/v1/device/progress': () => new Response(null, { status: 204 }),
    'DELETE /api/v1/device/progress': () => new Response(null, { status: 204 }),
    'PUT /api/v1/runs/*': () => ok({ state: 'DONE' }),
  }

  constructor() {
    vi.stubGlobal('fetch', async (request: Request) => {
      if (this.away) throw new TypeError('no connection')
      const what = `${request.method} ${new URL(request.url).pathname.replace(/runs\/.*/, 'runs/*')}`
      const body = await request.text()
      this.asked.push({ what, token: request.headers.get('Authorization'), body })
      return this.answers[what]?.() ?? problem(404, `There is no ${what}.`)
    })
  }

  runs() {
    return this.asked
      .filter((a) => a.what.startsWith('PUT /api/v1/runs'))
      .map((a) => JSON.parse(a.body) as Schemas['RunFile'])
  }
}

const quick: Part = {
  metrics: ['weave'],
  run: (_, onSample) => {
    onSample('weave', [10, 11], 1)
    return Promise.resolve({ measured: [['weave', { values: [10, 10, 10], marks: 'ccc' }]] })
  },
}

/** A part that goes on until it is let go. */
function held() {
  let letGo = (): void => undefined
  const gate = new Promise<void>((done) => (letGo = done))
  const part: Part = { ...quick, run: (a, onSample) => gate.then(() => quick.run(a, onSample)) }
  return { part, letGo }
}

let desk: Desk
let root: HTMLElement

beforeEach(() => {
  desk = new Desk()
  planned.parts = [quick]
  localStorage.clear()
  root = document.createElement('div')
  document.body.replaceChildren(root)
})

afterEach(() => {
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
})

function open(code = 'ABC234') {
  new Session(new View(root), 'tiny').start(code)
}

async function see(words: string | RegExp) {
  await vi.waitFor(() => {
    expect(root.textContent).toMatch(words)
  })
}

async function press(name: string) {
  const found = await vi.waitFor(() => {
    const button = [...root.querySelectorAll('button')].find((b) => b.textContent === name)
    if (!button || button.disabled) throw new Error(`no ${name} in ${root.textContent}`)
    return button
  })
  found.click()
}

describe('the life of the device page', () => {
  // First, as pages of other tests still wait for a start when they are over.
  it('is started from the Desk, with what is planned by then', async () => {
    desk.answers['POST /api/v1/device/waiting'] = () => {
      desk.answers['GET /api/v1/device/sitting'] = () =>
        ok({ ...joined, suites: [{ ...umbel, key: 'stemweb', name: 'Stem in the browser', repeats: 1 }] })
      return ok({ start: true })
    }
    open()
    await see('Everything planned was run.')
    expect(desk.runs().map((r) => r.suite.key)).toEqual(['stemweb'])
  })

  it('joins, runs what is planned for browsers as often as planned, and sends each run', async () => {
    open()
    await press('Start')
    await see('Everything planned was run.')
    expect(desk.runs().map((r) => [r.suite.key, r.state, r.readings?.[0]?.text, r.sitting])).toEqual([
      ['umbel', 'DONE', '10.00', 7],
      ['umbel', 'DONE', '10.00', 7],
    ])
    expect(new Set(desk.runs().map((r) => r.id)).size).toBe(2)
    expect(root.querySelector('[data-state=sent]')).not.toBeNull()
    expect(desk.asked.filter((a) => a.what.includes('device/facts'))[0]?.token).toBe('Bearer secret')
    expect(desk.asked.some((a) => a.what === 'DELETE /api/v1/device/progress')).toBe(true)
    // The code is used up and no longer in the address; the token is remembered instead.
    expect(location.pathname).toBe('/d')
    expect(localStorage.getItem('yarrowmark.token'), 'forgotten once all is done').toBeNull()
  })

  it('says in the desk’s words what is wrong with a code, and takes the next', async () => {
    desk.answers['POST /api/v1/device/pairings'] = () => problem(404, 'No device waits for ZZZZZZ.')
    open('ZZZZZZ')
    await see('No device waits for ZZZZZZ.')
    desk.away = true
    root.querySelector('form')?.dispatchEvent(new Event('submit', { cancelable: true }))
    await see('The server cannot be reached. Is this device on its network?')
  })

  it('goes on with the token from before, and asks for a code once the desk forgot it', async () => {
    localStorage.setItem('yarrowmark.token', 'old')
    open('')
    await see('as shipped')
    expect(desk.asked[0]).toMatchObject({ what: 'GET /api/v1/device/sitting', token: 'Bearer old' })
    desk.answers['GET /api/v1/device/sitting'] = () => problem(401, 'not known')
    open('')
    await see('Type the code')
  })

  it('keeps runs while the server is away, also over a reload, and sends them once it is back', async () => {
    open()
    const { part, letGo } = held()
    planned.parts = [part]
    await press('Start')
    await see('Umbel')
    desk.away = true
    letGo()
    await see('2 runs wait here until the server can be reached.')
    expect(root.querySelector('[data-state="kept here"]')).not.toBeNull()
    expect(desk.runs()).toEqual([])
    desk.away = false
    // The page is opened anew: what waits goes first.
    open('')
    await vi.waitFor(() => {
      expect(desk.runs()).toHaveLength(2)
    })
    expect(localStorage.getItem('yarrowmark.outbox')).toBe('[]')
  })

  it('stops as set aside when the page is hidden, and runs nothing that is left', async () => {
    open()
    const { part, letGo } = held()
    planned.parts = [part, { ...quick, metrics: ['wait'] }]
    await press('Start')
    await see('repeat 1 of 2')
    vi.spyOn(document, 'hidden', 'get').mockReturnValue(true)
    document.dispatchEvent(new Event('visibilitychange'))
    vi.restoreAllMocks()
    letGo()
    await see('Page was hidden. What was measured is kept, set aside.')
    expect(desk.runs().map((r) => [r.state, r.reason, r.readings?.length])).toEqual([
      ['SET_ASIDE', 'page was hidden', 1],
    ])
  })

  it('does not repeat what the browser lacks altogether, and counts no time for what is left out', async () => {
    const rootweb = { ...umbel, key: 'rootweb', name: 'Root', minutes: 30, repeats: 3 }
    desk.answers['POST /api/v1/device/pairings'] = () =>
      ok({
        token: 'secret',
        expiresAt: '',
        sitting: { ...joined, suites: [rootweb, { ...umbel, minutes: 3 }] },
      })
    let parts = 0
    planned.parts = [
      {
        ...quick,
        run: (a, onSample) =>
          parts++ === 0 ? Promise.reject(new Missing('secure pages only')) : quick.run(a, onSample),
      },
    ]
    open()
    await see('About 6 min')
    await press('Start')
    await see('Everything planned was run.')
    expect(desk.runs().map((r) => [r.suite.key, r.state])).toEqual([
      ['rootweb', 'FAILED'],
      ['umbel', 'DONE'],
      ['umbel', 'DONE'],
    ])
    expect(root.textContent).toContain('failed: secure pages only')
  })

  it('stops at the button with the reason', async () => {
    open()
    const { part, letGo } = held()
    planned.parts = [part, quick]
    await press('Start')
    await press('Stop')
    letGo()
    await see('Stopped on the device. What was measured is kept, set aside.')
    expect(desk.runs().map((r) => r.reason)).toEqual(['stopped on the device'])
    await press('Back')
    await see('Start here, or on the Desk.')
  })

  it('pauses between two parts and goes on', async () => {
    open()
    const { part, letGo } = held()
    let second = 0
    planned.parts = [
      part,
      {
        ...quick,
        run: (a, onSample) => {
          second++
          return quick.run(a, onSample)
        },
      },
    ]
    await press('Start')
    await press('Pause')
    letGo()
    await see('Paused')
    expect(second).toBe(0)
    await press('Go on')
    await see('Everything planned was run.')
    expect(second).toBe(2)
  })

  it('keeps what the server refused, and says why', async () => {
    desk.answers['PUT /api/v1/runs/*'] = () => problem(422, 'There is no suite umbel 2 here.')
    open()
    await press('Start')
    await see('2 refused by the server and kept here.')
    expect(root.querySelector('[data-state=refused]')?.textContent).toContain(
      'There is no suite umbel 2 here.',
    )
  })

  it('holds in the page what the browser has no room for, and says so until it is sent', async () => {
    const { setItem } = Storage.prototype
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(function (this: Storage, key, value) {
      if (key === 'yarrowmark.outbox' && value !== '[]') throw new DOMException('full', 'QuotaExceededError')
      setItem.call(this, key, value)
    })
    open()
    const { part, letGo } = held()
    planned.parts = [part]
    await press('Start')
    await see('repeat 1 of 2')
    desk.away = true
    letGo()
    await see('This browser has no room to keep them: leave this page open until they are sent.')
    desk.away = false
    dispatchEvent(new Event('online'))
    await vi.waitFor(() => {
      expect(desk.runs()).toHaveLength(2)
      expect(root.textContent).not.toContain('leave this page open')
    })
  })
})
