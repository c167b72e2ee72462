import type { Schemas } from '../../api/client'
import { lookOf, valueAt } from '../../figures/Lines'
import type { Level, PlotLine, Spot } from '../../figures/Lines'
import { unitWords } from '../../figures/format'
import { lineName, oddWords, placeWords, setupName } from './words'

type View = Schemas['InsideView']
type Line = View['lines'][number]

/** The lines of a view, the setup in focus in gold where there are others. */
export function plotLines(view: View, focus: number | undefined, lines = view.lines): readonly PlotLine[] {
  return lines.map((l, i) => ({
    name: lineName(view, l),
    x: l.x,
    y: l.y,
    look: lookOf(i, l.setupId === focus && view.setups.length > 1),
  }))
}

/** What is odd on the curves, and where one overtakes another. */
export function spotsOf(view: View): readonly Spot[] {
  const odd = view.lines.flatMap((l, line) =>
    (l.sizes?.odd ?? []).map((o) => ({
      line,
      x: o.x,
      y: valueAt(l, o.x) ?? 0,
      kind: o.mark === 'DECLINE' ? ('decline' as const) : ('dip' as const),
      words: `${lineName(view, l)} ${oddWords(o.mark, l)} at ${placeWords(view, o.x)}`,
    })),
  )
  const crossings = view.crossings.flatMap((c): Spot[] => {
    const [one, other] = [view.lines[c.one], view.lines[c.other]]
    if (!one || !other) return []
    const before = one.x.findLastIndex((v) => v <= c.x)
    const [x0, x1] = [one.x[before] ?? 1, one.x[before + 1] ?? 1]
    const share = (Math.log(c.x) - Math.log(x0)) / Math.max(1e-12, Math.log(x1) - Math.log(x0))
    const y = (one.y[before] ?? 0) * (1 - share) + (one.y[before + 1] ?? one.y[before] ?? 0) * share
    const higher = (one.y[before + 1] ?? 0) > (other.y[before + 1] ?? 0)
    const [ahead, behind] = higher === one.higherIsBetter ? [one, other] : [other, one]
    return [
      {
        line: c.one,
        x: c.x,
        y,
        kind: 'crossing',
        words: `${lineName(view, ahead)} is ahead of ${lineName(view, behind)} from ${placeWords(view, c.x)} on`,
      },
    ]
  })
  return [...odd, ...crossings]
}

/** What makers claim, each once. */
export function levelsOf(lines: readonly Line[]): readonly Level[] {
  const claims = lines.flatMap((l) =>
    l.claims.map((c) => ({
      value: c.value,
      words: `claimed: ${c.metric.toLowerCase()} ${c.text} ${unitWords(l.unit)}`,
    })),
  )
  return claims.filter((c, i) => claims.findIndex((o) => o.words === c.words) === i)
}

/** Since when each throttles. */
export function onsets(view: View, lines: readonly Line[]): readonly Level[] {
  return lines.flatMap((l) =>
    l.time?.onset === undefined
      ? []
      : [
          {
            value: l.time.onset,
            words: `${view.setups.length > 1 ? `${setupName(view, l.setup)}: ` : ''}throttles from ${placeWords(view, l.time.onset)} on`,
          },
        ],
  )
}
