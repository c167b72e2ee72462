import { measure, Missing, plans, checked } from './measure'
import type { Job, Kernel } from './measure'
import { Pace } from './pace'
import type { FromWorker, PaceSeen, Size, ToWorker } from './protocol'
import { measureFiles, privateFolder } from './workloads/root/files'
import { stem } from './workloads/stem/kernels'
import { canvas } from './workloads/umbel/canvas'
import { clone } from './workloads/umbel/clone'
import { images, streams } from './workloads/umbel/decode'
import { search } from './workloads/umbel/search'
import { store } from './workloads/umbel/store'
import { table } from './workloads/umbel/table'
import { scriptPaths, wasmPaths } from './workloads/wasm/paths'

const kernels: readonly Kernel[] = [
  ...stem,
  canvas,
  clone,
  images,
  scriptPaths,
  search,
  store,
  streams,
  table,
  wasmPaths,
]
const fileMegabytes: Readonly<Record<Size, number>> = { normal: 64, tiny: 2 }

let joined: { readonly kernel: Kernel; readonly job: Job; readonly gate: Int32Array | undefined } | undefined

function say(message: FromWorker, transfer: Transferable[] = []) {
  postMessage(message, { transfer })
}

function kernelOf(key: string): Kernel {
  const kernel = kernels.find((k) => k.key === key)
  if (!kernel) throw new Error(`there is no kernel ${key} in this worker`)
  return kernel
}

/** A pace that also counts what it saw. */
class CountingPace extends Pace {
  looks = 0
  crowdedLooks = 0

  override isCrowded(look: ReturnType<Pace['look']>): boolean {
    const crowded = super.isCrowded(look)
    this.looks++
    if (crowded) this.crowdedLooks++
    return crowded
  }

  seen(): PaceSeen {
    return { best: this.best, looks: this.looks, crowded: this.crowdedLooks }
  }
}

const now = () => performance.now()

async function alone(key: string, size: Size, bestPace: number) {
  // Without an isolated page the clock steps by 100 µs, too coarse for the loops.
  const pace = crossOriginIsolated && size === 'normal' ? new CountingPace(now, bestPace) : undefined
  const { values, marks, runs } = await measure(kernelOf(key), plans[size], {
    now,
    check: () => undefined,
    breathe: () => undefined,
    onSample: (all, share) => {
      say({ kind: 'sample', values: all.slice(-60), share })
    },
    ...(pace ? { pace } : {}),
  })
  say({
    kind: 'done',
    measured: { values, marks },
    runs,
    pace: pace?.seen() ?? { best: Infinity, looks: 0, crowded: 0 },
  })
}

async function join(key: string, gate: SharedArrayBuffer | undefined) {
  const kernel = kernelOf(key)
  const job = await kernel.prepare()
  await checked(kernel, job)
  joined = { kernel, job, gate: gate ? new Int32Array(gate) : undefined }
  say({ kind: 'ready', work: job.work })
}

/** Waits at the gate, where there is one, so that all start together. */
async function takeTurn(turn: number, runs: number) {
  if (!joined) throw new Error('this worker has not joined')
  const { kernel, job, gate } = joined
  if (gate) {
    Atomics.add(gate, 1, 1)
    Atomics.notify(gate, 1)
    while (Atomics.load(gate, 0) < turn) Atomics.wait(gate, 0, turn - 1)
  }
  const start = performance.timeOrigin + now()
  for (let i = 0; i < runs; i++) await checked(kernel, job)
  say({ kind: 'turned', start, end: performance.timeOrigin + now() })
}

async function files(size: Size) {
  const result = await measureFiles(
    await privateFolder(),
    fileMegabytes[size],
    plans[size],
    now,
    (metric, values, share) => {
      say({ kind: 'sample', metric, values: values.slice(-60), share })
    },
  )
  say({ kind: 'files', ...result })
}

async function hear(message: ToWorker): Promise<void> {
  switch (message.kind) {
    case 'measure':
      return alone(message.kernel, message.size, message.bestPace)
    case 'join':
      return join(message.kernel, message.gate)
    case 'turn':
      return takeTurn(message.turn, message.runs)
    case 'files':
      return files(message.size)
    case 'echo':
      say(message, [message.bytes])
  }
}

addEventListener('message', (event: MessageEvent<ToWorker>) => {
  hear(event.data).catch((e: unknown) => {
    const reason = e instanceof Error ? e.message : String(e)
    say({ kind: e instanceof Missing ? 'missing' : 'failed', reason })
  })
})
