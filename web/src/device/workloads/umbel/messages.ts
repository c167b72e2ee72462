import { Missing } from '../../measure'
import type { Job, Kernel } from '../../measure'
import { mix } from '../../random'
import type { FromWorker, ToWorker } from '../../protocol'

const messages = 256
const bytes = 4096

/** Sends pieces of memory to a worker and takes them back, sixteen under way at a time. Work: thousand messages, there and back. */
export function messaging(start: () => Worker): Kernel {
  return {
    key: 'messages',
    prepare(): Job {
      if (typeof Worker === 'undefined') throw new Missing('the browser has no workers')
      const worker = start()
      const waiting = Array.from({ length: 16 }, (_, i) => {
        const piece = new Uint32Array(bytes / 4)
        piece.fill(i + 1)
        return piece.buffer
      })
      return {
        work: messages / 1000,
        run: () => turn(worker, waiting),
        dispose: () => {
          worker.terminate()
        },
      }
    },
  }
}

function turn(worker: Worker, waiting: ArrayBuffer[]): Promise<number> {
  return new Promise((done, fail) => {
    let sent = 0
    let back = 0
    let sum = 0
    const send = () => {
      const piece = waiting.pop()
      if (!piece || sent === messages) {
        if (piece) waiting.push(piece)
        return
      }
      sent++
      const message: ToWorker = { kind: 'echo', bytes: piece }
      worker.postMessage(message, [piece])
    }
    worker.onerror = (e) => {
      fail(new Error(e.message || 'the worker could not start'))
    }
    worker.onmessage = (event: MessageEvent<FromWorker>) => {
      if (event.data.kind !== 'echo') return
      const piece = event.data.bytes
      const numbers = new Uint32Array(piece)
      // Order differs from run to run, the sum does not.
      sum = (sum + mix(0, numbers[0] === numbers[bytes / 4 - 1] ? 1 : 0)) >>> 0
      waiting.push(piece)
      back++
      if (back === messages) done(sum)
      else send()
    }
    while (sent < 16) send()
  })
}
