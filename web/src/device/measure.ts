import type { Pace } from './pace'

/** A workload on a fixed input that a seed makes; a faster device repeats it more often, on data of the same size. */
export interface Kernel {
  /** First part of its metrics' keys, or the metric itself where it is measured in one way only. */
  readonly key: string
  /** What every run comes to, on every device; left out where the device's own layout or drawing decides. */
  readonly checksum?: number
  prepare: () => Promise<Job> | Job
}

/** The work, ready to repeat. */
export interface Job {
  /** Work of one run, in the unit of the metric without its time. */
  readonly work: number
  /** Does the work once and returns its checksum; throws if the result is wrong. */
  run: () => Promise<number> | number
  /** Waits for what the runs of an iteration only began, such as drawing; belongs to the time. */
  finish?: () => Promise<void> | void
  /** Shows the result, outside of the timing. */
  show?: () => Promise<void> | void
  /** What else was seen beside the time, along an axis; kept with the run. */
  beside?: () => Omit<Curve, 'name'>
  dispose?: () => Promise<void> | void
}

export interface Plan {
  /** An iteration takes half of these milliseconds or more. */
  readonly wanted: number
  readonly warmups: number
  /** Undisturbed iterations that are wanted; it gives up after as many disturbed ones. */
  readonly counted: number
}

/** What a real measurement takes, and a trial that only shows that everything works. */
export const plans: Record<'normal' | 'tiny', Plan> = {
  normal: { wanted: 100, warmups: 12, counted: 12 },
  tiny: { wanted: 0, warmups: 1, counted: 3 },
}

/** Numbers along an axis, in a worker's words. */
export interface Curve {
  readonly name: string
  /** What its numbers and places are; by its name where this is left out. */
  readonly kind?: string
  readonly x: readonly number[]
  readonly y: readonly number[]
}

export interface Measured {
  /** Reading of every iteration, warm-ups first, in the metric's unit. */
  readonly values: readonly number[]
  /** A letter for each: w warm-up, c counted, d disturbed. */
  readonly marks: string
}

export interface Watch {
  /** Called after each iteration with the values so far. */
  readonly onSample: (values: readonly number[], share: number) => void
  /** Throws to stop. */
  readonly check: () => void
  readonly now: () => number
  /** Waits a moment between iterations, so that a page can draw and hear; not needed in a worker. */
  readonly breathe: () => Promise<void> | void
  /** Looks for a neighbour on the core; left out where the clock is too coarse for that. */
  readonly pace?: Pace
}

/** What one iteration came to. */
export interface Iteration {
  /** In the metric's unit. */
  readonly value: number
}

const calibrations = 5
const mostRuns = 2 ** 24
const pauses = 40
const longestWarmUp = 5_000
const pauseMilliseconds = 20

/** Something this browser or page does not have: the metric gets a gap with the reason, and the run goes on. */
export class Missing extends Error {}

/** Sizes the repetition, warms up until steady, measures. A wrong result throws out of it. */
export async function measure(
  kernel: Kernel,
  plan: Plan,
  watch: Watch,
): Promise<Measured & { runs: number; beside?: Omit<Curve, 'name'> }> {
  const job = await kernel.prepare()
  try {
    const runs = await calibrate(kernel, job, plan, watch)
    const measured = await sample(
      async () => {
        await watch.breathe()
        const start = watch.now()
        for (let i = 0; i < runs; i++) await checked(kernel, job)
        await waited(job.finish?.())
        const value = perSecond(job.work * runs, watch.now() - start)
        await waited(job.show?.())
        return { value }
      },
      plan,
      watch,
    )
    const beside = job.beside?.()
    return { ...measured, runs, ...(beside === undefined ? {} : { beside }) }
  } finally {
    await job.dispose?.()
  }
}

/** A promise is only awaited where there is one: each wait would cost more than a small run. */
async function waited(end: Promise<void> | void) {
  if (end) await end
}

/** Work per second; a clock of 5 µs cannot show less. */
export function perSecond(work: number, milliseconds: number): number {
  return (work / Math.max(0.005, milliseconds)) * 1000
}

/** How many runs take at least half the wanted time: a power of two, by the fastest of five tries. */
async function calibrate(kernel: Kernel, job: Job, plan: Plan, watch: Pick<Watch, 'now'>): Promise<number> {
  let fastest = Infinity
  for (let i = 0; i < calibrations; i++) {
    const start = watch.now()
    await checked(kernel, job)
    await waited(job.finish?.())
    fastest = Math.min(fastest, watch.now() - start)
    if (plan.wanted === 0) return 1
  }
  let runs = 1
  while (runs < mostRuns && runs * Math.max(0.001, fastest) < plan.wanted / 2) runs *= 2
  return runs
}

/** Runs a job once; what it comes to must be what it came to everywhere else, or at least before. */
export async function checked(kernel: Kernel, job: Job): Promise<void> {
  const result = job.run()
  const found = typeof result === 'number' ? result : await result
  const wanted = kernel.checksum ?? known.get(job) ?? found
  known.set(job, wanted)
  if (found !== wanted) {
    throw new Error(
      `${kernel.key} came to the checksum ${found.toString(16)} instead of ${wanted.toString(16)}`,
    )
  }
}

const known = new WeakMap<Job, number>()

/** Repeats an iteration: until steady, then until enough undisturbed ones are counted or as many disturbed ones. */
export async function sample(iterate: () => Promise<Iteration>, plan: Plan, watch: Watch): Promise<Measured> {
  const values: number[] = []
  let marks = ''
  const start = watch.now()
  while (marks.length < plan.warmups && !steady(values) && watch.now() - start < longestWarmUp) {
    watch.check()
    values.push((await iterate()).value)
    marks += 'w'
    watch.onSample(values, (0.3 * marks.length) / plan.warmups)
  }
  const patience = { left: pauses }
  let sound = 0
  let disturbed = 0
  let crowded = await waitForQuiet(plan, watch, patience)
  while (sound < plan.counted && disturbed < plan.counted) {
    watch.check()
    values.push((await iterate()).value)
    const crowdedAfter = isCrowded(plan, watch)
    const wasDisturbed = crowded || crowdedAfter
    marks += wasDisturbed ? 'd' : 'c'
    if (wasDisturbed) disturbed++
    else sound++
    watch.onSample(values, 0.3 + (0.7 * Math.max(sound, disturbed)) / plan.counted)
    crowded = crowdedAfter && (await waitForQuiet(plan, watch, patience))
  }
  return { values, marks }
}

function isCrowded(plan: Plan, watch: Watch): boolean {
  return plan.wanted > 0 && watch.pace !== undefined && watch.pace.isCrowded(watch.pace.look())
}

/** Whether a neighbour is still there when the patience is used up. */
async function waitForQuiet(plan: Plan, watch: Watch, patience: { left: number }): Promise<boolean> {
  while (isCrowded(plan, watch)) {
    if (patience.left === 0) return true
    patience.left--
    await new Promise((done) => setTimeout(done, pauseMilliseconds))
  }
  return false
}

/** Median of the undisturbed counted values; of all counted ones if every one was disturbed. */
export function valueOf({ values, marks }: Measured): number {
  const sound = values.filter((_, i) => marks[i] === 'c')
  return median(sound.length > 0 ? sound : values.filter((_, i) => marks[i] === 'd'))
}

/** Whether at least half of the counted iterations were undisturbed. */
export function isSound({ marks }: Measured): boolean {
  return count(marks, 'c') >= count(marks, 'd')
}

function count(marks: string, mark: string): number {
  return marks.split(mark).length - 1
}

/** By how much the counted values change from first to last (least squares), as a share of their mean. */
export function slopeOf({ values, marks }: Measured): number {
  const counted = values.filter((_, i) => marks[i] !== 'w')
  return counted.length < 3 ? 0 : slope(counted)
}

function slope(values: readonly number[]): number {
  const mean = values.reduce((a, b) => a + b, 0) / values.length
  const middle = (values.length - 1) / 2
  const across = values.reduce((sum, v, i) => sum + (i - middle) * v, 0)
  const along = values.reduce((sum, _, i) => sum + (i - middle) ** 2, 0)
  return ((across / along) * (values.length - 1)) / mean
}

/** Whether the last five values rise or fall by less than 5 % from end to end (least squares). */
export function steady(values: readonly number[]): boolean {
  return values.length >= 5 && Math.abs(slope(values.slice(-5))) < 0.05
}

/** The middle value; NaN of none. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  const upper = sorted[half] ?? NaN
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? NaN) + upper) / 2
}

/** Four significant digits, written plainly. */
export function digits(value: number): string {
  const decimals = Math.max(0, 3 - Math.floor(Math.log10(Math.abs(value))))
  return value.toFixed(Math.min(6, decimals))
}
