import { useEffect, useRef, useState } from 'react'
import type { KeyboardEvent } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import { Problem, api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { RuleStrip } from '../../figures/RuleStrip'
import { median } from '../../figures/scale'
import { grouped, unitWords } from '../../figures/format'
import { ordinal } from '../../figures/words'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'
import { below, cellErrors, drafts, isFilled, newColumn, pasted, preview, toRun } from './entry'
import type { Cell, Column } from './entry'
import { RunLink } from './RunSheetTable'

export interface EntryGridProps {
  readonly row: Schemas['SheetRow']
  readonly sheet: Schemas['RunSheet']
  readonly pools: readonly Schemas['ScorePoolView'][]
  readonly onClose: () => void
}

type Errors = Readonly<Record<string, Readonly<Record<string, string>>>>

/** Metrics down, repeats across: saved ones as they were read, new ones to type. */
export function EntryGrid({ row, sheet, pools, onClose }: EntryGridProps) {
  const { suite } = row
  const saved = row.runs.filter((r) => r.state === 'DONE')
  const client = useQueryClient()
  const grid = useRef<HTMLTableElement>(null)
  const [columns, setColumns] = useState(() => startColumns(sheet.sitting, row))
  const [errors, setErrors] = useState<Errors>({})
  const [busy, setBusy] = useState(false)

  useEffect(() => {
    grid.current?.querySelector<HTMLInputElement>('input')?.focus()
  }, [])

  const change = (next: readonly Column[]) => {
    setColumns(next)
    drafts.write(sheet.sitting, suite.id, next)
  }
  const type = (id: string, metric: string, text: string) => {
    change(columns.map((c) => (c.id === id ? { ...c, texts: { ...c.texts, [metric]: text } } : c)))
  }
  const go = (cell: Cell) => {
    grid.current
      ?.querySelector<HTMLInputElement>(`[data-cell="${String(cell.row)}.${String(cell.column)}"]`)
      ?.focus()
  }

  const save = async () => {
    setBusy(true)
    const found: Record<string, Readonly<Record<string, string>>> = {}
    let left = columns
    for (const column of columns.filter(isFilled)) {
      const run = toRun(column, sheet, suite, new Date())
      try {
        await take(api.PUT('/api/v1/runs/{id}', { params: { path: { id: column.id } }, body: run }))
        left = left.filter((c) => c.id !== column.id)
      } catch (e) {
        found[column.id] = e instanceof Problem ? cellErrors(e, run) : { '': String(e) }
      }
    }
    setErrors(found)
    setBusy(false)
    change(left.length > 0 ? left : [newColumn(new Date())])
    await client.invalidateQueries({
      predicate: (q) => ['sheet', 'strip', 'scores'].includes(String(q.queryKey[0])),
    })
    if (Object.keys(found).length === 0) onClose()
  }

  const pressed = (event: KeyboardEvent, cell: Cell) => {
    if (event.key === 'Escape') onClose()
    if (event.key !== 'Enter') return
    event.preventDefault()
    if (event.ctrlKey || event.metaKey) void save()
    else go(below(cell, suite.metrics.length, columns.length))
  }

  return (
    <div className="pt-1">
      <p className="text-ink2 text-[13px] mb-2">
        {settingWords(suite)}Type digits as you read them; Enter goes down, Tab right, Ctrl Enter saves.
      </p>
      <table ref={grid} className="border-collapse" aria-label={`Scores of ${suite.name}`}>
        <thead>
          <tr>
            <th className="pr-4 pb-1">Metric</th>
            {saved.map((r, i) => (
              <th key={r.id} className="!text-right px-2 pb-1">
                <RunLink id={r.id}>{ordinal(i + 1)}</RunLink>
              </th>
            ))}
            {columns.map((c, i) => (
              <th key={c.id} className="!text-right px-2 pb-1">
                {ordinal(saved.length + i + 1)}
              </th>
            ))}
            <th className="pl-3 pb-1">unit</th>
            <th className="pl-3 pb-1">where it falls</th>
          </tr>
        </thead>
        <tbody>
          {suite.metrics.map((metric, r) => (
            <tr key={metric.key}>
              <th
                scope="row"
                className="pr-4 !text-[13.5px] !text-ink !font-normal !font-stretch-normal whitespace-nowrap"
              >
                {metric.name}
                {metric.better === 'LOWER' && <span className="unit"> less is better</span>}
              </th>
              {saved.map((run) => (
                <td key={run.id} className="num text-right px-2 h-7 w-[86px] text-ink2">
                  {grouped(run.readings.find((x) => x.metric === metric.key)?.text ?? '')}
                </td>
              ))}
              {columns.map((column, c) => {
                const error = errors[column.id]?.[metric.key]
                return (
                  <td key={column.id} className="border border-line h-7 w-[86px] p-0">
                    <input
                      data-cell={`${String(r)}.${String(c)}`}
                      aria-label={`${metric.name}, ${ordinal(saved.length + c + 1)} repeat`}
                      aria-invalid={error !== undefined}
                      title={error}
                      inputMode="decimal"
                      autoComplete="off"
                      value={column.texts[metric.key] ?? ''}
                      placeholder={metric.formula === undefined ? '' : 'computed'}
                      onChange={(e) => {
                        type(column.id, metric.key, e.target.value)
                      }}
                      onKeyDown={(e) => {
                        pressed(e, { row: r, column: c })
                      }}
                      onPaste={(e) => {
                        const text = e.clipboardData.getData('text')
                        if (!/[\n\t;]/.test(text)) return
                        e.preventDefault()
                        change(
                          pasted(
                            columns,
                            { row: r, column: c },
                            text,
                            suite.metrics.map((m) => m.key),
                          ),
                        )
                      }}
                      className="num w-full h-7 px-2 text-right bg-transparent placeholder:text-ink2 placeholder:text-[11px] placeholder:font-normal aria-invalid:outline-2 aria-invalid:-outline-offset-2 aria-invalid:outline-mulberry"
                    />
                  </td>
                )
              })}
              <td className="pl-3 unit whitespace-nowrap">{unitWords(metric.unit)}</td>
              <td className="pl-3">
                <Falling
                  metric={metric}
                  pool={pools.find((p) => p.metric === metric.key)}
                  saved={saved}
                  columns={columns}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <ColumnErrors errors={errors} columns={columns} from={saved.length} suite={suite} />
      <div className="flex gap-2 mt-3">
        <Button look="main" disabled={busy || !columns.some(isFilled)} onClick={() => void save()}>
          Save
        </Button>
        <Button
          onClick={() => {
            change([...columns, newColumn(new Date())])
          }}
        >
          One more repeat
        </Button>
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
    </div>
  )
}

interface FallingProps {
  readonly metric: Schemas['MetricView']
  readonly pool: Schemas['ScorePoolView'] | undefined
  readonly saved: readonly Schemas['RunView'][]
  readonly columns: readonly Column[]
}

/** The rule strip of a metric with the notch where saved and typed repeats together would put it. */
function Falling({ metric, pool, saved, columns }: FallingProps) {
  if (!pool) return null
  const before = saved.flatMap((r) => r.readings.filter((x) => x.metric === metric.key).map((x) => x.value))
  const typed = columns.map((c) => preview(c.texts[metric.key] ?? '')).filter((v) => v !== undefined && v > 0)
  const logs = [...before, ...typed].map((v) => Math.log(v ?? 1))
  const middle = median(logs)
  const others = pool.own === undefined ? pool.pool : pool.pool.filter((t) => t.value !== pool.own?.value)
  return (
    <RuleStrip
      pool={others}
      own={middle === undefined ? undefined : Math.exp(middle)}
      focus
      lessIsBetter={pool.better === 'LOWER'}
      width={150}
      unit={unitWords(pool.unit)}
    />
  )
}

interface ColumnErrorsProps {
  readonly errors: Errors
  readonly columns: readonly Column[]
  readonly from: number
  readonly suite: Schemas['SuiteView']
}

function ColumnErrors({ errors, columns, from, suite }: ColumnErrorsProps) {
  const lines = columns.flatMap((c, i) =>
    Object.entries(errors[c.id] ?? {}).map(([metric, message]) => {
      const name = suite.metrics.find((m) => m.key === metric)?.name
      const where = `${ordinal(from + i + 1)} repeat`
      return `${where}: ${name !== undefined && !message.startsWith(name) ? `${name}: ` : ''}${message}`
    }),
  )
  return lines.map((line) => <FieldError key={line}>{line}</FieldError>)
}

/** Drafts first, then as many empty repeats as the sheet still wants; at least one to type in. */
function startColumns(sitting: number, row: Schemas['SheetRow']): readonly Column[] {
  const kept = drafts.read(sitting, row.suite.id)
  const wanted = Math.max(1, row.suite.repeats - row.done) - kept.length
  return [...kept, ...Array.from({ length: Math.max(0, wanted) }, () => newColumn(new Date()))]
}

function settingWords(suite: Schemas['SuiteView']): string {
  if (suite.settings.length === 0) return ''
  return `Settings: ${suite.settings.map((s) => `${s.name} ${s.value}`).join(', ')}. `
}
