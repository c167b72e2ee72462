import { restsOn } from '../../subjects/days'
import { Fragment, useState } from 'react'
import { Link } from 'react-router'
import { useOpenSetup } from '../../frame/open'
import type { Schemas } from '../../api/client'
import { placeOf, placeTitle } from '../../subjects/place'
import { useScores } from '../../api/queries'
import { RepeatDots } from '../../figures/RepeatDots'
import type { Dot } from '../../figures/RepeatDots'
import { RuleStrip } from '../../figures/RuleStrip'
import { Trace } from '../../figures/Trace'
import { amount, minutes, plusMinus, seconds, significant, unitWords } from '../../figures/format'
import { groups, kindOf } from '../../figures/words'
import { Button } from '../../ui/Button'
import { EntryGrid } from './entry/EntryGrid'
import { PlanSuite } from './PlanSuite'
import { useDeed } from '../../ui/deed'
import { planSuite } from './deeds'

type Sheet = Schemas['RunSheet']
type Row = Schemas['SheetRow']
type Progress = NonNullable<Sheet['progress']>

export interface RunSheetTableProps {
  readonly sheet: Sheet
  /** Suite whose entry grid is open. */
  readonly entering: number | null
  readonly onEnter: (suite: number | null) => void
}

/** A row a suite: repeats, score, where it falls among its kind, and the time left. */
export function RunSheetTable({ sheet, entering, onEnter }: RunSheetTableProps) {
  return (
    <div className="max-md:overflow-x-auto">
      <table className="w-full table-fixed border-collapse mt-3.5 max-md:min-w-180 max-md:[&_td:first-child]:sticky max-md:[&_td:first-child]:left-0 max-md:[&_td:first-child]:bg-sheet">
        <thead>
          <tr className="border-b border-line [&>th]:px-2 [&>th]:py-1.5">
            <th className="w-41">Suite</th>
            <th className="w-22">Repeats</th>
            <th className="w-39.5 text-right" title="±: 95 % interval">
              Score
            </th>
            <th className="w-49">Among {kindOf(sheet.setup.kind).many}</th>
            <th className="w-17.5">Place</th>
            <th className="text-right">Time</th>
          </tr>
        </thead>
        <tbody>
          {sheet.rows.map((row) => (
            <SuiteRow
              key={row.suite.id}
              row={row}
              sheet={sheet}
              open={entering === row.suite.id}
              onEnter={onEnter}
            />
          ))}
        </tbody>
      </table>
    </div>
  )
}

interface SuiteRowProps {
  readonly row: Row
  readonly sheet: Sheet
  readonly open: boolean
  readonly onEnter: (suite: number | null) => void
}

function SuiteRow({ row, sheet, open, onEnter }: SuiteRowProps) {
  const { suite } = row
  const scores = useScores(suite.id, sheet.setup.id)
  const headline = scores.data?.find((p) => p.metric === suite.headline)
  const live = sheet.progress?.suite === suite.key ? sheet.progress : undefined
  const bare = live !== undefined || open
  return (
    <Fragment>
      <tr className={`[&>td]:px-2 [&>td]:h-8.5 ${bare ? '' : 'border-b border-line2'}`}>
        <SuiteCells row={row} />
        <HeadlineCells row={row} headline={headline} live={live} />
        <td className="text-right text-ink2 text-base whitespace-nowrap">
          <RowEnd row={row} sitting={sheet.sitting} live={live} open={open} onEnter={onEnter} />{' '}
          <Plan row={row} sitting={sheet.sitting} />
        </td>
      </tr>
      {live && (
        <tr className="border-b border-line2">
          <td colSpan={6} className="px-2 pb-3">
            <LiveRow progress={live} />
          </td>
        </tr>
      )}
      {open && (
        <tr className="border-b border-line2">
          <td colSpan={6} className="px-2 pb-4">
            <EntryGrid
              row={row}
              sheet={sheet}
              pools={scores.data ?? []}
              onClose={() => {
                onEnter(null)
              }}
            />
          </td>
        </tr>
      )}
    </Fragment>
  )
}

/** Which suite, and its repeats. */
function SuiteCells({ row }: { readonly row: Row }) {
  const { suite } = row
  return (
    <>
      <td className="whitespace-nowrap truncate">
        <b className="font-medium">
          <Link to={`/catalogue/suites/${String(suite.id)}`} className="hover:underline underline-offset-2">
            {suite.name}
            {suite.home === 'TYPED' && ` ${suite.version}`}
          </Link>
        </b>{' '}
        <span className="text-ink2 text-sm" title={`loads the ${groups[suite.group]}`}>
          {headlineName(suite)}
        </span>
      </td>
      <td>
        {row.gapReason === undefined && (
          <RepeatDots dots={dots(row)} missing={Math.max(0, row.repeats - row.done)} />
        )}
      </td>
    </>
  )
}

/** Which number the row shows, where the suite has several. */
function headlineName(suite: Row['suite']): string {
  const name = suite.metrics.find((m) => m.key === suite.headline)?.name ?? ''
  return suite.metrics.length < 2 ? groups[suite.group] : name
}

interface HeadlineCellsProps {
  readonly row: Row
  readonly headline: Schemas['ScorePoolView'] | undefined
  readonly live: Progress | undefined
}

/** What a score without a number says. A check that failed is a result; the run did not fail. */
function plainWords(headline: Schemas['ScorePoolView'] | undefined): string | undefined {
  const words = headline?.plain?.words
  return words !== undefined && headline?.scale === 'CHECK' ? `check ${words}` : words
}

/** The score, where it falls, and its place. */
function HeadlineCells({ row, headline, live }: HeadlineCellsProps) {
  const openSetup = useOpenSetup()
  const own = headline?.own
  const words = plainWords(headline) ?? gapWords(row, live)
  return (
    <>
      <td className="text-right whitespace-nowrap">
        {own && headline ? (
          <Score own={own} unit={headline.unit} />
        ) : (
          <span className="gap inline-block max-w-34.5 truncate align-bottom" title={gapWords(row, live)}>
            {words}
          </span>
        )}
      </td>
      <td>
        {headline?.scale === 'RATIO' && row.gapReason === undefined && (
          <RuleStrip
            pool={headline.pool}
            whole={headline}
            own={own?.value}
            focus
            width={180}
            lessIsBetter={headline.better === 'LOWER'}
            unit={headline.unit}
            onOpen={openSetup}
          />
        )}
      </td>
      <td className="num text-sm whitespace-nowrap" title={placeTitle}>
        {own && placeOf(own)}
      </td>
    </>
  )
}

/** Opens how often the suite runs here. */
function Plan({ row, sitting }: { readonly row: Row; readonly sitting: number }) {
  const [planning, setPlanning] = useState(false)
  return (
    <>
      <button
        className="changes text-ink2 hover:text-ink min-w-6 min-h-6"
        aria-label={`Plan ${row.suite.name}`}
        onClick={() => {
          setPlanning(true)
        }}
      >
        ⋯
      </button>
      {planning && (
        <PlanSuite
          row={row}
          sitting={sitting}
          onClose={() => {
            setPlanning(false)
          }}
        />
      )}
    </>
  )
}

function RowEnd({
  row,
  live,
  open,
  onEnter,
  sitting,
}: Omit<SuiteRowProps, 'sheet'> & { readonly live?: Progress | undefined; readonly sitting: number }) {
  if (live) return <>{seconds(live.secondsLeft)} left</>
  if (row.gapReason !== undefined) return <LeftOut row={row} sitting={sitting} />
  if (row.suite.home === 'TYPED') {
    return (
      <Button
        changes
        look="quiet"
        aria-expanded={open}
        onClick={() => {
          onEnter(open ? null : row.suite.id)
        }}
      >
        {open ? 'Close' : 'Enter scores'}
      </Button>
    )
  }
  const left = Math.max(0, row.repeats - row.done)
  return (
    <span title={row.learned ? 'by past runs on this kind of device' : 'by the sheet'}>
      {left === 0 ? 'done' : minutes(left * row.minutes)}
    </span>
  )
}

/** Takes a suite back in that was left out. */
function LeftOut({ row, sitting }: { readonly row: Row; readonly sitting: number }) {
  const plan = useDeed(planSuite)
  return (
    <Button changes look="quiet" onClick={() => void plan.run({ sitting, suite: row.suite.id, plan: {} })}>
      Run it after all
    </Button>
  )
}

function Score({ own, unit }: { readonly own: Schemas['OwnScore']; readonly unit: string }) {
  return (
    <>
      <span className="num text-xl">{amount(own.value, own.decimals, unit)}</span>{' '}
      <span className="unit">{unitWords(unit)}</span>{' '}
      <span className="unit num" title={restsOn(own)}>
        {own.reach === undefined ? 'noise unknown' : plusMinus(own.reach)}
      </span>
    </>
  )
}

function LiveRow({ progress }: { readonly progress: Progress }) {
  return (
    <div className="flex gap-6 items-start pt-1">
      <div className="w-33 shrink-0">
        <div
          className="h-1.25 bg-line"
          role="progressbar"
          aria-label="This run"
          aria-valuenow={Math.round(progress.done * 100)}
          aria-valuemin={0}
          aria-valuemax={100}
        >
          <div className="h-1.25 bg-gold grow" style={{ width: `${String(progress.done * 100)}%` }} />
        </div>
        <p className="text-base font-medium mt-2">{progress.partName}</p>
        <p className="text-sm text-ink2">
          repeat {progress.repeat} of {progress.repeats}
        </p>
      </div>
      {progress.reading !== undefined && (
        <p className="w-47.5 shrink-0 whitespace-nowrap">
          <span className="num text-3xl tracking-tight">{significant(progress.reading, 3)}</span>{' '}
          <span className="unit">{unitWords(progress.unit ?? '')}</span>
        </p>
      )}
      <Trace values={progress.trace} unit={unitWords(progress.unit ?? '')} width={404} height={64} />
      {progress.sensors.length > 0 && (
        <ul className="text-sm text-ink2" aria-label="Sensors of the device">
          {progress.sensors.map((sensor) => (
            <SensorLine key={sensor.name} sensor={sensor} />
          ))}
        </ul>
      )}
    </div>
  )
}

function SensorLine({ sensor }: { readonly sensor: Progress['sensors'][number] }) {
  const last = sensor.values.at(-1)
  return (
    <li className="flex items-center gap-2 whitespace-nowrap">
      <Trace values={sensor.values} unit={unitWords(sensor.unit)} width={64} height={18} />
      <span>
        {sensor.name} <span className="num text-ink">{last === undefined ? '' : significant(last, 3)}</span>{' '}
        {unitWords(sensor.unit)}
      </span>
    </li>
  )
}

function dots(row: Row): readonly Dot[] {
  return row.runs.flatMap((run) => {
    const value = run.readings.find((r) => r.metric === row.suite.headline)?.value
    const state =
      run.state === 'DONE' && run.flags.length === 0 ? 'counted' : run.state === 'FAILED' ? 'failed' : 'aside'
    return value === undefined ? [] : [{ value, state } as const]
  })
}

/** Why there is no score. */
export function gapWords(row: Row, live: Progress | undefined): string {
  if (row.gapReason !== undefined) return row.gapReason
  if (live) return `repeat ${String(live.repeat)} of ${String(live.repeats)}`
  const last = row.runs.at(-1)
  if (last === undefined) return 'not run yet'
  if (last.state === 'FAILED') return `failed: ${last.reason ?? ''}`
  if (last.state === 'SET_ASIDE') return 'set aside'
  if (last.flags.length > 0) return 'flagged, does not count'
  const why =
    row.broken[row.suite.headline] ?? last.readings.find((r) => r.metric === row.suite.headline)?.broken
  if (why !== undefined) return why
  return 'no total'
}
