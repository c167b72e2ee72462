import type { Schemas } from '../../api/client'
import { Brackets, IndexAxis, IndexLine, indexScale, laneWidth } from '../../figures/IndexLine'
import { TableFigure, tableSize } from '../../figures/TableFigure'
import type { TableFigureProps } from '../../figures/TableFigure'
import { ValueBar, valueScale } from '../../figures/ValueBar'
import { number, placeRange, significant, unitWords } from '../../figures/format'
import { figureNumber, placeNumber } from '../../figures/numbers'
import type { Figure } from '../../figures/take'
import { counted, groups, subjectText } from '../../figures/words'
import { Plane, size } from './Plane'
import { aboutRanking, hasPercentiles, rowName, testTitle, valueOf } from './ranking'
import { kept as keptBrackets, lanesOf, letters, runs } from './lanes'
import { apartWords, oddWords, rangeWords } from './sentence'
import { today } from '../../figures/dates'
import { subjectCaveats } from '../../subjects/caveats'

type View = Schemas['StandingsView']

/** The places as they are shown, as a figure. */
export function standingsFigure(view: View, title: string, about: string, focus: string | undefined): Figure {
  const width = 420
  const scale = indexScale(
    view.places.flatMap((p) => [p.index, p.lineLow ?? p.index, p.lineHigh ?? p.index]),
    width,
  )
  const lanes = lanesOf(view.brackets)
  const inFocus = view.places.find((p) => p.subject.key === focus)
  const guide =
    inFocus?.lineLow === undefined || inFocus.lineHigh === undefined
      ? undefined
      : ([inFocus.lineLow, inFocus.lineHigh] as const)
  const table: TableFigureProps = {
    columns: [
      { width: 62, align: 'right', head: 'place' },
      { width: laneWidth * lanes.length + 8, align: 'left', head: '' },
      { width: 300, align: 'left', head: '' },
      { width: width + 12, align: 'left', head: '' },
      { width: 64, align: 'right', head: 'index' },
      { width: 90, align: 'left', head: view.oneTest ? '' : 'against 100' },
    ],
    rows: view.places.map((p) => {
      const own = p.subject.key === focus
      return {
        height: 33,
        rule: true,
        cells: [
          { text: placeRange(p.best, p.worst), bold: own },
          lanes.length === 0 ? {} : { drawing: <Brackets runs={runs(lanes, p.number)} height={33} /> },
          { text: subjectText(p.subject), bold: own },
          {
            drawing: (
              <IndexLine
                scale={scale}
                index={p.index}
                low={p.lineLow}
                high={p.lineHigh}
                guide={guide}
                focus={own}
                tuned={p.subject.tuned}
              />
            ),
          },
          { text: number(p.index, 0), bold: own },
          { text: rangeWords(p), ink: 'var(--ink2)', size: 11 },
        ],
      }
    }),
    axis: { column: 3, drawing: <IndexAxis scale={scale} /> },
  }
  return {
    title,
    about,
    notes: notes(view),
    caveats: caveats(view),
    source: source(view.revision),
    ...tableSize(table),
    drawing: <TableFigure {...table} />,
    table: data(view),
    numbers: view.places.flatMap((p) => {
      const subject = subjectText(p.subject)
      return [
        figureNumber('index', subject, p.index.toFixed(0), p.index, { low: p.low, high: p.high }),
        placeNumber('place', subject, p.number, view.placed),
      ]
    }),
    choice: {
      what: 'places',
      names: view.places.map((p) => subjectText(p.subject)),
      focus: indexOrNone(view.places.findIndex((p) => p.subject.key === focus)),
      of: (kept) => standingsFigure(some(view, kept), title, about, focus),
    },
  }
}

/** Some of the places, with what of the brackets holds two of them. */
function some(view: View, shown: ReadonlySet<number>): View {
  const places = view.places.filter((_, i) => shown.has(i))
  return {
    ...view,
    places,
    brackets: keptBrackets(
      view.brackets,
      places.map((p) => p.number),
    ),
  }
}

/** What a viewer must know beside the places: what counts, who is not shown, and what was not measured here. */
function notes(view: View): readonly string[] {
  const counting = view.groups.filter((g) => g.counts && (view.group === undefined || g.group === view.group))
  const equal = new Set(counting.map((g) => g.weight)).size < 2
  const groupsWords = counting
    .map(
      (g) =>
        `${groups[g.group]}, ${counted(g.tests, 'test')}${equal ? '' : `, weight ${number(g.weight, 0)}`}`,
    )
    .join('; ')
  const apart = view.apart.reduce((n, island) => n + island.places.length, 0)
  const left = [
    view.places.length < view.placed
      ? `${number(view.places.length, 0)} of ${number(view.placed, 0)} shown`
      : '',
    apart > 0 ? `${String(apart)} more share no test with these` : '',
    view.unplaced.length > 0 ? `${number(view.unplaced.length, 0)} cannot be placed` : '',
  ].filter((w) => w !== '')
  return [
    ...(view.test
      ? [`${view.test.suite} ${view.test.version}, ${view.test.name}.`]
      : groupsWords === ''
        ? []
        : [`Counted: ${groupsWords}.`]),
    ...(apartWords(view) === '' ? [] : [apartWords(view)]),
    ...(left.length === 0 ? [] : [`${left.join('; ')}.`]),
  ]
}

/** Whose place leans on something odd, and what was not measured here. */
function caveats(view: View): readonly string[] {
  return [
    ...view.places.filter((p) => p.odd.length > 0).map((p) => `${subjectText(p.subject)}: ${oddWords(p)}.`),
    ...subjectCaveats(
      view.places.map((p) => p.subject),
      subjectText,
    ),
  ]
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
      'line low',
      'line high',
      'low against 100',
      'high against 100',
      'brackets',
      'tests',
      'of',
      'suites',
      'origin',
    ],
    ...view.places.map((p) => [
      String(p.number),
      String(p.best),
      String(p.worst),
      p.subject.name,
      p.subject.detail,
      p.index.toFixed(2),
      p.lineLow?.toFixed(2) ?? '',
      p.lineHigh?.toFixed(2) ?? '',
      p.low?.toFixed(2) ?? '',
      p.high?.toFixed(2) ?? '',
      letters(view.brackets, p.number),
      String(p.tests),
      String(p.testsOf),
      String(p.suites),
      p.subject.origin,
    ]),
  ]
}

/** Everybody in the order of one number: bars with their values. */
export function rankingFigure(view: Schemas['RankingView'], focus: string | undefined): Figure {
  const test = view.test?.test
  const width = 460
  const scale = valueScale(view.rows, test?.scale === 'RATIO', width)
  const unit = unitWords(test?.unit ?? '')
  const table: TableFigureProps = {
    columns: [
      { width: 46, align: 'right', head: 'place' },
      { width: 320, align: 'left', head: '' },
      { width: width + 8, align: 'left', head: '' },
      { width: 92, align: 'right', head: unit },
      { width: 60, align: 'left', head: 'runs' },
    ],
    rows: view.rows.map((r) => {
      const own = r.subject.key === focus
      return {
        height: 28,
        cells: [
          { text: String(r.place), bold: own },
          { text: rowName(r, view), bold: own },
          {
            drawing: (
              <g transform="translate(0 3)">
                <ValueBar scale={scale} row={r} focus={own} tuned={r.subject.tuned} words="" />
              </g>
            ),
          },
          { text: test ? valueOf(r, test) : '', bold: own },
          { text: String(r.count), ink: 'var(--ink2)', size: 11 },
        ],
      }
    }),
  }
  const left = view.ranked - view.rows.length
  return {
    title: `${test ? testTitle(test) : 'Ranking'}${unit === '' ? '' : `, ${unit}`}`,
    about: aboutRanking(view),
    notes: [
      ...(left > 0 ? [`${String(view.rows.length)} of ${String(view.ranked)} shown.`] : []),
      ...(view.rows.some((r) => r.subject.tuned) ? ['Grey: tuned.'] : []),
    ],
    caveats: subjectCaveats(
      view.rows.map((r) => r.subject),
      subjectText,
    ),
    source: source(view.revision),
    ...tableSize(table),
    drawing: <TableFigure {...table} />,
    table: rankingData(view),
    numbers: view.rows.flatMap((r) => {
      if (!test || r.words !== undefined) return []
      const of = testTitle(test)
      const more = { unit, low: r.low, high: r.high, lessIsBetter: test.better === 'LOWER' }
      return [
        figureNumber(of, rowName(r, view), valueOf(r, test), r.value, more),
        placeNumber(`place in ${of}`, rowName(r, view), r.place, view.ranked),
      ]
    }),
    choice: {
      what: 'places',
      names: view.rows.map((r) => rowName(r, view)),
      focus: indexOrNone(view.rows.findIndex((r) => r.subject.key === focus)),
      of: (kept) => rankingFigure({ ...view, rows: view.rows.filter((_, i) => kept.has(i)) }, focus),
    },
  }
}

/** Every row that is shown; values with the digits that were read. */
function rankingData(view: Schemas['RankingView']): readonly (readonly string[])[] {
  const test = view.test?.test
  const of = test ? [test.suite, test.version, test.name, test.settings, test.unit] : ['', '', '', '', '']
  const end = (value: number | undefined) => (value === undefined ? '' : significant(value, 6))
  return [
    [
      ...['place', 'subject', 'detail'],
      ...['suite', 'version', 'test', 'settings', 'unit'],
      ...['value', 'low95', 'high95', 'runs', 'percentile', 'origin'],
    ],
    ...view.rows.map((r) => [
      ...[String(r.place), r.subject.name, r.subject.detail],
      ...of,
      ...[r.words ?? r.value.toFixed(r.decimals), end(r.low), end(r.high)],
      ...[String(r.count), hasPercentiles(view) ? (r.percentile * 100).toFixed(1) : '', r.subject.origin],
    ]),
  ]
}

/** Lists from elsewhere among them, which were not measured here. */

function indexOrNone(index: number): number | undefined {
  return index < 0 ? undefined : index
}

function source(revision: number): string {
  return `Yarrowmark, revision ${String(revision)} of the scores, ${today()}`
}

/** Performance for what it costs, as a figure. */
export function valueFigure(view: Schemas['ValueView'], title: string, focus: string | undefined): Figure {
  return {
    title,
    about: `Index against ${view.unit}, both on log axes. Line: against the one that is 100, 90 % for all pairs together. Joined: nobody is both better and cheaper.`,
    source: `Yarrowmark, ${today()}`,
    width: size.width,
    height: size.height,
    drawing: <Plane view={view} focus={focus} />,
    table: [
      [
        'subject',
        'detail',
        'index',
        'low against 100',
        'high against 100',
        view.unit,
        'of',
        'on',
        'index for each',
        'beaten by',
      ],
      ...view.lines.map((l) => [
        l.subject.name,
        l.subject.detail,
        l.index.toFixed(2),
        l.low === undefined ? '' : l.low.toFixed(2),
        l.high === undefined ? '' : l.high.toFixed(2),
        String(l.cost),
        l.said,
        l.on ?? '',
        l.forEach.toFixed(2),
        l.beatenBy ?? '',
      ]),
    ],
    numbers: view.lines.flatMap((l) => {
      const subject = subjectText(l.subject)
      return [
        figureNumber('index', subject, l.index.toFixed(0), l.index, { low: l.low, high: l.high }),
        figureNumber('cost', subject, String(l.cost), l.cost, { unit: view.unit, lessIsBetter: true }),
        figureNumber('index for each', subject, l.forEach.toFixed(2), l.forEach),
      ]
    }),
    choice: {
      what: 'points',
      names: view.lines.map((l) => subjectText(l.subject)),
      of: (kept) => ({
        ...valueFigure({ ...view, lines: view.lines.filter((_, i) => kept.has(i)) }, title, focus),
        notes: [`${String(kept.size)} of ${String(view.lines.length)} points shown.`],
      }),
    },
  }
}
