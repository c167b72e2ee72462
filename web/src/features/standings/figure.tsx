import type { Schemas } from '../../api/client'
import { IndexAxis, IndexLine, indexScale } from '../../figures/IndexLine'
import { TableFigure, tableSize } from '../../figures/TableFigure'
import type { TableFigureProps } from '../../figures/TableFigure'
import { number, placeRange } from '../../figures/format'
import type { Figure } from '../../figures/take'
import { subjectText } from '../../figures/words'
import { Plane, size } from './Plane'
import { half } from './sentence'

type View = Schemas['StandingsView']

/** The places as they are shown, as a figure. */
export function standingsFigure(view: View, title: string, about: string, focus: string | undefined): Figure {
  const width = 420
  const scale = indexScale(
    view.places.flatMap((p) => [p.index, p.low ?? p.index, p.high ?? p.index]),
    width,
  )
  const table: TableFigureProps = {
    columns: [
      { width: 62, align: 'right', head: 'place' },
      { width: 300, align: 'left', head: '' },
      { width: width + 12, align: 'left', head: '' },
      { width: 64, align: 'right', head: 'index' },
      { width: 60, align: 'left', head: '' },
    ],
    rows: view.places.map((p) => {
      const error = half(p)
      const own = p.subject.key === focus
      return {
        height: 33,
        rule: true,
        cells: [
          { text: placeRange(p.best, p.worst), bold: own },
          { text: subjectText(p.subject), bold: own },
          {
            drawing: (
              <IndexLine
                scale={scale}
                index={p.index}
                low={p.low}
                high={p.high}
                focus={own}
                tuned={p.subject.tuned}
              />
            ),
          },
          { text: number(p.index, 0), bold: own },
          {
            text: error === undefined ? '' : `±${number(error, error < 9.5 ? 1 : 0)}`,
            ink: 'var(--ink2)',
            size: 11,
          },
        ],
      }
    }),
    axis: { column: 2, drawing: <IndexAxis scale={scale} /> },
  }
  return {
    title,
    about,
    source: `Yarrowmark, revision ${String(view.revision)} of the scores, ${new Date().toISOString().slice(0, 10)}`,
    ...tableSize(table),
    drawing: <TableFigure {...table} />,
    table: data(view),
  }
}

/** Every place, numbers as they are. */
function data(view: View): readonly (readonly string[])[] {
  return [
    [
      'place',
      'best',
      'worst',
      'subject',
      'detail',
      'index',
      'low90',
      'high90',
      'bracket',
      'tests',
      'of',
      'origin',
    ],
    ...view.places.map((p) => [
      String(p.number),
      String(p.best),
      String(p.worst),
      p.subject.name,
      p.subject.detail,
      String(p.index),
      p.low === undefined ? '' : String(p.low),
      p.high === undefined ? '' : String(p.high),
      String(p.level),
      String(p.tests),
      String(p.testsOf),
      p.subject.origin,
    ]),
  ]
}

/** Performance for what it costs, as a figure. */
export function valueFigure(view: Schemas['ValueView'], title: string, focus: string | undefined): Figure {
  return {
    title,
    about: `Index against ${view.unit}, both on log axes. Line: 90 % interval. Joined: nobody is both better and cheaper.`,
    source: `Yarrowmark, ${new Date().toISOString().slice(0, 10)}`,
    width: size.width,
    height: size.height,
    drawing: <Plane view={view} focus={focus} />,
    table: [
      ['subject', 'detail', 'index', 'low90', 'high90', view.unit, 'of', 'on', 'index for each', 'beaten by'],
      ...view.lines.map((l) => [
        l.subject.name,
        l.subject.detail,
        String(l.index),
        l.low === undefined ? '' : String(l.low),
        l.high === undefined ? '' : String(l.high),
        String(l.cost),
        l.said,
        l.on ?? '',
        String(l.forEach),
        l.beatenBy ?? '',
      ]),
    ],
  }
}
