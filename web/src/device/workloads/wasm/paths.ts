import { Missing } from '../../measure'
import type { Job, Kernel } from '../../measure'
import { camera, filter, height as rows, inspect, width as columns } from '../stem/picture'
import { creeks, height, Crossing, walked, width } from '../stem/tide'
import { instantiate } from './module'
import type { Kernels } from './module'

const cells = width * height

/** The tide map in WebAssembly. Work: million cells; the same as {@link scriptPaths} bit for bit. */
export const wasmPaths: Kernel = {
  key: 'wasm',
  checksum: 0x4789829e,
  async prepare(): Promise<Job> {
    if (typeof WebAssembly === 'undefined') throw new Missing('the browser has no WebAssembly')
    const module = await instantiate()
    compare(module)
    const depth = new Int32Array(module.memory.buffer, module.depthAt(), cells)
    const cost = new Int32Array(module.memory.buffer, module.costAt(), cells)
    const way = new Int32Array(module.memory.buffer, module.wayAt(), cells)
    return {
      work: cells / 1e6,
      run() {
        module.cross()
        return walked(depth, cost, way)
      },
    }
  },
}

/** The same map in script. */
export const scriptPaths: Kernel = {
  key: 'script',
  checksum: 0x4789829e,
  prepare(): Job {
    const crossing = new Crossing(creeks())
    return { work: cells / 1e6, run: () => crossing.cross() }
  },
}

/** Runs both kernels once in either language; throws where a single bit differs. */
export function compare(module: Kernels) {
  const memory = module.memory.buffer
  const depths = creeks()
  new Int32Array(memory, module.depthAt(), cells).set(depths)
  module.cross()
  const crossing = new Crossing(depths)
  crossing.cross()
  same('costs', new Int32Array(memory, module.costAt(), cells), crossing.costs())
  same('ways', new Int32Array(memory, module.wayAt(), cells), crossing.ways())
  const from = camera()
  new Float64Array(memory, module.pictureAt(), columns * rows).set(from)
  module.filter()
  const smooth = new Float64Array(columns * rows)
  filter(from, smooth)
  const own = new Float64Array(memory, module.smoothAt(), columns * rows)
  same('pictures', new Uint32Array(own.slice().buffer), new Uint32Array(smooth.buffer))
  const mean = from.reduce((a, b) => a + b, 0) / from.length
  if (inspect(own, mean) !== inspect(smooth, mean)) throw new Error('the pictures of both languages differ')
}

function same(what: string, a: ArrayLike<number>, b: ArrayLike<number>) {
  for (let i = 0; i < a.length; i++) {
    if (a[i] !== b[i])
      throw new Error(
        `the ${what} in WebAssembly and in script differ at ${String(i)}: ${String(a[i])} and ${String(b[i])}`,
      )
  }
}
