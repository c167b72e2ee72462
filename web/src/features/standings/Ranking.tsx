import { useMemo } from 'react'
import { Link, useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { ValueBar, valueScale } from '../../figures/ValueBar'
import type { ValueScale } from '../../figures/ValueBar'
import { number, unitWords } from '../../figures/format'
import { counted, subjectText } from '../../figures/words'
import { Combobox } from '../../ui/Combobox'
import { LongBody } from '../../ui/LongBody'
import { Failed, Loading } from '../../ui/States'
import { FigureWays } from '../../subjects/FigureWays'
import { useRanking } from './queries'
import type { ShownRows, StandingsQuestion } from './queries'
import { wholeQuestion } from './address'
import { rankingFigure } from './figure'
import { MoreRows } from './MoreRows'
import { aboutRanking, hasPercentiles, neighbours, rowName, testTitle, valueOf } from './ranking'
import { UnseenHead } from '../../ui/UnseenHead'

type View = Schemas['RankingView']
type Row = Schemas['RankedRow']

const barWidth = 360

export interface RankingProps {
  readonly question: StandingsQuestion
  /** Key of the subject in focus. */
  readonly focus: string | undefined
  readonly onTest: (test: string) => void
  readonly shown: ShownRows
  readonly onRows: (rows: number) => void
}

/** Everybody in the order of one number, with what was read. */
export function Ranking({ question, focus, onTest, shown, onRows }: RankingProps) {
  const [search] = useSearchParams()
  const ranking = useRanking(question, shown)
  if (ranking.isPending) return <Loading what="the ranking" />
  if (ranking.isError) return <Failed error={ranking.error} retry={() => void ranking.refetch()} />
  const view = ranking.data
  return (
    <section>
      <div className="flex items-center gap-3 pt-3 max-md:flex-wrap">
        <Combobox
          label="Number to rank by"
          className="w-100"
          value={view.test === undefined ? '' : String(view.test.id)}
          options={view.tests.map((t) => ({ value: String(t.id), label: testTitle(t.test) }))}
          onValue={onTest}
        />
        <span className="flex-1 text-ink2 text-base max-md:basis-full">{aboutRanking(view)}</span>
        {view.test && view.rows.length > 0 && (
          <FigureWays asked={wholeQuestion(search, view.test.id)} figure={() => rankingFigure(view, focus)} />
        )}
      </div>
      {view.test === undefined || view.ranked === 0 ? (
        <p className="text-ink2 text-base py-6">
          Nobody in this pool has a number in it yet: choose another, or widen the pool.
        </p>
      ) : (
        <>
          {focus !== undefined && shown.find === undefined && (
            <p className="text-base pt-2.25" data-testid="neighbours">
              {neighbours(view, focus)}
            </p>
          )}
          {view.rows.length > 0 && <Rows view={view} focus={focus} />}
          <MoreRows numbers={view.rows.map((r) => r.row)} all={view.ranked} asked={shown} onRows={onRows} />
        </>
      )}
    </section>
  )
}

function Rows({ view, focus }: { readonly view: View; readonly focus: string | undefined }) {
  const scale = useMemo(() => valueScale(view.rows, view.test?.test.scale === 'RATIO', barWidth), [view])
  const test = view.test?.test
  if (!test) return null
  return (
    <div className="max-md:overflow-x-auto">
      <table className="border-collapse mt-3" data-testid="ranking">
        <thead>
          <tr>
            <th className="text-right pr-3">place</th>
            <UnseenHead words="who" />
            <UnseenHead words="how much, as a bar" />
            <th className="text-right pl-3">{unitWords(test.unit)}</th>
            <th className="pl-3">runs</th>
            <th
              className="text-right pl-4"
              title="Share of the pool that it is better than, half of equals and of itself counted"
            >
              {hasPercentiles(view) && 'percentile'}
            </th>
          </tr>
        </thead>
        <LongBody items={view.rows} keyOf={(r) => r.subject.key} height={33}>
          {(r, i) => (
            <RankedLine
              row={r}
              before={view.rows[i - 1]}
              name={rowName(r, view)}
              percentile={hasPercentiles(view) ? number(r.percentile * 100, 0) : ''}
              test={test}
              scale={scale}
              own={r.subject.key === focus}
            />
          )}
        </LongBody>
      </table>
    </div>
  )
}

interface RankedLineProps {
  readonly row: Row
  readonly before: Row | undefined
  readonly name: string
  readonly percentile: string
  readonly test: Schemas['TestView']
  readonly scale: ValueScale
  readonly own: boolean
}

function RankedLine({ row, before, name, percentile, test, scale, own }: RankedLineProps) {
  const between = row.row - (before?.row ?? row.row - 1) - 1
  const { subject } = row
  const value = valueOf(row, test)
  return (
    <>
      {between > 0 && (
        <tr>
          <td colSpan={6} className="text-ink2 text-sm h-6.5 pl-3">
            {between} between, not shown
          </td>
        </tr>
      )}
      <tr
        className={`border-b border-line2 [&>td]:h-8 ${own ? 'bg-gold-wash' : 'hover:bg-ground'}`}
        data-subject={subject.key}
        data-focus={own}
      >
        <td className="num text-right pr-3 text-base">
          {before?.place === row.place ? <span className="text-ink2">{row.place}</span> : row.place}
        </td>
        <td
          className={`pr-4 max-w-75 truncate text-base ${own ? 'font-bold' : ''}`}
          title={subjectText(subject)}
        >
          {subject.setupId === undefined ? (
            name
          ) : (
            <Link
              to={`/catalogue/setups/${String(subject.setupId)}`}
              className="hover:underline underline-offset-2"
            >
              {name}
            </Link>
          )}
          {subject.origin !== '' && <span className="unit"> {subject.origin}</span>}
        </td>
        <td>
          <ValueBar
            scale={scale}
            row={row}
            focus={own}
            tuned={subject.tuned}
            words={`${subjectText(subject)}: ${value}`}
          />
        </td>
        <td className={`num text-right pl-3 text-base whitespace-nowrap ${own ? 'font-bold' : ''}`}>
          {value}
        </td>
        <td className="num unit pl-3">{counted(row.count, 'run')}</td>
        <td className="num unit text-right pl-4">{percentile}</td>
      </tr>
    </>
  )
}
