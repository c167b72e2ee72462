import { Fragment, useMemo } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { PlumbAxis, PlumbReach, PlumbRow, plumbScale } from '../../figures/Plumb'
import type { PlumbMark, PlumbScale } from '../../figures/Plumb'
import { RepeatDots } from '../../figures/RepeatDots'
import type { Question } from './address'
import { plusMinus } from '../../figures/format'
import { gapOf, plainWords, ratioOf, testsIn, unitLine, valueText } from './rows'
import type { Block, Test } from './rows'
import { Term } from '../../subjects/Term'
import { namesAmong } from './names'
import type { Names } from './names'
import {
  countWords,
  decidingWords,
  isTiny,
  kindTitle,
  kindBasis,
  kindWords,
  subjectName,
  suiteCountWords,
  testsOf,
} from './words'
import {
  differenceWords,
  halfWords,
  inkClass,
  shownWords,
  tickLabel,
  isAlone,
  verdictTitle,
  verdictWords,
} from '../../subjects/differences'
import { UnseenHead } from '../../ui/UnseenHead'

type View = Schemas['ComparisonView']
type Cell = Schemas['ComparedTest']['cells'][number]
type Difference = Schemas['Difference']

const width = 284
/** Name, two values, unit, figure, difference, interval, verdict; in pixels. */
const columns = [240, 84, 92, 124, width + 8, 98, 52, 84]

export interface PlumbTableProps {
  readonly view: View
  readonly blocks: readonly Block[]
  readonly question: Question
  /** Shows every test of a group, or folds it again. */
  readonly onFold: (group: string) => void
}

/** One against one: every test on the plumb line, with raw values, interval and verdict. */
export function PlumbTable({ view, blocks, question, onFold }: PlumbTableProps) {
  const other = view.subjects.findIndex((_, i) => i !== view.reference)
  const scale = useMemo(() => plumbScale(marks(view, other), width), [view, other])
  const names = view.subjects.map((s) => subjectName(s, view.subjects))
  const called = useMemo(() => namesAmong(testsOf(view)), [view])
  return (
    <table
      className="border-collapse mt-3 table-fixed"
      style={{ width: columns.reduce((a, b) => a + b) }}
      data-testid="plumb"
    >
      <colgroup>
        {columns.map((w, i) => (
          <col key={i} style={{ width: w }} />
        ))}
      </colgroup>
      <thead>
        <tr>
          <UnseenHead words="test" />
          <th className="text-right pr-2 truncate" title={names[view.reference]}>
            {names[view.reference]}
          </th>
          <th className="text-right truncate" title={names[other]}>
            {names[other]}
          </th>
          <UnseenHead words="unit" />
          <th>
            <Ends scale={scale} />
            <PlumbAxis
              scale={scale}
              ticks={view.ticks.map((t) => ({ times: t.times, label: tickLabel(t.shown, question.basis) }))}
            />
          </th>
          <UnseenHead words="difference" />
          <UnseenHead words="interval" />
          <UnseenHead words="verdict" />
        </tr>
      </thead>
      <tbody>
        {blocks.map((b) => (
          <Fragment key={b.title}>
            <Head view={view} block={b} other={other} scale={scale} question={question} />
            <KindLine block={b} other={other} scale={scale} question={question} />
            {b.tests.map((t) => (
              <TestLine
                key={`${String(t.suiteId)} ${t.metric}`}
                test={t}
                called={called}
                reference={view.reference}
                other={other}
                scale={scale}
                question={question}
              />
            ))}
            <Fold block={b} columns={columns.length} onFold={onFold} />
          </Fragment>
        ))}
      </tbody>
    </table>
  )
}

export interface FoldProps {
  readonly block: Block
  readonly columns: number
  readonly onFold: (group: string) => void
}

/** The line under a group that shows the rest of its tests. */
export function Fold({ block, columns, onFold }: FoldProps) {
  const { group } = block
  if (group === undefined || (block.folded === 0 && !block.unfolded)) return null
  return (
    <tr>
      <td colSpan={columns} className="pl-3 h-6.5">
        <button
          className="text-ink2 text-sm underline underline-offset-2 decoration-line hover:text-ink"
          aria-expanded={block.unfolded}
          onClick={() => {
            onFold(group)
          }}
        >
          {block.unfolded ? 'only what stands out' : `${String(block.folded)} more`}
        </button>
      </td>
    </tr>
  )
}

/** Which side is which, over the axis. */
function Ends({ scale }: { readonly scale: PlumbScale }) {
  return (
    <span className="relative block h-3.75 text-xs" style={{ width: scale.width }} aria-hidden="true">
      {scale.line > 52 && <span className="absolute left-0 text-mulberry">behind</span>}
      {scale.width - scale.line > 46 && <span className="absolute right-0 text-teal">ahead</span>}
    </span>
  )
}

interface HeadProps {
  readonly view: View
  readonly block: Block
  readonly other: number
  readonly scale: PlumbScale
  readonly question: Question
}

function Head({ view, block, other, scale, question }: HeadProps) {
  const summary = block.summaries.find((s) => s.subject === other)
  return (
    <tr className="[&>td]:h-9 border-t border-line2" data-group={block.group}>
      <td colSpan={4} className="pr-3">
        <b className="font-bold text-md">
          {block.group === undefined && summary ? <Term of="together">{block.title}</Term> : block.title}
        </b>{' '}
        {summary && (
          <span className="text-ink2 text-sm ml-2">
            {[countWords(summary, testsIn(view, block), view.reference), suiteCountWords(summary)]
              .filter((w) => w !== '')
              .join('; ')}
          </span>
        )}
        {summary && summary.caveats.length > 0 && (
          <span
            className="unmeant text-sm ml-2 whitespace-nowrap"
            title={`Not the same, and not meant: ${summary.caveats.join(', ').toLowerCase()}`}
          >
            not meant: {summary.caveats.slice(0, 2).join(', ').toLowerCase()}
            {summary.caveats.length > 2 && ` and ${String(summary.caveats.length - 2)} more`}
          </span>
        )}
      </td>
      <td>
        {summary && (
          <PlumbRow
            scale={scale}
            height={36}
            mark={summary.mean && mark(summary.mean)}
            threshold={question.threshold}
            words={`${block.title}: ${differenceWords(summary.mean, question.basis)}`}
            stout
          />
        )}
      </td>
      {summary?.mean ? (
        <Told
          difference={summary.mean}
          question={question}
          stout
          title={`95 % interval on these ${String(summary.tests)} tests`}
        />
      ) : (
        <td colSpan={3} />
      )}
    </tr>
  )
}

/** How far another choice of tests of this kind could lead; never shown in place of the interval on these tests. */
function KindLine({ block, other, scale, question }: Omit<HeadProps, 'view'>) {
  const summary = block.summaries.find((s) => s.subject === other)
  if (!summary?.mean) return null
  const any = summary.anyTests
  return (
    <tr className="[&>td]:h-5" data-kind={block.group}>
      <td colSpan={4} className="pr-3 text-right text-sm text-ink2 align-top" title={kindTitle}>
        {kindBasis(summary)}
      </td>
      <td>
        {any?.low !== undefined && any.high !== undefined && (
          <PlumbReach
            scale={scale}
            height={20}
            low={any.low}
            high={any.high}
            words={`${block.title}: ${kindWords(summary, question.basis)}`}
          />
        )}
      </td>
      <td colSpan={3} className="pl-3 text-sm text-ink2 whitespace-nowrap align-top" title={kindTitle}>
        {kindWords(summary, question.basis)}
      </td>
    </tr>
  )
}

interface TestLineProps {
  readonly test: Test
  readonly called: Names
  readonly reference: number
  readonly other: number
  readonly scale: PlumbScale
  readonly question: Question
}

function TestLine({ test, called, reference, other, scale, question }: TestLineProps) {
  const base = test.cells[reference]
  const own = test.cells[other]
  const d = ratioOf(own)
  const missing = missingWords(base, own)
  return (
    <tr className="[&>td]:h-7 text-base hover:bg-ground" data-test={test.metric} data-verdict={d?.verdict}>
      <TestCell test={test} name={called(test)} />
      <td className="text-right pr-2 num text-ink2">{base && <Value cell={base} unit={test.unit} />}</td>
      <td className="text-right num">{own && <Value cell={own} unit={test.unit} />}</td>
      <td className="pl-2 pr-2 unit truncate" title={unitLine(test)}>
        {unitLine(test)}
      </td>
      <td>
        <PlumbRow
          scale={scale}
          height={28}
          mark={d && mark(d)}
          threshold={question.threshold}
          words={`${called(test)}: ${missing ?? differenceWords(d, question.basis, test)}`}
        />
      </td>
      {d ? (
        <Told
          difference={d}
          question={question}
          test={test}
          title={rowTitle(d, own)}
          tiny={isTiny(test, reference, other)}
        />
      ) : (
        <td colSpan={3} className="pl-3 text-sm text-ink2 truncate">
          {missing === undefined ? (
            own && plainWords(test, reference, own)
          ) : (
            <span className="gap" title={missing}>
              {missing}
            </span>
          )}
        </td>
      )}
    </tr>
  )
}

/** Why one side has no value, and which; undefined where both have one. */
function missingWords(base: Cell | undefined, own: Cell | undefined): string | undefined {
  const gap = gapOf(own) ?? gapOf(base)
  if (gap === undefined) return undefined
  if (gapOf(own) === undefined) return `this one only: ${gap}`
  return gapOf(base) === undefined ? `reference only: ${gap}` : gap
}

/** The name of a test, with its settings to be pointed at. */
function TestCell({ test, name }: { readonly test: Test; readonly name: string }) {
  const settings = test.settings === '' ? '' : ` · ${test.settings}`
  const total = test.total ? ' · follows from its parts, not counted again' : ''
  return (
    <td
      className={`pl-3 pr-2 truncate ${test.total ? 'text-ink2' : ''}`}
      title={`${name}${settings}${total}`}
    >
      <Link to={`/catalogue/suites/${String(test.suiteId)}`} className="hover:underline underline-offset-2">
        {name}
      </Link>
      {test.total && <span className="unit"> total</span>}
    </td>
  )
}

function rowTitle(d: Difference, own: Cell | undefined): string {
  const parts = [
    d.more ? decidingWords(d.more) : '',
    verdictTitle(d),
    own?.kind !== 'SCORE' || own.from === undefined ? '' : `from ${own.from}`,
  ]
  return parts.filter((p) => p !== '').join('; ')
}

/** On how many days, where that is known. */
function dayWords(cell: Cell): string {
  if (cell.kind !== 'SCORE' || cell.days === 0) return ''
  return cell.days === 1 ? ' of one day' : ` of ${String(cell.days)} days`
}

/** The digits as read, with their repeats as dots when they are pointed at. */
function Value({ cell, unit }: { readonly cell: Cell; readonly unit: string }) {
  if (cell.kind === 'GAP') return null
  return (
    <span className="group/value relative">
      {valueText(cell, unit)}
      {cell.readings.length > 1 && (
        <span className="hidden group-hover/value:block absolute z-20 right-0 top-4.5 bg-sheet border border-line rounded p-2 shadow-xl">
          <RepeatDots dots={cell.readings.map((value) => ({ value, state: 'counted' as const }))} />
          <span className="unit whitespace-nowrap">
            {cell.count} repeats{dayWords(cell)}
            {cell.kind === 'SCORE' && cell.reach !== undefined && `, 95 % interval ${plusMinus(cell.reach)}`}
          </span>
        </span>
      )}
    </span>
  )
}

interface ToldProps {
  readonly difference: Difference
  readonly question: Question
  readonly test?: Test
  readonly stout?: boolean
  readonly title?: string
  /** Whether it is a large share of little. */
  readonly tiny?: boolean
}

function Told({ difference: d, question, test, stout = false, title, tiny = false }: ToldProps) {
  const known = d.verdict !== undefined
  return (
    <>
      <td className={`num text-right pl-3 ${inkClass(d)} ${stout ? 'font-bold text-md' : ''}`} title={title}>
        {d.shown === undefined ? (
          <span className="gap">no time</span>
        ) : (
          shownWords(d.shown, question.basis, test, d.amount)
        )}
      </td>
      {known && <td className="num unit pl-2 whitespace-nowrap">{halfWords(d, question.basis, test)}</td>}
      <td
        className={`pl-3 text-sm whitespace-nowrap ${inkClass(d)}`}
        colSpan={known ? 1 : 2}
        title={tiny ? 'a large share of little: a few steps of the last digit' : title}
      >
        {d.verdict === undefined ? <span className="gap">noise unknown</span> : verdictWords(d)}
        {tiny && <span className="unit"> of little</span>}
      </td>
    </>
  )
}

/** What is drawn of a difference. */
export function mark(d: Difference): PlumbMark {
  return { times: d.times, low: d.low, high: d.high, verdict: d.verdict, alone: isAlone(d) }
}

/** Every difference of a subject, for a scale that has room for them. */
export function marks(view: View, subject: number | undefined): readonly PlumbMark[] {
  const heads = [{ summaries: view.together, tests: [] }, ...view.groups]
  return heads.flatMap((g) => [
    ...g.summaries
      .filter((s) => subject === undefined || s.subject === subject)
      .flatMap((s) => (s.mean ? [mark(s.mean)] : [])),
    ...g.tests.flatMap((t) =>
      t.cells
        .filter((_, i) => subject === undefined || i === subject)
        .flatMap((c) => {
          const d = ratioOf(c)
          return d ? [mark(d)] : []
        }),
    ),
  ])
}
