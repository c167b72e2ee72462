import type { Schemas } from '../../api/client'
import { shownWords } from '../../subjects/differences'
import { movementWords } from '../../subjects/days'
import { percent } from '../../figures/format'
import { shortLabels } from '../../figures/words'
import type { Drift, StepMark, StepPoint } from '../../figures/StepLine'

type Line = Schemas['LineView']
type Test = Schemas['LineTest']

/** What a test does along the line, in words, and its ink. */
export interface Told {
  readonly words: string
  readonly ink: 'teal' | 'mulberry' | 'ink2'
}

/** What all labels begin with. */
export function commonWords(labels: readonly string[]): string {
  const [first] = labels
  const [short] = shortLabels(labels)
  return first === undefined || short === undefined ? '' : first.slice(0, first.length - short.length).trim()
}

/** Steps, blips, drifts and shifts in their order; else what the line as a whole does. */
export function told(test: Test, labels: readonly string[]): Told {
  const label = (i: number) => labels[i] ?? String(i + 1)
  const found: { readonly at: number; readonly words: string; readonly up?: boolean }[] = []
  for (const m of marks(test)) {
    if (m.kind === 'blip') found.push({ at: m.at, words: `blip at ${label(m.at)}` })
    else
      found.push({
        at: m.at,
        words: m.kind.startsWith('shift')
          ? `shift ${m.kind === 'shift up' ? 'up' : 'down'} near ${label(m.at)}`
          : `step ${m.kind} at ${label(m.at)}`,
        up: m.kind.endsWith('up'),
      })
  }
  for (const s of test.stretches) {
    if (s.name === 'DRIFT')
      found.push({
        at: s.first,
        words: `drift, ${percent(s.aVersion - 1)} a version`,
        up: s.aVersion > 1,
      })
  }
  found.sort((a, b) => a.at - b.at)
  if (found.length > 0) {
    const ups = found.filter((f) => f.up === true).length
    const downs = found.filter((f) => f.up === false).length
    return {
      words: found.map((f) => f.words).join(', '),
      ink: ups > 0 && downs === 0 ? 'teal' : downs > 0 && ups === 0 ? 'mulberry' : 'ink2',
    }
  }
  return { words: quiet(test), ink: 'ink2' }
}

function quiet(test: Test): string {
  if (test.firstToLast === undefined)
    return test.scale === 'RATIO' ? 'in one version only' : 'not on a scale of ratios'
  if (test.steps.every((s) => s.kind === 'UNKNOWN')) return 'noise unknown'
  const names = test.stretches.map((s) => s.name)
  if (names.every((n) => n === 'LEVEL')) return 'level'
  return names.every((n) => n === 'TOO_SHORT') ? 'no step; too few versions for more' : 'no change shown'
}

/** Whether a test stepped, shifted, drifted, or was off once. */
export function moves(test: Test): boolean {
  return marks(test).length + drifts(test).length > 0
}

/** What stands under the line. */
export function marks(test: Test): readonly StepMark[] {
  const all: StepMark[] = []
  test.steps.forEach((s, i) => {
    const before = test.steps[i - 1]
    if (s.kind === 'UP') all.push({ at: s.to, kind: 'up' })
    if (s.kind === 'DOWN') all.push({ at: s.to, kind: 'down' })
    // Into the version that is off; the way out is the same blip.
    if (s.kind === 'BLIP' && !(before?.kind === 'BLIP' && all.at(-1)?.at === s.from))
      all.push({ at: s.to, kind: 'blip' })
  })
  for (const s of test.stretches) {
    if (s.name === 'SHIFT' && s.shiftFrom !== undefined)
      all.push({ at: s.shiftFrom, kind: s.aVersion > 1 ? 'shift up' : 'shift down' })
  }
  return all
}

export function drifts(test: Test): readonly Drift[] {
  return test.stretches
    .filter((s) => s.name === 'DRIFT')
    .map((s) => ({ first: s.first, last: s.last, up: s.aVersion > 1 }))
}

/** The points of a test: the first version as 100, or its own values. */
export function points(test: Test, own: boolean): readonly StepPoint[] {
  const first = test.cells.find((c) => c.kind === 'SCORE')
  const turned = (value: number) =>
    first === undefined
      ? 100
      : test.better === 'HIGHER'
        ? (100 * value) / first.value
        : (100 * first.value) / value
  return test.cells.map((c) => {
    if (c.kind === 'GAP') return { dots: [], gap: c.gap }
    if (c.kind === 'PLAIN') return { value: c.value, dots: c.readings }
    if (!own) return { value: c.index, low: c.low, high: c.high, dots: c.readings.map(turned) }
    const to = (index: number | undefined) =>
      index === undefined
        ? undefined
        : test.better === 'HIGHER'
          ? (c.value * index) / c.index
          : (c.value * c.index) / index
    return { value: c.value, low: to(c.low), high: to(c.high), dots: c.readings }
  })
}

/** The change from first to last: a gain, or how much more there is of an amount. */
export function changeWords({ times, amount }: Pick<Schemas['Change'], 'times' | 'amount'>): string {
  return shownWords((amount ? 1 / times : times) - 1, 'GAIN', undefined, amount)
}

/** How the movement between days is known, over all tests. */
export function daysWords(tests: readonly Test[]): string {
  const movements = tests.flatMap((t) => (t.days ? [t.days] : []))
  const settles = movements.some((m) => m.source === 'ASSUMED')
    ? ' Measure one of these versions on two further days: that settles it.'
    : ''
  return movementWords(movements) + settles
}

/** The title: the device, its factor, and from where to where. */
export function title(line: Line): string {
  const labels = line.versions.map((v) => v.label)
  const first = labels[0] ?? ''
  const last = shortLabels(labels).at(-1) ?? ''
  const along = line.factor === undefined ? 'over time' : `along its ${line.words.toLowerCase()}`
  return labels.length < 2 ? `${line.model} ${along}` : `${line.model} ${along}, ${first} to ${last}`
}

/** The key by which a test is named in the address. */
export function testKey(test: Test): string {
  return `${String(test.suiteId)}.${test.metric}`
}

/** Suite and test; a total bears the suite's name alone. */
export function testName(test: Test): string {
  return test.total ? `${test.suite}, ${test.name.toLowerCase()}` : test.name
}

/** Names in the middle of a sentence: small at the start, unless it is a short form. */
export function inSentence(names: readonly string[]): string {
  return names.map((n) => (/^[A-Z][^A-Z]/.test(n) ? n.charAt(0).toLowerCase() + n.slice(1) : n)).join(', ')
}
