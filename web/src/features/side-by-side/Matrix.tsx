import { Fragment, useMemo } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { PlumbRow, plumbScale } from '../../figures/Plumb'
import type { PlumbScale } from '../../figures/Plumb'
import { unitWords } from '../../figures/format'
import { counted } from '../../figures/words'
import type { Question } from './address'
import { Fold, mark, marks } from './PlumbTable'
import { plainWords, ratioOf, valueText } from './rows'
import { testsIn, unitLine } from './rows'
import type { Block, Test } from './rows'
import { namesAmong } from './names'
import type { Names } from './names'
import {
  countWords,
  decidingWords,
  isTiny,
  kindBasis,
  kindWords,
  subjectName,
  suiteCountWords,
  testsOf,
} from './words'
import {
  differenceWords,
  inkClass,
  isAlone,
  shownWords,
  verdictTitle,
  verdictWords,
} from '../../subjects/differences'
import { UnseenHead } from '../../ui/UnseenHead'

type View = Schemas['ComparisonView']
type Difference = Schemas['Difference']

export interface MatrixProps {
  readonly view: View
  readonly blocks: readonly Block[]
  readonly question: Question
  /** Makes a subject the reference. */
  readonly onReference: (subject: number) => void
  /** Shows every test of a group, or folds it again. */
  readonly onFold: (group: string) => void
}

const room = 812

/** Many against one: a plumb line for each, on one scale, with the difference beneath. */
export function Matrix({ view, blocks, question, onReference, onFold }: MatrixProps) {
  const others = view.subjects.map((_, i) => i).filter((i) => i !== view.reference)
  const column = Math.floor(room / others.length)
  const width = Math.min(300, column - 12)
  const scale = useMemo(() => plumbScale(marks(view, undefined), width), [view, width])
  const names = view.subjects.map((s) => subjectName(s, view.subjects))
  const called = useMemo(() => namesAmong(testsOf(view)), [view])
  return (
    <table
      className="border-collapse mt-3 table-fixed"
      style={{ width: 262 + column * others.length }}
      data-testid="matrix"
    >
      <colgroup>
        <col style={{ width: 176 }} />
        <col style={{ width: 86 }} />
        {others.map((i) => (
          <col key={i} style={{ width: column }} />
        ))}
      </colgroup>
      <thead>
        <tr className="align-bottom">
          <UnseenHead words="test" />
          <th className="text-right pr-2 text-ink pb-1 leading-tight break-words">{names[view.reference]}</th>
          {others.map((i) => (
            <th key={i} className="pl-2.5 pb-1 text-ink leading-tight">
              <button
                className="text-left hover:underline underline-offset-2 line-clamp-3 break-words"
                title={`${names[i] ?? ''}: make it the reference (key ${String(i + 1)})`}
                onClick={() => {
                  onReference(i)
                }}
              >
                {names[i]}
              </button>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {blocks.map((b) => (
          <Fragment key={b.title}>
            <Head view={view} block={b} others={others} names={names} scale={scale} question={question} />
            {b.tests.map((t) => (
              <Line
                key={`${String(t.suiteId)} ${t.metric}`}
                test={t}
                called={called}
                reference={view.reference}
                others={others}
                names={names}
                scale={scale}
                question={question}
              />
            ))}
            <Fold block={b} columns={2 + others.length} onFold={onFold} />
          </Fragment>
        ))}
      </tbody>
    </table>
  )
}

interface HeadProps {
  readonly view: View
  readonly block: Block
  readonly others: readonly number[]
  readonly names: readonly string[]
  readonly scale: PlumbScale
  readonly question: Question
}

/** What a block of tests comes to, for everyone. */
function Head({ view, block, others, names, scale, question }: HeadProps) {
  return (
    <tr className="border-t border-line2" data-group={block.group}>
      <td colSpan={2} className="pt-2 pb-1 pr-2 align-top">
        <b className="font-bold text-md">{block.title}</b>
      </td>
      {others.map((i) => {
        const s = block.summaries.find((x) => x.subject === i)
        return (
          <td key={i} className="pl-2.5 pt-1.5 pb-1 align-top">
            {s && (
              <Summary
                summary={s}
                counts={countWords(s, testsIn(view, block), view.reference, question.over === 'COMMON')}
                scale={scale}
                question={question}
                name={names[i] ?? ''}
              />
            )}
          </td>
        )
      })}
    </tr>
  )
}

interface SummaryProps {
  readonly summary: Schemas['ComparedSummary']
  /** What its tests came to, in words. */
  readonly counts: string
  readonly scale: PlumbScale
  readonly question: Question
  readonly name: string
}

function Summary({ summary, counts, scale, question, name }: SummaryProps) {
  if (!summary.mean) return <span className="gap text-xs">{counts}</span>
  return (
    <span
      title={[counts, suiteCountWords(summary), kindWords(summary, question.basis), kindBasis(summary)]
        .filter((w) => w !== '')
        .join('; ')}
    >
      <PlumbRow
        scale={scale}
        height={18}
        mark={mark(summary.mean)}
        threshold={question.threshold}
        words={`${name}: ${differenceWords(summary.mean, question.basis)}`}
        stout
      />
      <Told difference={summary.mean} question={question} stout />
      {summary.caveats.length > 0 && (
        <span
          className="unmeant py-0 text-xs whitespace-nowrap"
          title={`Not the same, and not meant: ${summary.caveats.join(', ').toLowerCase()}`}
        >
          {counted(summary.caveats.length, 'caveat')}
        </span>
      )}
    </span>
  )
}

interface LineProps {
  readonly test: Test
  readonly called: Names
  readonly reference: number
  readonly others: readonly number[]
  readonly names: readonly string[]
  readonly scale: PlumbScale
  readonly question: Question
}

function Line({ test, called, reference, others, names, scale, question }: LineProps) {
  const base = test.cells[reference]
  return (
    <tr className="text-sm hover:bg-ground" data-test={test.metric}>
      <td
        className={`pl-3 pr-2 truncate ${test.total ? 'text-ink2' : ''}`}
        title={`${called(test)} ${test.settings}`}
      >
        <Link to={`/catalogue/suites/${String(test.suiteId)}`} className="hover:underline underline-offset-2">
          {called(test)}
        </Link>
        {test.total && <span className="unit"> total</span>}
      </td>
      <td className="text-right pr-2 num whitespace-nowrap">
        {base === undefined || base.kind === 'GAP' ? (
          <span className="gap text-xs" title={base?.gap}>
            none
          </span>
        ) : (
          <>
            {valueText(base, test.unit)} <span className="unit block -mt-1">{unitLine(test)}</span>
          </>
        )}
      </td>
      {others.map((i) => {
        const cell = test.cells[i]
        if (!cell) return <td key={i} />
        const d = ratioOf(cell)
        return (
          <td
            key={i}
            className="pl-2.5 py-0.75"
            title={d?.more ? decidingWords(d.more) : d && verdictTitle(d)}
          >
            {d ? (
              <>
                <PlumbRow
                  scale={scale}
                  height={14}
                  mark={mark(d)}
                  threshold={question.threshold}
                  words={`${names[i] ?? ''}: ${differenceWords(d, question.basis, test)}`}
                />
                <Told
                  difference={d}
                  question={question}
                  test={test}
                  value={valueText(cell, test.unit)}
                  tiny={isTiny(test, reference, i)}
                />
              </>
            ) : cell.kind !== 'GAP' ? (
              <span className="num">
                {valueText(cell, test.unit)}{' '}
                <span className="unit">{plainWords(test, reference, cell) ?? unitWords(test.unit)}</span>
              </span>
            ) : (
              <span className="gap text-xs block truncate" title={cell.gap}>
                {cell.gap}
              </span>
            )}
          </td>
        )
      })}
    </tr>
  )
}

interface ToldProps {
  readonly difference: Difference
  readonly question: Question
  readonly test?: Test
  /** What was read, beside how it differs. */
  readonly value?: string
  readonly tiny?: boolean
  readonly stout?: boolean
}

function Told({ difference: d, question, test, value, tiny = false, stout = false }: ToldProps) {
  const faint = d.verdict === 'EVEN' || d.verdict === 'UNDECIDED'
  return (
    <span
      className={`num flex flex-wrap gap-x-1 leading-tight ${inkClass(d)} ${stout ? 'font-bold text-base' : 'text-sm'}`}
    >
      {value !== undefined && <span className="text-ink">{value}</span>}
      {d.shown === undefined ? (
        <span className="gap">no time</span>
      ) : (
        <span>{shownWords(d.shown, question.basis, test, d.amount)}</span>
      )}
      {tiny && <span className="unit">of little</span>}
      {(faint || d.verdict === undefined || isAlone(d)) && <span className="unit">{verdictWords(d)}</span>}
    </span>
  )
}
