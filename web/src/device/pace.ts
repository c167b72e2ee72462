const steps = 100_000
const tries = 3
const compiled = 2_000
const crowdedOver = 1.15
const even = 1.03

/** What one look found: steps of the narrow loop per second, and the wide loop's time over the narrow one's. */
export interface Look {
  readonly stepsPerSecond: number
  readonly ratio: number
}

/**
 * Tells whether a core does as much at once as it can, by two fixed loops. In the narrow one each step waits for the one
 * before: its time follows the clock alone. The wide one keeps every unit of the core busy: it also slows when a neighbour
 * uses the same core. Their ratio does not change with the clock, so a warm device is not called disturbed. Needs a clock
 * of 5 µs, that is an isolated page.
 */
export class Pace {
  private readonly now: () => number
  private sink = 0
  private lowest: number

  /** @param best ratio known of this device so far, Infinity if none is */
  constructor(now: () => number, best = Infinity) {
    this.now = now
    this.lowest = best
    for (let i = 0; i < compiled; i++) this.sink ^= narrow(steps / 200, i) ^ wide(steps / 200, i)
  }

  get best(): number {
    return this.lowest
  }

  /** Looks once, which takes about a millisecond; the fastest of three tries counts. */
  look(): Look {
    let shortest = Infinity
    let longest = 0
    let widest = Infinity
    for (let i = 0; i < tries; i++) {
      const start = this.now()
      this.sink ^= narrow(steps, this.sink)
      const middle = this.now()
      this.sink ^= wide(steps, this.sink)
      const end = this.now()
      shortest = Math.min(shortest, Math.max(0.005, middle - start))
      longest = Math.max(longest, middle - start)
      widest = Math.min(widest, Math.max(0.005, end - middle))
    }
    const ratio = widest / shortest
    // If the clock changed between the two loops, their ratio says nothing of what is best.
    if (longest <= even * shortest) this.lowest = Math.min(this.lowest, ratio)
    return { stepsPerSecond: (steps / shortest) * 1000, ratio }
  }

  /** Whether a neighbour used the core at that moment. */
  isCrowded(look: Look): boolean {
    return this.lowest < Infinity && look.ratio > crowdedOver * this.lowest
  }
}

function narrow(n: number, seed: number): number {
  let a = seed | 0
  for (let i = 0; i < n; i++) a = (Math.imul(a, 1664525) + i) | 0
  return a
}

function wide(n: number, seed: number): number {
  let a = seed | 0
  let b = 2
  let c = 3
  let d = 4
  let e = 5
  let f = 6
  for (let i = 0; i < n; i++) {
    a = (a + (b ^ i)) | 0
    b = (b + (c ^ i)) | 0
    c = (c + (d ^ i)) | 0
    d = (d + (e ^ i)) | 0
    e = (e + (f ^ i)) | 0
    f = (f + (a ^ i)) | 0
    a ^= a >>> 3
    c ^= c >>> 5
    e ^= e >>> 7
  }
  return (a + b + c + d + e + f) | 0
}
