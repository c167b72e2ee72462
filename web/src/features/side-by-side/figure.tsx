import type { ReactElement } from 'react'
import { subjectCaveats } from '../../subjects/caveats'
import type { Schemas } from '../../api/client'
import { PlumbAxis, PlumbReach, PlumbRow, plumbScale } from '../../figures/Plumb'
import { TableFigure, tableSize } from '../../figures/TableFigure'
import type { FigureCell, FigureRow, TableFigureProps } from '../../figures/TableFigure'
import { amount, unitWords } from '../../figures/format'
import { figureNumber, ratioNumber } from '../../figures/numbers'
import type { FigureNumber } from '../../figures/numbers'
import type { Figure, FigureChoice } from '../../figures/take'
import { capital, counted, shortLabels, subjectText } from '../../figures/words'
import type { Question } from './address'
import { valueBars } from './bars'
import { crossDrawing } from './cross'
import { mark, marks } from './PlumbTable'
import type { Block, Test } from './rows'
import { namesAmong } from './names'
import type { Names } from './names'
import { needs, kindBasis, kindWords, subjectName, suiteWords, testsOf, title, togetherWords } from './words'
import {
  bases,
  halfWords,
  ink,
  isAlone,
  shownWords,
  tickLabel,
  verdictWords,
} from '../../subjects/differences'
import { gapOf, ratioOf, unitLine, valueText } from './rows'
import { today } from '../../figures/dates'

type View = Schemas['ComparisonView']
type Difference = Schemas['Difference']

/** The comparison as it is shown, as a figure; its data holds every test, shown or not. */
export function comparisonFigure(view: View, blocks: readonly Block[], q: Question): Figure {
  const others = view.subjects.map((_, i) => i).filter((i) => i !== view.reference)
  const table = others.length === 1 ? one(view, blocks, q, others[0] ?? 0) : many(view, blocks, q, others)
  const { cross } = view
  return {
    ...told(view, blocks, q),
    ...tableSize(table),
    drawing: <TableFigure {...table} />,
    choice: choice(view, blocks, (some) => comparisonFigure(view, some, q)),
    others: [
      { words: 'bars with values', figure: () => barsFigure(view, blocks, q) },
      ...(cross && cross.tests.length > 0
        ? [
            {
              words: 'two by two',
              figure: () => ({
                ...told(view, [], q),
                about: `${bases[q.basis].about}; means over the tests that all four have. ±: 95 % interval.`,
                ...crossDrawing(cross, q.basis),
              }),
            },
          ]
        : []),
    ],
  }
}

function barsFigure(view: View, blocks: readonly Block[], q: Question): Figure {
  return {
    ...told(view, blocks, q),
    about:
      'Values as read, over their runs. Bars begin at 0, dots stand where there is no zero; whiskers and ±: 95 % interval. Darker bars: the reference.',
    ...valueBars(view, blocks),
    choice: choice(view, blocks, (some) => barsFigure(view, some, q)),
  }
}

/** What stands on every drawing of the comparison, and its data. */
function told(view: View, blocks: readonly Block[], q: Question) {
  return {
    title: title(view),
    about: `${bases[q.basis].about}. Whiskers and ±: 95 % interval. Ahead or behind ${needs(q.threshold)}`,
    notes: notes(view, blocks, q),
    caveats: caveats(view, blocks),
    source: `Yarrowmark, revision ${String(view.revision)} of the scores, ${today()}`,
    table: data(view),
    numbers: numbers(view),
  }
}

/** The tests that are shown, of which some can be taken; means stay over all of theirs. */
function choice(view: View, blocks: readonly Block[], of: (some: readonly Block[]) => Figure): FigureChoice {
  const called = namesAmong(testsOf(view))
  const tests = blocks.flatMap((b) => b.tests)
  return {
    what: 'tests',
    names: tests.map((t) => called(t)),
    of: (kept) => {
      const left = new Set(tests.filter((_, i) => kept.has(i)))
      return of(
        blocks
          .map((b) => ({ ...b, tests: b.tests.filter((t) => left.has(t)) }))
          .filter((b) => b.tests.length > 0 || b.group === undefined),
      )
    },
  }
}

function one(view: View, blocks: readonly Block[], q: Question, other: number): TableFigureProps {
  const width = 284
  const scale = plumbScale(marks(view, other), width)
  const names = view.subjects.map((s) => subjectName(s, view.subjects))
  const short = shortLabels([names[view.reference] ?? '', names[other] ?? ''], 2)
  const called = namesAmong(testsOf(view))
  const line = (d: Difference | undefined, height: number, stout: boolean) => (
    <PlumbRow
      scale={scale}
      height={height}
      mark={d && mark(d)}
      threshold={q.threshold}
      words=""
      stout={stout}
    />
  )
  const difference = (d: Difference | undefined, test?: Test, bold = false) => toldCells(d, q, test, bold)
  const rows = blocks.flatMap((b): FigureRow[] => {
    const summary = b.summaries.find((s) => s.subject === other)
    const mean = summary?.mean
    const any = summary?.anyTests
    const reach =
      any?.low === undefined || any.high === undefined ? undefined : (
        <PlumbReach scale={scale} height={20} low={any.low} high={any.high} words="" />
      )
    return [
      {
        height: 34,
        rule: true,
        cells: [
          { text: b.title, bold: true, size: 14 },
          {},
          {},
          {},
          { drawing: line(mean, 34, true) },
          ...difference(mean, undefined, true),
        ],
      },
      ...(summary === undefined || mean === undefined
        ? []
        : [
            {
              height: 20,
              cells: [
                { text: kindLine(summary, q), ink: 'var(--ink2)', size: 11 },
                {},
                {},
                {},
                reach ? { drawing: reach } : {},
              ],
            },
          ]),
      ...b.tests.map((t) => testRow(t, called, [t.cells[view.reference], t.cells[other]], line, difference)),
    ]
  })
  return {
    columns: [
      { width: 236, align: 'left', head: '' },
      { width: 84, align: 'right', head: short[0] ?? '' },
      { width: 84, align: 'right', head: short[1] ?? '' },
      { width: 120, align: 'left', head: '' },
      { width: width + 8, align: 'left', head: '' },
      { width: 98, align: 'right', head: '' },
      { width: 52, align: 'left', head: '' },
      { width: 90, align: 'left', head: '' },
    ],
    rows,
    axis: {
      column: 4,
      drawing: (
        <PlumbAxis
          scale={scale}
          ticks={view.ticks.map((t) => ({ times: t.times, label: tickLabel(t.shown, q.basis) }))}
        />
      ),
    },
  }
}

function toldCells(
  d: Difference | undefined,
  q: Question,
  test: Test | undefined,
  bold: boolean,
): FigureCell[] {
  if (d?.shown === undefined) return [{ text: '' }, { text: '' }, { text: '' }]
  const colour = `var(--${ink(d)})`
  return [
    { text: shownWords(d.shown, q.basis, test, d.amount), ink: colour, bold },
    { text: halfWords(d, q.basis, test), ink: 'var(--ink2)', size: 11 },
    { text: verdictWords(d), ink: colour },
  ]
}

function testRow(
  t: Test,
  called: Names,
  cells: readonly (Test['cells'][number] | undefined)[],
  line: (d: Difference | undefined, height: number, stout: boolean) => ReactElement,
  told: (d: Difference | undefined, test: Test) => readonly FigureCell[],
): FigureRow {
  const d = ratioOf(cells[1])
  const gap = cells.map(gapOf).find((g) => g !== undefined)
  return {
    height: 26,
    cells: [
      { text: called(t) },
      ...cells.map((c) => ({ text: valueText(c, t.unit) })),
      {
        text: unitLine(t),
        ink: 'var(--ink2)',
        size: 11,
      },
      { drawing: line(d, 26, false) },
      ...(d ? told(d, t) : [{ text: gap ?? '', ink: 'var(--ink2)', size: 11 }]),
    ],
  }
}

function many(
  view: View,
  blocks: readonly Block[],
  q: Question,
  others: readonly number[],
): TableFigureProps {
  const column = Math.max(96, Math.floor(780 / others.length))
  const scale = plumbScale(marks(view, undefined), Math.min(180, column - 12))
  const names = view.subjects.map((s) => subjectName(s, view.subjects))
  const called = namesAmong(testsOf(view))
  const cell = (
    d: Difference | undefined,
    stout: boolean,
    test?: Test,
    own?: Test['cells'][number],
  ): FigureCell => {
    const value = test === undefined ? '' : valueText(own, test.unit)
    if (d?.shown === undefined) return { text: gapOf(own) ?? value, ink: 'var(--ink2)', size: 11 }
    return {
      drawing: (
        <PlumbRow scale={scale} height={16} mark={mark(d)} threshold={q.threshold} words="" stout={stout} />
      ),
      text: `${value} ${shownWords(d.shown, q.basis, test, d.amount)}`.trim(),
      ink: `var(--${ink(d)})`,
      bold: stout,
      size: column < 110 ? 10 : 11.5,
    }
  }
  return {
    columns: [
      { width: 250, align: 'left', head: '' },
      { width: 96, align: 'right', head: names[view.reference] ?? '' },
      ...others.map((i) => ({ width: column, align: 'left' as const, head: names[i] ?? '' })),
    ],
    rows: blocks.flatMap((b): FigureRow[] => [
      {
        height: 38,
        rule: true,
        cells: [
          { text: b.title, bold: true, size: 14 },
          {},
          ...others.map((i) => cell(b.summaries.find((s) => s.subject === i)?.mean, true)),
        ],
      },
      ...b.tests.map((t) => ({
        height: 34,
        cells: [
          { text: called(t) },
          { text: `${valueText(t.cells[view.reference], t.unit)} ${unitWords(t.unit)}`, size: 11 },
          ...others.map((i) => cell(ratioOf(t.cells[i]), false, t, t.cells[i])),
        ],
      })),
    ]),
  }
}

/** What a viewer must know beside the numbers. */
function notes(view: View, blocks: readonly Block[], q: Question): readonly string[] {
  const tests = testsOf(view)
  const shown = blocks.reduce((n, b) => n + b.tests.length, 0)
  const over =
    view.subjects.length > 2 && q.over === 'COMMON' ? ' Means are over the tests that all have.' : ''
  const votes = q.votes === 'SUITE' ? ' In a mean each suite has one vote.' : ''
  const differs = differences(view, true).map((d) => `Differs from the reference as it was meant to: ${d}.`)
  const cross = view.cross?.tests[0]
  return [
    `${suiteWords(tests)}.`,
    ...(blocks.length > 0 && shown < tests.length
      ? [`${String(shown)} of ${String(tests.length)} tests shown.${over}${votes}`]
      : over + votes === ''
        ? []
        : [(over + votes).trim()]),
    ...(cross ? [togetherWords(cross.together)] : []),
    ...differs,
  ]
}

/** What differs from the reference, by subject, as it was meant or not. */
function differences(view: View, meant: boolean): readonly string[] {
  const label = view.subjects.map((s) => subjectName(s, view.subjects))
  return view.subjects.flatMap((_, i) => {
    const own = view.differs
      .filter((d) => d.subject === i && d.standing !== 'UNKNOWN' && (d.standing === 'MEANT') === meant)
      .map((d) => `${d.name.toLowerCase()} ${d.before} → ${d.after}`)
    const who = view.subjects.length > 2 ? `${label[i] ?? ''}: ` : ''
    return own.length === 0 ? [] : [who + own.join(', ')]
  })
}

const mostGaps = 6

function restOn(shown: number, some: number, what: string): readonly string[] {
  if (some === 0) return []
  const tests = counted(shown, 'test')
  const rest =
    some < shown
      ? `Of ${tests} shown, ${some === 1 ? 'one rests' : `${String(some)} rest`}`
      : shown === 1
        ? 'The test shown rests'
        : `All ${tests} shown rest`
  return [`${rest} on ${what}.`]
}

/** Leads that stand alone: of many tests some show one by chance. */
function leads(shown: readonly Test[], called: (t: Test) => string): readonly string[] {
  const alone = shown.filter((t) => t.cells.some((c) => isAloneIn(c))).map((t) => called(t))
  const more = alone.length > mostGaps ? ` and ${String(alone.length - mostGaps)} more` : ''
  return alone.length === 0
    ? []
    : [`Ahead or behind alone, and not among all tests: ${alone.slice(0, mostGaps).join('; ')}${more}.`]
}

function isAloneIn(cell: Test['cells'][number]): boolean {
  const d = ratioOf(cell)
  return d !== undefined && isAlone(d)
}

/** Who looks again until something shows will find something: later looks have wider intervals. */
function looks(shown: readonly Test[]): readonly string[] {
  const later = shown.filter((t) => t.cells.some((c) => (ratioOf(c)?.look ?? 1) > 1)).length
  return later === 0
    ? []
    : [
        `${later === 1 ? 'One of the tests shown is' : `${String(later)} of the tests shown are`} looked at again after runs were added: the intervals are wider for it.`,
      ]
}

/** What takes something from the numbers: what was not meant to differ, single runs, and tests that not all have. */
function caveats(view: View, blocks: readonly Block[]): readonly string[] {
  const shown = blocks.flatMap((b) => b.tests)
  const single = shown.filter((t) => t.cells.some((c) => c.kind === 'SCORE' && c.readings.length === 1))
  const called = namesAmong(testsOf(view))
  const label = view.subjects.map((s) => subjectName(s, view.subjects))
  const gaps = shown.flatMap((t) =>
    t.cells.flatMap((c, i) =>
      c.kind === 'GAP' && c.gap !== 'not run' ? [`${called(t)} of ${label[i] ?? ''}: ${c.gap}`] : [],
    ),
  )
  const more = gaps.length > mostGaps ? `; and ${String(gaps.length - mostGaps)} more` : ''
  const oneDay = shown.filter(
    (t) => !single.includes(t) && t.cells.some((c) => c.kind === 'SCORE' && c.days === 1),
  )
  return [
    ...differences(view, false).map((d) => `Differs from the reference and was not meant to: ${d}.`),
    ...restOn(shown.length, single.length, 'a single run, on one side at least'),
    ...restOn(
      shown.length,
      oneDay.length,
      'runs of one day, on one side at least; how far numbers move from day to day is taken from other setups, or assumed',
    ),
    ...subjectCaveats(view.subjects, (_, i) => label[i] ?? ''),
    ...leads(shown, called),
    ...looks(shown),
    ...(gaps.length === 0 ? [] : [`No number: ${gaps.slice(0, mostGaps).join('; ')}${more}.`]),
  ]
}

/** Every test, whatever is folded, and the mean of each group with both its intervals; numbers as they are, not rounded. */
function data(view: View): readonly (readonly string[])[] {
  const head = [
    'group',
    'suite',
    'version',
    'test',
    'unit',
    'better',
    'settings',
    'subject',
    'value',
    'readings',
    'times',
    'low95',
    'high95',
    'verdict',
    'gap',
  ]
  const rows = view.groups.flatMap((g) =>
    g.tests.flatMap((t) =>
      t.cells.map((c, i) => [
        g.group.toLowerCase(),
        t.suite,
        t.version,
        t.name,
        t.unit,
        t.better.toLowerCase(),
        t.settings,
        subjectText(view.subjects[i] ?? { name: '', detail: '', setups: 1 }),
        c.kind === 'GAP'
          ? ''
          : c.kind === 'PLAIN' && c.words !== undefined
            ? c.words
            : c.value.toFixed(c.decimals),
        c.kind === 'GAP' ? '' : c.readings.join(' '),
        text(ratioOf(c)?.times),
        text(ratioOf(c)?.low),
        text(ratioOf(c)?.high),
        (ratioOf(c)?.verdict ?? '').toLowerCase(),
        gapOf(c) ?? '',
      ]),
    ),
  )
  const means = [
    ...view.together.flatMap((m) => meanRows(view, 'all', m)),
    ...view.groups.flatMap((g) => g.summaries.flatMap((m) => meanRows(view, g.group, m))),
  ]
  return [head, ...rows, ...means]
}

/** Every value, every ratio to the reference, and the means of each group. */
function numbers(view: View): readonly FigureNumber[] {
  const called = view.subjects.map((s) => subjectText(s))
  const base = called[view.reference] ?? ''
  const tests = testsOf(view).flatMap((t) => {
    const of = `${t.suite} ${t.version} · ${t.name}`
    const lessIsBetter = t.better === 'LOWER'
    return t.cells.flatMap((c, i) => {
      if (c.kind === 'GAP' || (c.kind === 'PLAIN' && c.words !== undefined)) return []
      const subject = called[i] ?? ''
      const text = amount(c.value, c.decimals, t.unit)
      const own = figureNumber(of, subject, text, c.value, { unit: unitWords(t.unit), lessIsBetter })
      const d = ratioOf(c)
      return d && i !== view.reference
        ? [
            own,
            ratioNumber(of, subject, base, d.times, {
              low: d.low,
              high: d.high,
              lessIsBetter,
              confidence: d.confidence,
            }),
          ]
        : [own]
    })
  })
  const mean = (group: string, m: Schemas['ComparedSummary']) => {
    const some = (what: string, d: Difference | undefined) =>
      d === undefined
        ? []
        : [
            ratioNumber(`${group}, ${what}`, called[m.subject] ?? '', base, d.times, {
              low: d.low,
              high: d.high,
              confidence: d.confidence,
            }),
          ]
    return [
      ...some(`mean of ${counted(m.tests, 'test')}`, m.mean),
      ...some('mean for this kind of work', m.anyTests),
    ]
  }
  return [
    ...view.together.flatMap((m) => mean('all', m)),
    ...view.groups.flatMap((g) => g.summaries.flatMap((m) => mean(g.group.toLowerCase(), m))),
    ...tests,
  ]
}

/** The interval for a kind of work, and what it rests on. */
function kindLine(summary: Schemas['ComparedSummary'], q: Question): string {
  return capital([kindWords(summary, q.basis), kindBasis(summary)].filter((w) => w !== '').join('; '))
}

function meanRows(view: View, group: string, m: Schemas['ComparedSummary']): readonly (readonly string[])[] {
  const row = (test: string, d: Difference | undefined) => [
    group.toLowerCase(),
    '',
    '',
    test,
    '',
    'higher',
    '',
    subjectText(view.subjects[m.subject] ?? { name: '', detail: '', setups: 1 }),
    '',
    '',
    text(d?.times),
    text(d?.low),
    text(d?.high),
    (d?.verdict ?? '').toLowerCase(),
    '',
  ]
  if (!m.mean) return []
  const these = row(`geometric mean of ${String(m.tests)} of ${String(m.of)} tests, on these tests`, m.mean)
  return m.anyTests ? [these, row('geometric mean, for this kind of work', m.anyTests)] : [these]
}

function text(value: number | undefined): string {
  return value === undefined ? '' : String(value)
}
