import { Fragment } from 'react'
import type { KeyboardEvent, RefObject } from 'react'
import type { Schemas } from '../../../api/client'
import { RuleStrip } from '../../../figures/RuleStrip'
import { unitWords } from '../../../figures/format'
import { median } from '../../../figures/scale'
import { capital, ordinal } from '../../../figures/words'
import { RunLink } from '../../../subjects/RunLink'
import { averageWords } from '../../../subjects/average'
import { typedParts } from '../../../subjects/Typed'
import { DayOf, EntryCell } from './EntryCell'
import { pasted, preview } from './columns'
import type { Cell, Column } from './columns'
import type { Entering } from './useEntry'

type Metric = Schemas['MetricView']

export interface EntryTableProps extends Pick<Entering, 'entry' | 'step'> {
  readonly row: Schemas['SheetRow']
  readonly pools: readonly Schemas['ScorePoolView'][]
  readonly table: RefObject<HTMLTableElement | null>
  readonly onKey: (event: KeyboardEvent<HTMLElement>, cell: Cell, column: Column, metric: Metric) => void
}

/** Metrics down, repeats across: saved ones as they were read, new ones to type. */
export function EntryTable(props: EntryTableProps) {
  const { entry, step, row, table } = props
  const saved = savedOf(row)
  return (
    <table ref={table} className="border-collapse shrink-0" aria-label={`Scores of ${row.suite.name}`}>
      <thead>
        <tr>
          <th className="pr-4 pb-1">Metric</th>
          {saved.map((r, i) => (
            <th key={r.id} className="text-right px-2 pb-1">
              <RunLink id={r.id}>{ordinal(i + 1)}</RunLink>
            </th>
          ))}
          {entry.columns.map((c, i) => (
            <th key={c.id} className="text-right px-2 pb-1">
              <DayOf
                name={ordinal(saved.length + i + 1)}
                day={c.day}
                onDay={(day) => {
                  step({ kind: 'edited', column: { ...c, day } })
                }}
              />
            </th>
          ))}
          <th className="pl-3 pb-1">unit</th>
          <th className="pl-3 pb-1">where it falls</th>
        </tr>
      </thead>
      <tbody>
        {row.suite.metrics.map((metric, r) => (
          <Fragment key={metric.key}>
            <StepRow suite={row.suite} metric={metric.key} />
            <MetricRow {...props} metric={metric} at={r} />
          </Fragment>
        ))}
      </tbody>
    </table>
  )
}

/** Repeats that are done and kept. */
export function savedOf(row: Schemas['SheetRow']): readonly Schemas['RunView'][] {
  return row.runs.filter((r) => r.state === 'DONE')
}

interface MetricRowProps extends EntryTableProps {
  readonly metric: Metric
  readonly at: number
}

function MetricRow({ entry, step, row, pools, onKey, metric, at }: MetricRowProps) {
  const saved = savedOf(row)
  const keys = row.suite.metrics.map((m) => m.key)
  return (
    <tr>
      <th
        scope="row"
        className="pr-4 text-base text-ink font-normal font-stretch-normal whitespace-nowrap max-w-55 truncate"
        title={row.broken[metric.key]}
      >
        {metric.name}
        {metric.better === 'LOWER' && <span className="unit"> less is better</span>}
        {row.broken[metric.key] !== undefined && <span className="unit"> known fault</span>}
      </th>
      {saved.map((run) => (
        <SavedCell key={run.id} run={run} metric={metric.key} />
      ))}
      {entry.columns.map((column, c) => (
        <EntryCell
          key={column.id}
          metric={metric}
          column={column}
          label={`${metric.name}, ${ordinal(saved.length + c + 1)} repeat`}
          place={`${String(at)}.${String(c)}`}
          error={entry.errors[column.id]?.[metric.key]}
          mark={entry.marks[column.id]?.[metric.key]}
          onType={(text) => {
            step({ kind: 'typed', id: column.id, texts: { [metric.key]: text } })
          }}
          onFocus={() => {
            step({ kind: 'at', cell: { row: at, column: c } })
          }}
          onKey={(e) => {
            onKey(e, { row: at, column: c }, column, metric)
          }}
          onFiles={(files) => {
            step({ kind: 'attached', id: column.id, files })
          }}
          onBlock={(text) => {
            step({ kind: 'columns', columns: pasted(entry.columns, { row: at, column: c }, text, keys) })
          }}
        />
      ))}
      <td className="pl-3 unit whitespace-nowrap">
        {unitWords(metric.unit) || (metric.unit === '' ? '' : 'm:ss')}
      </td>
      <td className="pl-3">
        <Falling
          metric={metric}
          pool={pools.find((p) => p.metric === metric.key)}
          saved={saved}
          columns={entry.columns}
        />
      </td>
    </tr>
  )
}

function SavedCell({ run, metric }: { readonly run: Schemas['RunView']; readonly metric: string }) {
  const kept = run.readings.find((x) => x.metric === metric)
  const gap = run.gaps.find((g) => g.metric === metric)
  const out = run.flags.length > 0 || kept?.broken !== undefined
  return (
    <td
      className={`num text-right px-2 h-7 w-21.5 text-ink2 ${out ? 'line-through' : ''}`}
      title={gap?.reason ?? (kept?.average ? averageWords(kept.average) : kept?.note)}
    >
      {kept === undefined ? gap && <span className="gap">gap</span> : typedParts(kept).typed}
    </td>
  )
}

/** Before the first metric of a step: its name, and what is to be done by hand first. */
function StepRow({ suite, metric }: { readonly suite: Schemas['SuiteView']; readonly metric: string }) {
  const keys = suite.metrics.map((m) => m.key)
  const part = suite.steps.find((s) => keys.find((k) => s.metrics.includes(k)) === metric)
  if (!part) return null
  return (
    <tr data-testid="step">
      <th
        colSpan={99}
        scope="rowgroup"
        className="pt-2.5 pb-0.5 text-sm font-normal font-stretch-normal text-ink2 border-b border-line2"
      >
        <span className="text-ink font-medium">{capital(part.name)}</span>
        {part.before !== '' && `: first ${part.before}`}
      </th>
    </tr>
  )
}

interface FallingProps {
  readonly metric: Metric
  readonly pool: Schemas['ScorePoolView'] | undefined
  readonly saved: readonly Schemas['RunView'][]
  readonly columns: readonly Column[]
}

/** Where the score would fall with what is typed so far. */
function Falling({ metric, pool, saved, columns }: FallingProps) {
  if (metric.scale !== 'RATIO' || !pool) return null
  const values = [
    ...saved.flatMap((r) => r.readings.filter((x) => x.metric === metric.key).map((x) => x.value)),
    ...columns.flatMap((c) => preview(c.texts[metric.key] ?? '') ?? []),
  ].filter((v) => v > 0)
  return (
    <RuleStrip
      pool={pool.pool}
      whole={pool}
      own={median(values)}
      focus
      lessIsBetter={metric.better === 'LOWER'}
      width={130}
      unit={metric.unit}
    />
  )
}
