import { Missing, measure, perSecond, plans, sample } from './measure'
import type { Kernel, Measured, Watch, Curve } from './measure'
import type { FromWorker, PaceSeen, Size, ToWorker } from './protocol'
// Inside the page's own script, so that it starts without a connection too.
import KernelWorker from './worker?worker&inline'

/** What a part of a suite needs of the page it runs in. */
export interface Surroundings {
  /** Where pages are built; visible, so that the browser lays it out. */
  readonly box: HTMLElement
  readonly canvas: HTMLCanvasElement
  readonly size: Size
  /** The reason to stop, once there is one. */
  readonly stopped: () => string | undefined
  /** Calls back when there is one. */
  readonly onStop: (callback: () => void) => void
}

/** Why a run ended before its time; what was measured is kept. */
export class Stopped extends Error {}

/** What a part came to. */
export interface Outcome {
  readonly measured: readonly (readonly [string, Measured])[]
  readonly curves?: readonly Curve[]
  /** Readings that are words, such as the rung of a ladder, by metric. */
  readonly texts?: Readonly<Record<string, string>>
  /** A sentence that a reader of the numbers should know. */
  readonly remark?: string
  readonly pace?: PaceSeen
}

/** A part of a suite: one or more metrics measured together. */
export interface Part {
  /** In the order they are measured; what is missing here has the gap. */
  readonly metrics: readonly string[]
  readonly run: (around: Surroundings, onSample: OnSample) => Promise<Outcome>
}

type OnSample = (metric: string, values: readonly number[], share: number) => void

/** Best pace of this device's core while the page is open, given from worker to worker. */
let bestPace = Infinity

/** A kernel on the page's own thread, where the page is what is measured. */
export function onPage(metric: string, kernel: (around: Surroundings) => Kernel): Part {
  return {
    metrics: [metric],
    async run(around, onSample) {
      const watch: Watch = {
        now: () => performance.now(),
        breathe: () => pause(1),
        check: () => {
          checkStopped(around)
        },
        onSample: (values, share) => {
          onSample(metric, values, share)
        },
      }
      const { values, marks, beside } = await measure(kernel(around), plans[around.size], watch)
      return {
        measured: [[metric, { values, marks }]],
        ...(beside === undefined
          ? {}
          : { curves: [{ name: `${beside.kind ?? 'beside'} ${metric}`, ...beside }] }),
      }
    },
  }
}

/** A kernel alone in a fresh worker. */
export function inWorker(metric: string, kernel: string): Part {
  return {
    metrics: [metric],
    run: async (around, onSample) => {
      const { measured, pace } = await alone(kernel, around, (values, share) => {
        onSample(metric, values, share)
      })
      return { measured: [[metric, measured]], pace }
    },
  }
}

/** A kernel in one worker, then in as many as the device has threads. */
export function onOneAndAll(kernel: string): Part {
  const one = `${kernel}.one`
  const all = `${kernel}.all`
  return {
    metrics: [one, all],
    async run(around, onSample) {
      const { measured, runs, pace } = await alone(kernel, around, (values, share) => {
        onSample(one, values, share / 2)
      })
      const together = await inAll(kernel, runs, around, (values, share) => {
        onSample(all, values, 0.5 + share / 2)
      })
      return {
        measured: [
          [one, measured],
          [all, together.measured],
        ],
        curves: [
          { name: `skew ${kernel}`, kind: 'skew', x: together.skews.map((_, i) => i + 1), y: together.skews },
        ],
        pace,
      }
    },
  }
}

/** Everything that is measured with the browser's private files, in one worker. */
export function privateFiles(metrics: readonly string[]): Part {
  return {
    metrics,
    run: (around, onSample) =>
      withWorker(around, (worker, done, fail) => {
        worker.hear((message) => {
          if (message.kind === 'sample') onSample(message.metric ?? '', message.values, message.share)
          else if (message.kind === 'files') done({ measured: message.measured, curves: message.curves })
          else failed(message, fail)
        })
        worker.say({ kind: 'files', size: around.size })
      }),
  }
}

/** A plain worker, for what is measured of workers themselves. */
export function startWorker(): Worker {
  return new KernelWorker()
}

interface Alone {
  readonly measured: Measured
  readonly runs: number
  readonly pace: PaceSeen
}

function alone(
  kernel: string,
  around: Surroundings,
  onSample: (values: readonly number[], share: number) => void,
): Promise<Alone> {
  return withWorker(around, (worker, done, fail) => {
    worker.hear((message) => {
      if (message.kind === 'sample') onSample(message.values, message.share)
      else if (message.kind === 'done') {
        bestPace = Math.min(bestPace, message.pace.best)
        done(message)
      } else failed(message, fail)
    })
    worker.say({ kind: 'measure', kernel, size: around.size, bestPace })
  })
}

const mostThreads = 64

/** Time from the common start to the last end, over all workers; the gate is shared memory where the page has it. */
async function inAll(
  kernel: string,
  runs: number,
  around: Surroundings,
  onSample: (values: readonly number[], share: number) => void,
): Promise<{ measured: Measured; skews: readonly number[] }> {
  const threads = Math.min(mostThreads, Math.max(1, navigator.hardwareConcurrency))
  const gate = typeof SharedArrayBuffer === 'undefined' ? undefined : new SharedArrayBuffer(8)
  const crew = Array.from({ length: threads }, () => new Crew(new KernelWorker()))
  let onStopped: (reason: Error) => void = () => undefined
  const stopping = new Promise<never>((_, fail) => {
    onStopped = fail
  })
  // Heard by whoever waits at that moment; nobody may.
  stopping.catch(() => undefined)
  around.onStop(() => {
    onStopped(new Stopped(around.stopped() ?? 'stopped'))
  })
  try {
    const works = await Promise.race([
      stopping,
      Promise.all(crew.map((c) => c.ask({ kind: 'join', kernel, gate }, 'ready'))),
    ])
    const work = works.reduce((sum, w) => sum + w.work, 0)
    let turn = 0
    const skews: number[] = []
    const iterate = async () => {
      turn++
      const turned = Promise.all(crew.map((c) => c.ask({ kind: 'turn', turn, runs }, 'turned')))
      if (gate) await open(new Int32Array(gate), turn, threads)
      const ends = await Promise.race([stopping, turned])
      const start = Math.min(...ends.map((e) => e.start))
      const end = Math.max(...ends.map((e) => e.end))
      // How much sooner than the last the first one was done, in hundredths of the time.
      const firstEnd = Math.min(...ends.map((e) => e.end))
      skews.push((100 * (end - firstEnd)) / Math.max(0.005, end - start))
      return { value: perSecond(work * runs, end - start) }
    }
    const measured = await sample(iterate, plans[around.size], {
      now: () => performance.now(),
      breathe: () => undefined,
      check: () => {
        checkStopped(around)
      },
      onSample,
    })
    return { measured, skews }
  } finally {
    crew.forEach((c) => {
      c.end()
    })
  }
}

/** Waits until everyone stands at the gate, then opens it. */
async function open(gate: Int32Array, turn: number, threads: number) {
  while (Atomics.load(gate, 1) < turn * threads) await pause(0)
  Atomics.store(gate, 0, turn)
  Atomics.notify(gate, 0)
}

/** A worker that answers one question at a time. */
class Crew {
  private readonly worker: Worker

  constructor(worker: Worker) {
    this.worker = worker
  }

  ask<K extends FromWorker['kind']>(message: ToWorker, answer: K): Promise<Extract<FromWorker, { kind: K }>> {
    return new Promise((done, fail) => {
      this.worker.onerror = (e) => {
        fail(new Error(e.message || 'the worker could not start'))
      }
      this.worker.onmessage = (event: MessageEvent<FromWorker>) => {
        if (event.data.kind === answer) done(event.data as Extract<FromWorker, { kind: K }>)
        else failed(event.data, fail)
      }
      this.worker.postMessage(message)
    })
  }

  end() {
    this.worker.terminate()
  }
}

interface Talk {
  readonly say: (message: ToWorker) => void
  readonly hear: (listener: (message: FromWorker) => void) => void
}

/** Talks with a fresh worker until it is done, fails, or is stopped; then it is gone. */
function withWorker<T>(
  around: Surroundings,
  talk: (worker: Talk, done: (result: T) => void, fail: (reason: Error) => void) => void,
): Promise<T> {
  return new Promise((resolve, reject) => {
    const worker = new KernelWorker()
    const end = (act: () => void) => {
      worker.terminate()
      act()
    }
    const fail = (reason: Error) => {
      end(() => {
        reject(reason)
      })
    }
    around.onStop(() => {
      fail(new Stopped(around.stopped() ?? 'stopped'))
    })
    worker.addEventListener('error', (e) => {
      fail(new Error(e.message || 'the worker could not start'))
    })
    talk(
      {
        say: (message) => {
          worker.postMessage(message)
        },
        hear: (listener) => {
          worker.addEventListener('message', (event: MessageEvent<FromWorker>) => {
            listener(event.data)
          })
        },
      },
      (result) => {
        end(() => {
          resolve(result)
        })
      },
      fail,
    )
  })
}

function failed(message: FromWorker, fail: (reason: Error) => void) {
  if (message.kind === 'missing') fail(new Missing(message.reason))
  else if (message.kind === 'failed') fail(new Error(message.reason))
}

export function checkStopped(around: Pick<Surroundings, 'stopped'>) {
  const reason = around.stopped()
  if (reason !== undefined) throw new Stopped(reason)
}

export function pause(milliseconds: number): Promise<void> {
  return new Promise((done) => setTimeout(done, milliseconds))
}
