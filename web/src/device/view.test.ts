// @vitest-environment jsdom

import { beforeEach, describe, expect, it, vi } from 'vitest'
import { plannedKernmill } from '../testing'
import { resultWords } from './session'
import { View } from './view'

// The kernels' worker is built by the bundler only.
vi.mock('./worker?worker&inline', () => ({ default: Object }))

let root: HTMLElement
let view: View

beforeEach(() => {
  root = document.createElement('div')
  document.body.replaceChildren(root)
  view = new View(root)
})

const umbel = {
  ...plannedKernmill,
  key: 'umbel',
  name: 'Umbel',
  group: 'BROWSER' as const,
  home: 'BROWSER' as const,
  repeats: 3,
  minutes: 0.5,
}

describe('the device page', () => {
  it('asks for the code, and says what was wrong with the last', () => {
    const typed: string[] = []
    view.code((c) => typed.push(c), 'There is no code ZZZ.', '2 runs wait here.')
    const input = root.querySelector('input')
    if (!input) throw new Error('no field')
    input.value = 'abc 234'
    root.querySelector('form')?.dispatchEvent(new Event('submit', { cancelable: true }))
    expect(typed).toEqual(['abc 234'])
    expect(root.querySelector('[role=alert]')?.textContent).toBe('There is no code ZZZ.')
    expect(root.textContent).toContain('2 runs wait here.')
  })

  it('shows what it found, loudly if graphics are drawn in software, and how long it takes', () => {
    const facts = [
      { key: 'graphics.software', value: 'the processor (software)' },
      { key: 'display.refresh', reason: 'frames come too unevenly' },
      { key: 'cpu.threads', value: '8' },
    ]
    let started = false
    vi.stubGlobal('isSecureContext', false)
    view.ready(
      { id: 7, model: 'Tamsin & Pell Tern 6', setup: 'as shipped', suites: [] },
      [umbel, { ...umbel, key: 'rootweb', name: 'Root in the browser', minutes: 9 }],
      facts,
      ['The screen may go dark: keep it on by hand.'],
      () => (started = true),
    )
    expect(root.querySelector('[role=alert]')?.textContent).toContain('drawn by the processor')
    expect(root.textContent).toContain('[ frames come too unevenly ]')
    expect(root.textContent).toContain('Umbel, 3 times. About 1 min 30 s.')
    expect(root.textContent).toContain('Reduced here')
    expect(root.textContent).not.toContain('Root in the browser')
    const start = [...root.querySelectorAll('button')].find((b) => b.textContent === 'Start')
    start?.click()
    expect(started).toBe(true)
    vi.unstubAllGlobals()
  })

  it('has nothing to start where nothing is planned', () => {
    view.ready({ id: 7, model: 'Fen', setup: 'as shipped', suites: [] }, [], [], [], () => undefined)
    expect(root.querySelector('button')?.disabled).toBe(true)
    expect(root.textContent).toContain('No suite for a browser is planned')
  })

  it('shows value, progress and time left large, and can be stopped', () => {
    let stopped = false
    const asked: string[] = []
    const area = view.running(umbel, 2, {
      stop: () => (stopped = true),
      pause: () => asked.push('pause'),
      goOn: () => asked.push('go on'),
    })
    const metric = { key: 'search', name: 'Text search', unit: 'MB/s', measured: true }
    area.step({ metric, values: [], done: 0 }, 80, [])
    expect(root.textContent).toContain('getting ready')
    area.step({ metric, values: [55, 57.3], done: 0.5 }, 80, [
      { key: 'umbel', name: 'Umbel', state: 'running', words: '' },
    ])
    expect(root.textContent).toContain('57.3MB/s')
    expect(root.textContent).toContain('1 min 20 s left')
    expect(root.querySelector('[role=progressbar]')?.getAttribute('aria-valuenow')).toBe('50')
    expect(root.querySelector('[data-state=running]')).toBeTruthy()
    const [pausing, stopping] = root.querySelectorAll('button')
    pausing?.click()
    expect(root.textContent).toContain('Pauses after this part')
    area.paused()
    expect(root.textContent).toContain('Paused')
    pausing?.click()
    expect(asked).toEqual(['pause', 'go on'])
    stopping?.click()
    expect(stopped).toBe(true)
  })

  it('draws the samples of what has nothing to show of itself, on a scale that leaves noise small', () => {
    const none = () => undefined
    const area = view.running(umbel, 1, { stop: none, pause: none, goOn: none })
    const metric = plannedKernmill.metrics[0]
    if (!metric) throw new Error('no metric')
    const points = () => root.querySelector('polyline')?.getAttribute('points') ?? ''
    area.step({ metric, values: [100, 200], done: 0.1 }, 80, [])
    expect(points()).toBe('0.0,100.0 100.0,0.0')
    area.step({ metric, values: [100, 100.1], done: 0.1 }, 80, [])
    expect(points()).toBe('0.0,50.5 100.0,49.5')
    area.step({ metric, values: Array.from({ length: 500 }, (_, i) => i + 1), done: 0.1 }, 80, [])
    expect(points().split(' ')).toHaveLength(60)
    area.box.append(document.createElement('p'))
    area.step({ metric, values: [100, 200], done: 0.1 }, 80, [])
    expect(points()).toBe('')
  })

  it('says at the end what was sent, what waits, and why it stopped', () => {
    view.finished(
      [{ key: 'umbel', name: 'Umbel', state: 'kept here', words: '5 of 5 parts' }],
      'page was hidden',
      '1 run waits here.',
      () => undefined,
    )
    expect(root.textContent).toContain('Page was hidden. What was measured is kept, set aside.')
    expect(root.textContent).toContain('1 run waits here.')
    view.sent([{ key: 'umbel', name: 'Umbel', state: 'sent', words: '5 of 5 parts' }], '')
    expect(root.querySelector('[data-state=sent]')).toBeTruthy()
    expect(root.textContent).not.toContain('waits here')
  })
})

describe('the result of a run', () => {
  it('is how many parts it has, or why it has none', () => {
    const run = {
      id: 'x',
      suite: { key: 'umbel', version: '1' },
      startedAt: '',
      endedAt: '',
      sender: { program: '', version: '' },
      state: 'DONE' as const,
      readings: [{ metric: 'weave', text: '5' }],
    }
    expect(resultWords(plannedKernmill, run)).toBe('1 of 2 parts')
    expect(resultWords(plannedKernmill, { ...run, state: 'SET_ASIDE', reason: 'page was hidden' })).toBe(
      'set aside: page was hidden',
    )
    expect(resultWords(plannedKernmill, { ...run, state: 'FAILED', reason: 'no WebGL 2' })).toBe(
      'failed: no WebGL 2',
    )
  })
})
