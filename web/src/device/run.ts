import type { Schemas } from '../api/client'
import { uuid } from '../api/uuid'
import { digits, measure, plans } from './measure'
import type { Kernel, Measured } from './measure'
import type { FromWorker, Size } from './protocol'
import { graphics, stage } from './workloads/graphics'
import { pages } from './workloads/pages'
// Inside the page's own script, so that it starts without a connection too.
import KernelWorker from './worker?worker&inline'

type Suite = Schemas['SuiteView']
type Metric = Schemas['MetricView']

/** Why a run ended before its time; what was measured is kept. */
export class Stopped extends Error {}

/** What runs now, for the page and for Desk. */
export interface Step {
  readonly metric: Metric
  readonly values: readonly number[]
  /** Share of the whole run that is over, 0 to 1. */
  readonly done: number
}

export interface Surroundings {
  /** Where pages are built; visible, so that the browser lays it out. */
  readonly box: HTMLElement
  readonly canvas: HTMLCanvasElement
  readonly size: Size
  readonly onStep: (step: Step) => void
  /** The reason to stop, once there is one. */
  readonly stopped: () => string | undefined
  /** Calls back when there is one. */
  readonly onStop: (callback: () => void) => void
}

const workerMetrics = new Set(['table', 'clone', 'search', 'canvas'])
const fullSize = { width: 1920, height: 1080 } as const
const tinySize = { width: 192, height: 108 } as const

/** Runs a suite once and returns the run to send: done, failed or set aside. */
export async function runSuite(
  suite: Suite,
  sitting: number,
  facts: readonly Schemas['FactLine'][],
  around: Surroundings,
): Promise<Schemas['RunFile']> {
  const startedAt = new Date().toISOString()
  const measured = new Map<string, Measured>()
  const end = await outcome(suite, around, measured)
  return {
    id: uuid(),
    sitting,
    suite: { key: suite.key, version: suite.version },
    ...end,
    startedAt,
    endedAt: new Date().toISOString(),
    sender: { program: 'device page', version: '0.1.0' },
    size: around.size,
    facts: [...facts],
    readings: [...measured].map(([metric, m]) => ({ metric, text: digits(m.value) })),
    samples: [...measured].map(([metric, m]) => ({ metric, values: [...m.values], marks: m.marks })),
  }
}

async function outcome(
  suite: Suite,
  around: Surroundings,
  measured: Map<string, Measured>,
): Promise<Pick<Schemas['RunFile'], 'state' | 'reason'>> {
  const parts = suite.metrics.filter((m) => m.formula === undefined)
  try {
    const kernels = kernelsOf(suite, around)
    for (const [i, metric] of parts.entries()) {
      const onSample = (values: readonly number[], share: number) => {
        around.onStep({ metric, values, done: (i + share) / parts.length })
      }
      onSample([], 0)
      await pause(60)
      measured.set(metric.key, await part(metric.key, kernels, around, onSample))
    }
    return { state: 'DONE' }
  } catch (e) {
    if (e instanceof Stopped) return { state: 'SET_ASIDE', reason: e.message }
    const reason = e instanceof Error ? e.message : String(e)
    return { state: 'FAILED', reason: reason.slice(0, 500) }
  }
}

function kernelsOf(suite: Suite, around: Surroundings): readonly Kernel[] {
  if (suite.key === 'petal') {
    const { width, height } = around.size === 'tiny' ? tinySize : fullSize
    return graphics(stage(around.canvas, width, height))
  }
  return [pages(around.box)]
}

type OnSample = (values: readonly number[], share: number) => void

function part(
  metric: string,
  kernels: readonly Kernel[],
  around: Surroundings,
  onSample: OnSample,
): Promise<Measured> {
  if (workerMetrics.has(metric)) return inWorker(metric, around, onSample)
  const kernel = kernels.find((k) => k.metric === metric)
  if (!kernel) throw new Error(`this page is too old to measure ${metric}: reload it`)
  return measure(kernel, plans[around.size], {
    now: () => performance.now(),
    breathe: () => pause(1),
    check: () => {
      const reason = around.stopped()
      if (reason !== undefined) throw new Stopped(reason)
    },
    onSample,
  })
}

function inWorker(metric: string, around: Surroundings, onSample: OnSample): Promise<Measured> {
  return new Promise((done, fail) => {
    const worker = new KernelWorker()
    const end = (act: () => void) => {
      worker.terminate()
      act()
    }
    around.onStop(() => {
      end(() => {
        fail(new Stopped(around.stopped() ?? 'stopped'))
      })
    })
    worker.addEventListener('error', (e) => {
      end(() => {
        fail(new Error(e.message || 'the worker could not start'))
      })
    })
    worker.addEventListener('message', (event: MessageEvent<FromWorker>) => {
      const message = event.data
      if (message.kind === 'sample') onSample(message.values, message.share)
      else
        end(() => {
          if (message.kind === 'done') done(message.measured)
          else fail(new Error(message.reason))
        })
    })
    worker.postMessage({ metric, size: around.size })
  })
}

export function pause(milliseconds: number): Promise<void> {
  return new Promise((done) => setTimeout(done, milliseconds))
}
