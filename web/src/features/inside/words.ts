import type { Schemas } from '../../api/client'
import { number, significant, unitWords } from '../../figures/format'
import { axisWords } from '../../figures/axis'
import type { Axis } from '../../figures/axis'

type View = Schemas['InsideView']
type Line = View['lines'][number]

const axes: Readonly<Record<View['kind'], Axis['axis']>> = {
  SIZES: 'size',
  TIME: 'time',
  FRAMES: 'other',
  COUNT: 'other',
}

/** A place on the axis, in words. */
export function placeWords({ kind, axisUnit }: Pick<View, 'kind' | 'axisUnit'>, x: number): string {
  return axisWords({ axis: axes[kind], unit: kind === 'FRAMES' ? '' : axisUnit }, x)
}

/** A value with its unit, four digits. */
export function valueWords(value: number, unit: string): string {
  return `${significant(value, 4, unit)} ${unitWords(unit)}`.trim()
}

/** The name of a line: what tells it from the others. */
export function lineName(view: View, line: Line): string {
  const setups = new Set(view.lines.map((l) => l.setupId)).size
  const names = new Set(view.lines.map((l) => l.name)).size
  if (setups === 1) return line.name
  const own = setupName(view, line.setup)
  return names === 1 ? own : `${line.name}, ${own}`
}

/** What tells a setup from the others: its name where all are of one model, its model where all have one name. */
export function setupName(view: Pick<View, 'setups'>, setup: string): string {
  const parts = (label: string) => {
    const at = label.lastIndexOf(', ')
    return at < 0 ? { model: label, name: '' } : { model: label.slice(0, at), name: label.slice(at + 2) }
  }
  const own = parts(setup)
  const all = view.setups.map((s) => parts(s.label))
  if (all.length < 2) return setup
  if (own.name !== '' && all.every((p) => p.model === own.model)) return own.name
  return all.every((p) => p.name === own.name) ? own.model : setup
}

/** A stretch of a trace in a sentence: what was held, and since when it throttled. */
export function holdsWords(view: View, line: Line): string {
  const t = line.time
  if (!t) return ''
  const unit = unitWords(line.unit)
  if (t.held === undefined) {
    const most = line.y.reduce((a, b) => Math.max(a, b), -Infinity)
    return `at most ${significant(most)} ${unit}, at the end ${significant(t.sustained)} ${unit}`
  }
  const onset =
    t.onset === undefined
      ? 'it never fell below 95 % of its best for good'
      : `below 95 % of its best for good from ${placeWords(view, t.onset)} on`
  return `best ${significant(t.peak)} ${unit}, sustained ${significant(t.sustained)} ${unit}, ${number(100 * t.held, 0)} % held; ${onset}`
}

/** What frames come to, in a sentence. */
export function framesWords(f: NonNullable<Line['frames']>, floor: number | undefined): string {
  const held =
    f.heldAt === undefined
      ? ''
      : ` Held at ${number(f.heldAt, 0)} per second by the display: this says nothing of how much more the device could do.`
  const rough = f.rough ? ' Under 3 000 frames: the slowest hundredth is rough.' : ''
  const under =
    floor === undefined || f.under === undefined
      ? ''
      : f.under === 0
        ? ` Never under ${String(floor)} by more than 1 %.`
        : ` Under ${String(floor)} by more than 1 % for ${number(100 * f.under, f.under < 0.1 ? 1 : 0)} % of the time.`
  return `${number(f.average, 1)} frames/s on average, ${number(f.low, 1)} in the slowest hundredth, over ${number(f.count, 0)} frames.${under}${held}${rough}`
}

type Mark = NonNullable<Line['sizes']>['odd'][number]['mark']

/** What a line does at a point where it is odd, in the words of a speed or of a time. */
export function oddWords(mark: Mark, line: Line): string {
  if (mark === 'LAG') return 'lags behind both sides'
  if (mark === 'DIP') return line.higherIsBetter ? 'dips' : 'peaks'
  return line.higherIsBetter ? 'falls off' : 'goes up'
}

/** What a curve along sizes comes to, in a sentence. */
export function sizesWords(view: View, line: Line): string {
  const s = line.sizes
  if (!s) return ''
  const half = s.halfSize === undefined ? '' : `, half of that from ${placeWords(view, s.halfSize)} on`
  const at = (mark: Mark) => s.odd.filter((o) => o.mark === mark).map((o) => placeWords(view, o.x))
  const [dips, lags, falls] = [at('DIP'), at('LAG'), at('DECLINE')]
  return [
    `best ${valueWords(s.peak, line.unit)} at ${placeWords(view, s.peakSize)}, levels out at ${valueWords(s.level, line.unit)}${half}`,
    ...(dips.length === 0 ? [] : [`${oddWords('DIP', line)} at ${dips.join(', ')}`]),
    ...(lags.length === 0 ? [] : [`${oddWords('LAG', line)} at ${lags.join(', ')}`]),
    ...(falls.length === 0 ? [] : [`${oddWords('DECLINE', line)} from ${falls[0] ?? ''}`]),
  ].join('; ')
}
