/** A workload: makes a job of a given size; everything in it is seeded. */
export interface Kernel {
  /** Metric of the suite sheet that it yields. */
  readonly metric: string
  /** Smallest size that makes sense; sizes double from here. */
  readonly start: number
  prepare: (size: number) => Promise<Job> | Job
}

/** One size of a workload, ready to repeat. */
export interface Job {
  /** Work of one iteration, in the unit of the metric without its time. */
  readonly work: number
  /** Does the work once; throws if the result is wrong. */
  run: () => Promise<void> | void
  /** Shows the result, outside of the timing. */
  show?: () => void
  dispose?: () => void
}

export interface Plan {
  /** Wanted milliseconds for one iteration; the size doubles until it takes at least half of this. */
  readonly wanted: number
  readonly warmups: number
  /** Iterations that count. */
  readonly counted: number
}

/** What a real measurement takes, and a trial that only shows that everything works. */
export const plans: Record<'normal' | 'tiny', Plan> = {
  normal: { wanted: 160, warmups: 12, counted: 12 },
  tiny: { wanted: 0, warmups: 1, counted: 3 },
}

export interface Measured {
  /** Work per second of every iteration, warm-ups first. */
  readonly values: readonly number[]
  /** A letter for each: w warm-up, c counted. */
  readonly marks: string
  /** Median of the counted ones. */
  readonly value: number
}

export interface Watch {
  /** Called after each iteration with the values so far. */
  readonly onSample: (values: readonly number[], share: number) => void
  /** Throws to stop. */
  readonly check: () => void
  readonly now: () => number
  /** Waits a moment between iterations, so that a page can draw and hear; not needed in a worker. */
  readonly breathe: () => Promise<void> | void
}

/** Sizes the work, warms up until steady, measures. A wrong result throws out of it. */
export async function measure(kernel: Kernel, plan: Plan, watch: Watch): Promise<Measured> {
  let size = kernel.start
  let job = await kernel.prepare(size)
  let took = await timed(job, watch)
  while (took < plan.wanted / 2 && size < kernel.start * 2 ** 24) {
    job.dispose?.()
    size *= 2
    job = await kernel.prepare(size)
    // The first run of a size pays for compilation; the second tells.
    await timed(job, watch)
    took = await timed(job, watch)
  }
  try {
    return await repeat(job, plan, watch)
  } finally {
    job.dispose?.()
  }
}

async function repeat(job: Job, plan: Plan, watch: Watch): Promise<Measured> {
  const values: number[] = []
  let warm = 0
  while (warm < plan.warmups && !steady(values)) {
    values.push((job.work / (await timed(job, watch))) * 1000)
    warm++
    watch.onSample(values, (0.3 * warm) / plan.warmups)
  }
  for (let i = 0; i < plan.counted; i++) {
    values.push((job.work / (await timed(job, watch))) * 1000)
    watch.onSample(values, 0.3 + (0.7 * (i + 1)) / plan.counted)
  }
  const counted = values.slice(warm).sort((a, b) => a - b)
  return {
    values,
    marks: 'w'.repeat(warm) + 'c'.repeat(plan.counted),
    value: middle(counted),
  }
}

/** Whether the last five values rise or fall by less than 5 % from end to end (least squares). */
export function steady(values: readonly number[]): boolean {
  const last = values.slice(-5)
  if (last.length < 5) return false
  const mean = last.reduce((a, b) => a + b, 0) / 5
  const slope = last.reduce((sum, v, i) => sum + (i - 2) * v, 0) / 10
  return Math.abs(slope * 4) < 0.05 * mean
}

function middle(sorted: readonly number[]): number {
  const half = sorted.length >> 1
  const upper = sorted[half] ?? NaN
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? NaN) + upper) / 2
}

async function timed(job: Job, watch: Watch): Promise<number> {
  await watch.breathe()
  watch.check()
  const start = watch.now()
  await job.run()
  // A clock of 5 µs cannot show less.
  const took = Math.max(0.005, watch.now() - start)
  job.show?.()
  return took
}

/** Four significant digits, written plainly. */
export function digits(value: number): string {
  const decimals = Math.max(0, 3 - Math.floor(Math.log10(Math.abs(value))))
  return value.toFixed(Math.min(6, decimals))
}
