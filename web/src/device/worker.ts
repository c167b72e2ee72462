import { measure, plans } from './measure'
import type { Kernel } from './measure'
import type { FromWorker, ToWorker } from './protocol'
import { canvas } from './workloads/canvas'
import { clone } from './workloads/clone'
import { search } from './workloads/search'
import { table } from './workloads/table'

const kernels: Readonly<Record<string, Kernel>> = { canvas, clone, search, table }

function say(message: FromWorker) {
  postMessage(message)
}

/** Measures one kernel away from the page's own thread. */
async function work({ metric, size }: ToWorker) {
  const kernel = kernels[metric]
  if (!kernel) throw new Error(`there is no kernel ${metric} in this worker`)
  const measured = await measure(kernel, plans[size], {
    now: () => performance.now(),
    check: () => undefined,
    breathe: () => undefined,
    onSample: (values, share) => {
      say({ kind: 'sample', values: values.slice(-60), share })
    },
  })
  say({ kind: 'done', measured })
}

addEventListener('message', (event: MessageEvent<ToWorker>) => {
  work(event.data).catch((e: unknown) => {
    say({ kind: 'failed', reason: e instanceof Error ? e.message : String(e) })
  })
})
