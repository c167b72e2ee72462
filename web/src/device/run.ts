import { hereZone } from '../api/zone'
import { version } from '../api/version'
import type { Schemas } from '../api/client'
import { uuid } from '../api/uuid'
import { digits, isSound, Missing, slopeOf, valueOf } from './measure'
import type { Measured, Curve } from './measure'
import { checkStopped, pause, Stopped } from './parts'
import type { Outcome, Part, Surroundings } from './parts'
import type { PaceSeen } from './protocol'
import { partsOf } from './suites'

type Suite = Schemas['PlannedSuite']
type Metric = Schemas['PlannedMetric']
type Run = Schemas['RunFile']

/** What runs now, for the page and for Desk. */
export interface Step {
  readonly metric: Metric
  readonly values: readonly number[]
  /** Share of the whole run that is over, 0 to 1. */
  readonly done: number
}

/** Where a run happens, and who hears of it. */
export interface Running extends Surroundings {
  readonly onStep: (step: Step) => void
  /** Waits as long as the run is paused; between two parts only, so that no number suffers. */
  readonly whilePaused: () => Promise<void>
}

const steep = 0.05
const mostCrowded = 0.1
const longestReason = 500

/** What a run collects while it goes on. */
class Collected {
  readonly measured = new Map<string, Measured>()
  readonly texts = new Map<string, string>()
  readonly gaps = new Map<string, string>()
  private readonly remarks: string[] = []
  readonly curves: Curve[] = []
  private looks = 0
  private crowded = 0

  add(outcome: Outcome) {
    for (const [metric, m] of outcome.measured) this.measured.set(metric, m)
    if (outcome.remark !== undefined) this.remarks.push(outcome.remark)
    for (const [metric, words] of Object.entries(outcome.texts ?? {})) this.texts.set(metric, words)
    this.curves.push(...(outcome.curves ?? []))
    this.saw(outcome.pace)
  }

  private saw(pace: PaceSeen | undefined) {
    this.looks += pace?.looks ?? 0
    this.crowded += pace?.crowded ?? 0
  }

  /** What a reader of the numbers should know. */
  note(): string | undefined {
    const share = this.looks === 0 ? 0 : this.crowded / this.looks
    const words =
      share > mostCrowded
        ? `At ${(100 * share).toFixed(0)} % of ${String(this.looks)} looks a neighbour used the same core; up to 10 % is quiet.`
        : ''
    return [...this.remarks, words].join(' ').trim() || undefined
  }
}

/** What is read is doubtful if it still rises or falls while it counts. */
function slopeWords(m: Measured): string | undefined {
  const slope = slopeOf(m)
  return Math.abs(slope) > steep
    ? `${slope > 0 ? 'Rose' : 'Fell'} by ${(100 * Math.abs(slope)).toFixed(0)} % over the counted iterations; up to 5 % is steady.`
    : undefined
}

/** Runs a suite once and returns the run to send: done, failed or set aside. */
export async function runSuite(
  suite: Suite,
  sitting: number,
  facts: readonly Schemas['FactLine'][],
  around: Running,
): Promise<Run> {
  const startedAt = new Date().toISOString()
  const collected = new Collected()
  const end = await outcome(suite, around, collected)
  const note = collected.note()
  return {
    id: uuid(),
    sitting,
    suite: { key: suite.key, version: suite.version },
    ...end,
    startedAt,
    endedAt: new Date().toISOString(),
    zone: hereZone(),
    sender: { program: 'device page', version },
    size: around.size,
    facts: [...facts],
    readings: readings(collected),
    samples: [...collected.measured].map(([metric, m]) => ({
      metric,
      values: [...m.values],
      marks: m.marks,
    })),
    ...(collected.gaps.size === 0
      ? {}
      : { gaps: [...collected.gaps].map(([metric, reason]) => ({ metric, reason })) }),
    ...(collected.curves.length === 0 ? {} : { series: collected.curves.map(series) }),
    ...(note === undefined ? {} : { note }),
  }
}

function readings({ measured, texts }: Collected): Schemas['ReadingLine'][] {
  return [
    ...[...measured].map(([metric, m]) => {
      const words = slopeWords(m)
      return { metric, text: digits(valueOf(m)), ...(words === undefined ? {} : { note: words }) }
    }),
    ...[...texts].map(([metric, text]) => ({ metric, text })),
  ]
}

/** What a curve's numbers and places are, by its kind; sizes in KiB unless it is another. */
const axes: Readonly<Record<string, Pick<Schemas['SeriesLine'], 'unit' | 'axis' | 'axisUnit'>>> = {
  frames: { unit: 'ms', axis: 'frame', axisUnit: '{frame}' },
  dropped: { unit: '%', axis: 'rung', axisUnit: '{rung}' },
  drawing: { unit: 'ms', axis: 'iteration', axisUnit: '{iteration}' },
  skew: { unit: '%', axis: 'iteration', axisUnit: '{iteration}' },
}

function series({ name, kind, x, y }: Curve): Schemas['SeriesLine'] {
  return {
    name,
    ...(axes[kind ?? name] ?? { unit: 'MB/s', axis: 'size', axisUnit: 'KiBy' }),
    x: [...x],
    y: [...y],
  }
}

async function outcome(
  suite: Suite,
  around: Running,
  collected: Collected,
): Promise<Pick<Run, 'state' | 'reason'>> {
  try {
    const parts = await partsOf(suite.key)
    for (const [i, part] of parts.entries()) {
      await around.whilePaused()
      checkStopped(around)
      await runPart(part, suite, around, collected, (share) => (i + share) / parts.length)
    }
  } catch (e) {
    if (e instanceof Stopped) return { state: 'SET_ASIDE', reason: e.message }
    const reason = e instanceof Error ? e.message : String(e)
    return { state: 'FAILED', reason: reason.slice(0, longestReason) }
  }
  const [missing] = collected.gaps.values()
  if (collected.measured.size + collected.texts.size === 0 && missing !== undefined)
    return { state: 'FAILED', reason: missing }
  const disturbed = [...collected.measured].find(([, m]) => !isSound(m))
  if (!disturbed) return { state: 'DONE' }
  return { state: 'SET_ASIDE', reason: disturbedWords(suite, ...disturbed) }
}

function disturbedWords(suite: Suite, key: string, { marks }: Measured): string {
  const name = suite.metrics.find((m) => m.key === key)?.name ?? key
  const counted = marks.replaceAll('w', '').length
  const disturbed = marks.replaceAll(/[^d]/g, '').length
  return `disturbed: in ${name} a neighbour used the same core in ${String(disturbed)} of ${String(counted)} iterations; at most half may be`
}

async function runPart(
  part: Part,
  suite: Suite,
  around: Running,
  collected: Collected,
  done: (share: number) => number,
) {
  const step = (key: string, values: readonly number[], share: number) => {
    const metric = suite.metrics.find((m) => m.key === key)
    if (metric) around.onStep({ metric, values, done: done(share) })
  }
  step(part.metrics[0] ?? '', [], 0)
  await pause(60)
  try {
    collected.add(await part.run(around, step))
  } catch (e) {
    if (!(e instanceof Missing)) throw e
    for (const metric of part.metrics) collected.gaps.set(metric, e.message)
  }
}
