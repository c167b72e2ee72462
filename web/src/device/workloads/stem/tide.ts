import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

export const width = 256
export const height = 128
const cells = width * height

/** Depths of the creeks, 1 to 90; the same numbers go to the script and to WebAssembly. */
export function creeks(): Int32Array {
  const next = seeded(613)
  return Int32Array.from({ length: cells }, () => 1 + (next() % 90))
}

/**
 * Finds the driest way across a map of tidal creeks of 256 × 128: shortest path over a grid (Dijkstra 1959) with a binary
 * heap. Work: million cells.
 */
export const tide: Kernel = {
  key: 'tide',
  checksum: 0x4789829e,
  prepare(): Job {
    const crossing = new Crossing(creeks())
    return { work: cells / 1e6, run: () => crossing.cross() }
  },
}

/** The search, with what it needs kept between runs. */
export class Crossing {
  private readonly depth: Int32Array
  private readonly cost = new Int32Array(cells)
  private readonly from = new Int32Array(cells)
  private readonly keys = new Int32Array(cells * 4 + 8)
  private readonly places = new Int32Array(cells * 4 + 8)
  private size = 0

  constructor(depth: Int32Array) {
    this.depth = depth
  }

  cross(): number {
    const { depth, cost, from } = this
    cost.fill(0x7fffffff)
    this.size = 0
    cost[0] = depth[0] as number
    from[0] = -1
    this.push(cost[0] as number, 0)
    while (this.size > 0) this.visit()
    return walked(depth, cost, from)
  }

  costs(): Int32Array {
    return this.cost
  }

  ways(): Int32Array {
    return this.from
  }

  private visit() {
    const key = this.keys[0] as number
    const at = this.places[0] as number
    this.pop()
    if (key !== this.cost[at]) return
    const x = at % width
    if (x > 0) this.step(at, at - 1)
    if (x < width - 1) this.step(at, at + 1)
    if (at >= width) this.step(at, at - width)
    if (at < cells - width) this.step(at, at + width)
  }

  private step(at: number, to: number) {
    const cost = (this.cost[at] as number) + (this.depth[to] as number)
    if (cost < (this.cost[to] as number)) {
      this.cost[to] = cost
      this.from[to] = at
      this.push(cost, to)
    }
  }

  private push(key: number, place: number) {
    const { keys, places } = this
    let at = this.size++
    while (at > 0) {
      const up = (at - 1) >> 1
      if (!before(key, place, keys[up] as number, places[up] as number)) break
      keys[at] = keys[up] as number
      places[at] = places[up] as number
      at = up
    }
    keys[at] = key
    places[at] = place
  }

  private pop() {
    const { keys, places } = this
    const size = --this.size
    const key = keys[size] as number
    const place = places[size] as number
    let at = 0
    for (let child = 1; child < size; child = 2 * at + 1) {
      if (
        child + 1 < size &&
        before(
          keys[child + 1] as number,
          places[child + 1] as number,
          keys[child] as number,
          places[child] as number,
        )
      )
        child++
      if (!before(keys[child] as number, places[child] as number, key, place)) break
      keys[at] = keys[child] as number
      places[at] = places[child] as number
      at = child
    }
    keys[at] = key
    places[at] = place
  }
}

function before(key: number, place: number, other: number, otherPlace: number): boolean {
  return key < other || (key === other && place < otherPlace)
}

/** Walks the way back and adds it up again: it must cost what was found, and be no shorter than the map is wide and high. */
export function walked(depth: Int32Array, cost: Int32Array, from: Int32Array): number {
  let sum = 0
  let steps = 0
  for (let at = cells - 1; at >= 0; at = from[at] as number) {
    sum += depth[at] as number
    steps++
    if (steps > cells) throw new Error('the way across the map goes round in circles')
  }
  if (sum !== cost[cells - 1] || steps < width + height - 1)
    throw new Error(`the way found costs ${String(sum)}, not ${String(cost[cells - 1])}`)
  return mix(mix(0, sum), steps)
}
