import type { Schemas } from '../../api/client'
import { Lines } from '../../figures/Lines'
import { listed } from '../../figures/words'
import { unitWords } from '../../figures/format'
import type { Figure } from '../../figures/take'
import { levelsOf, onsets, plotLines, spotsOf } from './lines'
import { framesWords, holdsWords, lineName, placeWords, sizesWords } from './words'
import { today } from '../../figures/dates'

type View = Schemas['InsideView']

const width = 1060
const panel = 300

/** What is shown, as one figure: a panel for each unit; its data holds every value. */
export function insideFigure(view: View, focus: number | undefined): Figure {
  return {
    ...figureOf(view, focus),
    choice: {
      what: 'lines',
      names: view.lines.map((l) => lineName(view, l)),
      of: (kept) => ({
        ...figureOf(
          // Where lines cross is told by their numbers among all.
          { ...view, lines: view.lines.filter((_, i) => kept.has(i)), crossings: [] },
          focus,
        ),
        notes: [`${String(kept.size)} of ${String(view.lines.length)} lines shown.`],
      }),
    },
  }
}

function figureOf(view: View, focus: number | undefined): Figure {
  const units = [...new Set(view.lines.map((l) => l.unit))]
  const words = view.lines
    .map((l) => {
      const told =
        sizesWords(view, l) || holdsWords(view, l) || (l.frames ? framesWords(l.frames, view.floor) : '')
      return `${lineName(view, l)}: ${told}`
    })
    .join('. ')
  return {
    title: `${view.suite}, ${listed(view.setups.map((s) => s.label))}`,
    about: words,
    source: `Yarrowmark, middle of the runs that count, ${today()}`,
    width,
    height: units.length * (panel + 8),
    drawing: (
      <g>
        {units.map((unit, i) => {
          const own = view.lines.filter((l) => l.unit === unit)
          return (
            <svg key={unit} y={i * (panel + 8)} width={width} height={panel}>
              <Lines
                lines={plotLines(view, focus, own)}
                unit={unitWords(unit)}
                log={view.kind === 'SIZES'}
                clock={view.kind === 'TIME' && view.axisUnit === 's'}
                xWords={(x) => placeWords(view, x)}
                levels={levelsOf(own)}
                uprights={view.kind === 'TIME' ? onsets(view, own) : []}
                spots={units.length === 1 ? spotsOf(view) : []}
                width={width}
                height={panel}
              />
            </svg>
          )
        })}
      </g>
    ),
    table: [
      ['setup', 'series', 'unit', view.axis === '' ? 'place' : view.axis, 'axis unit', 'value'],
      ...view.lines.flatMap((l) =>
        l.x.map((x, i) => [
          l.setup,
          l.name,
          unitWords(l.unit),
          String(x),
          unitWords(view.axisUnit),
          String(l.y[i] ?? ''),
        ]),
      ),
    ],
  }
}
