// @vitest-environment jsdom

import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../api/client'
import { Missing } from './measure'
import type { Measured } from './measure'
import type { Outcome, Part } from './parts'
import { runSuite } from './run'
import type { Running, Step } from './run'

const planned = vi.hoisted(() => ({ parts: [] as Part[] }))
vi.mock('./suites', () => ({ partsOf: () => Promise.resolve(planned.parts) }))

const metric = (key: string) => ({ key, name: `The ${key}`, unit: 'MB/s' }) as Schemas['PlannedMetric']
const suite = {
  key: 'umbel',
  version: '2',
  metrics: ['read', 'write', 'held'].map(metric),
} as unknown as Schemas['PlannedSuite']

const sound: Measured = { values: [1, 10, 10.1, 10], marks: 'wccc' }

function part(metrics: readonly string[], outcome: Outcome | Error): Part {
  return {
    metrics,
    run: (_, onSample) => {
      onSample(metrics[0] ?? '', [1], 0.5)
      return outcome instanceof Error ? Promise.reject(outcome) : Promise.resolve(outcome)
    },
  }
}

describe('a run', () => {
  let steps: Step[]
  let reason: string | undefined
  let pauses: number
  const around = (): Running => ({
    box: document.createElement('div'),
    canvas: document.createElement('canvas'),
    size: 'normal',
    stopped: () => reason,
    onStop: () => undefined,
    onStep: (step) => steps.push(step),
    whilePaused: () => {
      pauses++
      return Promise.resolve()
    },
  })
  const run = () => runSuite(suite, 7, [], around())
  beforeEach(() => {
    steps = []
    reason = undefined
    pauses = 0
  })

  it('holds every reading, sample, word and curve of its parts, and says how far it is', async () => {
    planned.parts = [
      part(['read'], { measured: [['read', sound]], curves: [{ name: 'read', x: [4, 8], y: [1, 2] }] }),
      part(['held'], {
        measured: [],
        texts: { held: '720 lines, 30 per second' },
        curves: [{ name: 'frames', x: [1], y: [16.7] }],
        remark: 'Held at the display.',
      }),
    ]
    const { state, readings, samples, series, note, gaps, sitting } = await run()
    expect([state, sitting, gaps, note]).toEqual(['DONE', 7, undefined, 'Held at the display.'])
    expect(readings).toEqual([
      { metric: 'read', text: '10.00' },
      { metric: 'held', text: '720 lines, 30 per second' },
    ])
    expect(samples).toEqual([{ metric: 'read', values: [1, 10, 10.1, 10], marks: 'wccc' }])
    expect(series?.map((s) => [s.name, s.unit, s.axis, s.axisUnit])).toEqual([
      ['read', 'MB/s', 'size', 'KiBy'],
      ['frames', 'ms', 'frame', '{frame}'],
    ])
    expect(steps.map((s) => [s.metric.key, s.done])).toEqual([
      ['read', 0],
      ['read', 0.25],
      ['held', 0.5],
      ['held', 0.75],
    ])
    expect(pauses).toBe(2)
  })

  it('leaves a gap with the reason where the browser lacks something, and goes on', async () => {
    planned.parts = [
      part(['read'], new Missing('secure pages only')),
      part(['write'], { measured: [['write', sound]] }),
    ]
    const { state, readings, gaps } = await run()
    expect(state).toBe('DONE')
    expect(readings?.map((r) => r.metric)).toEqual(['write'])
    expect(gaps).toEqual([{ metric: 'read', reason: 'secure pages only' }])
  })

  it('fails with the reason where there is nothing but gaps', async () => {
    planned.parts = [part(['read', 'write'], new Missing('secure pages only'))]
    const { state, reason: why, gaps } = await run()
    expect([state, why, gaps?.length]).toEqual(['FAILED', 'secure pages only', 2])
  })

  it('fails at a wrong result and keeps what was measured before', async () => {
    planned.parts = [
      part(['read'], { measured: [['read', sound]] }),
      part(['write'], new Error('write came to the checksum 1 instead of 7')),
    ]
    const { state, reason: why, readings } = await run()
    expect([state, why]).toEqual(['FAILED', 'write came to the checksum 1 instead of 7'])
    expect(readings).toHaveLength(1)
  })

  it('is set aside when it is stopped, before the next part', async () => {
    const first = part(['read'], { measured: [['read', sound]] })
    planned.parts = [
      {
        metrics: first.metrics,
        run: async (a, onSample) => {
          const outcome = await first.run(a, onSample)
          reason = 'page was hidden'
          return outcome
        },
      },
      part(['write'], new Error('never reached')),
    ]
    const { state, reason: why, readings } = await run()
    expect([state, why, readings?.length]).toEqual(['SET_ASIDE', 'page was hidden', 1])
  })

  it('is set aside when a neighbour disturbed more than half of a part', async () => {
    const pace = { best: 1.5, looks: 20, crowded: 13 }
    planned.parts = [part(['read'], { measured: [['read', { values: [1, 9, 9, 9], marks: 'wcdd' }]], pace })]
    const { state, reason: why, note } = await run()
    expect(state).toBe('SET_ASIDE')
    expect(why).toBe(
      'disturbed: in The read a neighbour used the same core in 2 of 3 iterations; at most half may be',
    )
    expect(note).toBe('At 65 % of 20 looks a neighbour used the same core; up to 10 % is quiet.')
  })

  it('says of a reading that it still rose while it counted', async () => {
    planned.parts = [part(['read'], { measured: [['read', { values: [9, 10, 11], marks: 'ccc' }]] })]
    expect((await run()).readings).toEqual([
      {
        metric: 'read',
        text: '10.00',
        note: 'Rose by 20 % over the counted iterations; up to 5 % is steady.',
      },
    ])
  })
})
