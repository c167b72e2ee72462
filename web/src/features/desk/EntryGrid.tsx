import { Fragment, useEffect, useRef, useState } from 'react'
import type { KeyboardEvent, ReactNode } from 'react'
import { Problem } from '../../api/client'
import type { Schemas } from '../../api/client'
import { RuleStrip } from '../../figures/RuleStrip'
import { median } from '../../figures/scale'
import { unitWords } from '../../figures/format'
import { capital, ordinal } from '../../figures/words'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'
import { useNotice } from '../../ui/Notices'
import { useDeed } from '../../ui/deed'
import { addEvidence, keepRun } from '../../subjects/deeds'
import { ColumnChecks } from './ColumnChecks'
import type { CellMark } from './ColumnChecks'
import { FailedForm } from './FailedForm'
import { PasteText } from './PasteText'
import { SensorLog } from './SensorLog'
import type { SeriesLine } from './SensorLog'
import { below, cellErrors, completed, drafts, isFilled, newColumn, pasted, preview, toRun } from './entry'
import type { Cell, Column } from './entry'
import { choicesOf } from '../../subjects/metric'
import { gapReasons } from '../../subjects/reasons'
import { RunLink } from '../../subjects/RunLink'
import { typedParts } from '../../subjects/Typed'

export interface EntryGridProps {
  readonly row: Schemas['SheetRow']
  readonly sheet: Schemas['RunSheet']
  readonly pools: readonly Schemas['ScorePoolView'][]
  readonly onClose: () => void
}

type Errors = Readonly<Record<string, Readonly<Record<string, string>>>>
type Marks = Readonly<Record<string, Readonly<Record<string, CellMark>>>>

/** Metrics down, repeats across: saved ones as they were read, new ones to type, and at the side what looks wrong. */
export function EntryGrid({ row, sheet, pools, onClose }: EntryGridProps) {
  const { suite } = row
  const saved = row.runs.filter((r) => r.state === 'DONE')
  const keep = useDeed(keepRun, 'here')
  const attaching = useDeed(addEvidence, 'here')
  const notice = useNotice()
  const grid = useRef<HTMLTableElement>(null)
  const [columns, setColumns] = useState(() => startColumns(sheet.sitting, row))
  const [files, setFiles] = useState<Readonly<Record<string, readonly File[]>>>({})
  const [series, setSeries] = useState<Readonly<Record<string, readonly SeriesLine[]>>>({})
  const [errors, setErrors] = useState<Errors>({})
  const [marks, setMarks] = useState<Marks>({})
  const [at, setAt] = useState<Cell>({ row: 0, column: 0 })
  const [side, setSide] = useState<'none' | 'paste' | 'log' | 'failed'>('none')
  const [busy, setBusy] = useState(false)

  useEffect(() => {
    grid.current?.querySelector<HTMLInputElement>('input')?.focus()
  }, [])

  const change = (next: readonly Column[]) => {
    setColumns(next)
    drafts.write(sheet.sitting, suite.id, next)
  }
  const edit = (id: string, how: (column: Column) => Column) => {
    change(columns.map((c) => (c.id === id ? how(c) : c)))
  }
  const type = (id: string, texts: Readonly<Record<string, string>>) => {
    // A text that is typed anew is read anew.
    edit(id, (c) => ({
      ...c,
      texts: { ...c.texts, ...texts },
      digits: without(c.digits, Object.keys(texts)),
    }))
  }
  const go = (cell: Cell) => {
    grid.current
      ?.querySelector<HTMLInputElement>(`[data-cell="${String(cell.row)}.${String(cell.column)}"]`)
      ?.focus()
  }
  const attach = (id: string, more: readonly File[]) => {
    setFiles({ ...files, [id]: [...(files[id] ?? []), ...more] })
  }
  const ready = (c: Column) => isFilled(c) || (series[c.id] ?? []).length > 0

  const save = async () => {
    setBusy(true)
    const found: Record<string, Readonly<Record<string, string>>> = {}
    let left = columns
    for (const column of columns.filter(ready)) {
      const own = series[column.id] ?? []
      const run = {
        ...toRun(column, sheet, suite, new Date(), digitsOf(marks[column.id] ?? {})),
        ...(own.length === 0 ? {} : { series: [...own] }),
      }
      try {
        await keep.attempt(run)
        for (const file of files[column.id] ?? []) await attaching.attempt({ run: column.id, file })
        left = left.filter((c) => c.id !== column.id)
      } catch (e) {
        found[column.id] = e instanceof Problem ? cellErrors(e, run) : { '': String(e) }
      }
    }
    setErrors(found)
    setBusy(false)
    change(left.length > 0 ? left : [newColumn(new Date())])
    await Promise.all([keep.renewed(), attaching.renewed()])
    if (Object.keys(found).length === 0) onClose()
  }

  const pressed = (event: KeyboardEvent, cell: Cell, column: Column, metric: Schemas['MetricView']) => {
    if (event.key === 'Escape') onClose()
    if (event.altKey && event.code === 'KeyM') {
      const mend = Object.values(marks[column.id] ?? {}).find((m) => m.mend !== undefined)?.mend
      if (mend) {
        event.preventDefault()
        type(column.id, mend)
      }
    }
    if (event.altKey && event.code === 'KeyN') {
      event.preventDefault()
      document.getElementById('cell-note')?.focus()
    }
    if (event.key !== 'Enter') return
    event.preventDefault()
    const text = column.texts[metric.key] ?? ''
    const whole = completed(text, choicesOf(metric))
    if (whole !== text) type(column.id, { [metric.key]: whole })
    if (event.ctrlKey || event.metaKey) void save()
    else go(below(cell, suite.metrics.length, columns.length))
  }

  const column = columns[at.column]
  const metric = suite.metrics[at.row]
  return (
    <div
      className="pt-1"
      onDragOver={(e) => {
        e.preventDefault()
      }}
      onDrop={(e) => {
        e.preventDefault()
        if (column && e.dataTransfer.files.length > 0) attach(column.id, [...e.dataTransfer.files])
      }}
    >
      <p className="text-ink2 text-base mb-2">
        {settingWords(suite)}Type digits as you read them; Enter goes down, Tab right, Ctrl Enter saves.
      </p>
      <div className="flex flex-wrap gap-x-6 items-start">
        <table ref={grid} className="border-collapse shrink-0" aria-label={`Scores of ${suite.name}`}>
          <thead>
            <tr>
              <th className="pr-4 pb-1">Metric</th>
              {saved.map((r, i) => (
                <th key={r.id} className="text-right px-2 pb-1">
                  <RunLink id={r.id}>{ordinal(i + 1)}</RunLink>
                </th>
              ))}
              {columns.map((c, i) => (
                <th key={c.id} className="text-right px-2 pb-1">
                  <DayOf
                    name={ordinal(saved.length + i + 1)}
                    day={c.day}
                    onDay={(day) => {
                      edit(c.id, (x) => ({ ...x, day }))
                    }}
                  />
                </th>
              ))}
              <th className="pl-3 pb-1">unit</th>
              <th className="pl-3 pb-1">where it falls</th>
            </tr>
          </thead>
          <tbody>
            {suite.metrics.map((metric, r) => (
              <Fragment key={metric.key}>
                <StepRow suite={suite} metric={metric.key} />
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
                  {saved.map((run) => {
                    const kept = run.readings.find((x) => x.metric === metric.key)
                    const gap = run.gaps.find((g) => g.metric === metric.key)
                    return (
                      <td
                        key={run.id}
                        className={`num text-right px-2 h-7 w-21.5 text-ink2 ${run.flags.length > 0 || kept?.broken !== undefined ? 'line-through' : ''}`}
                        title={gap?.reason ?? kept?.note}
                      >
                        {kept === undefined
                          ? gap && <span className="gap">gap</span>
                          : typedParts(kept).typed}
                      </td>
                    )
                  })}
                  {columns.map((column, c) => (
                    <EntryCell
                      key={column.id}
                      metric={metric}
                      column={column}
                      label={`${metric.name}, ${ordinal(saved.length + c + 1)} repeat`}
                      place={`${String(r)}.${String(c)}`}
                      error={errors[column.id]?.[metric.key]}
                      mark={marks[column.id]?.[metric.key]}
                      onType={(text) => {
                        type(column.id, { [metric.key]: text })
                      }}
                      onFocus={() => {
                        setAt({ row: r, column: c })
                      }}
                      onKey={(e) => {
                        pressed(e, { row: r, column: c }, column, metric)
                      }}
                      onFiles={(more) => {
                        attach(column.id, more)
                      }}
                      onBlock={(text) => {
                        change(
                          pasted(
                            columns,
                            { row: r, column: c },
                            text,
                            suite.metrics.map((m) => m.key),
                          ),
                        )
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
                      columns={columns}
                    />
                  </td>
                </tr>
              </Fragment>
            ))}
          </tbody>
        </table>
        <div className="basis-50 min-w-0 flex-1 pt-5">
          {columns.filter(isFilled).map((c) => (
            <ColumnChecks
              key={c.id}
              suite={suite}
              setup={sheet.setup.id}
              column={c}
              name={ordinal(saved.length + columns.indexOf(c) + 1)}
              onMarks={(next) => {
                setMarks((before) => ({ ...before, [c.id]: next }))
              }}
              onMend={(texts) => {
                type(c.id, texts)
              }}
              onDigits={(metric, digits) => {
                edit(c.id, (x) => ({ ...x, digits: { ...x.digits, [metric]: digits } }))
              }}
              onNote={(metric, note) => {
                edit(c.id, (x) => ({ ...x, notes: { ...x.notes, [metric]: note } }))
              }}
            />
          ))}
        </div>
      </div>
      {column && metric && (
        <CellBar
          name={`${metric.name}, ${ordinal(saved.length + at.column + 1)} repeat`}
          column={column}
          metric={metric.key}
          onChange={(next) => {
            edit(column.id, () => next)
          }}
          onDone={() => {
            go(at)
          }}
        />
      )}
      <FileList files={files} columns={columns} from={saved.length} />
      {columns
        .filter((c) => (series[c.id] ?? []).length > 0)
        .map((c) => (
          <p key={c.id} className="text-sm text-ink2 mt-1.5">
            With the {ordinal(saved.length + columns.indexOf(c) + 1)} repeat: series{' '}
            {(series[c.id] ?? []).map((s) => `${s.name}, ${String(s.x.length)} points`).join('; ')}
          </p>
        ))}
      <ColumnErrors errors={errors} columns={columns} from={saved.length} suite={suite} />
      <div className="flex gap-2 mt-3 items-center">
        <Button look="main" disabled={busy || !columns.some(ready)} onClick={() => void save()}>
          Save
        </Button>
        <Button
          onClick={() => {
            change([...columns, newColumn(new Date())])
          }}
        >
          One more repeat
        </Button>
        <Button
          onClick={() => {
            setSide('paste')
          }}
        >
          Paste what it printed
        </Button>
        <FilePicker
          onFiles={(more) => {
            if (column) attach(column.id, more)
          }}
        />
        <Button
          onClick={() => {
            setSide('log')
          }}
        >
          Add a sensor log
        </Button>
        <Button
          onClick={() => {
            setSide('failed')
          }}
        >
          It failed
        </Button>
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
      {side === 'paste' && (
        <PasteText
          suite={suite}
          onClose={() => {
            setSide('none')
          }}
          onAccept={(proposals) => {
            const repeats = Math.max(0, ...proposals.map((p) => p.repeat)) + 1
            const room = [...columns]
            while (room.length < at.column + repeats) room.push(newColumn(new Date()))
            change(
              room.map((c, i) => {
                const texts = { ...c.texts }
                proposals
                  .filter((p) => p.repeat + at.column === i)
                  .forEach((p) => {
                    texts[p.metric] = p.text
                  })
                return { ...c, texts }
              }),
            )
            setSide('none')
          }}
        />
      )}
      {side === 'log' && column && (
        <SensorLog
          suite={suite}
          onClose={() => {
            setSide('none')
          }}
          onAccept={(lines) => {
            setSeries({ ...series, [column.id]: lines })
            setSide('none')
          }}
        />
      )}
      {side === 'failed' && (
        <FailedForm
          sheet={sheet}
          suite={suite}
          onClose={() => {
            setSide('none')
          }}
          onDone={() => {
            notice({ text: `${suite.name} is kept as failed. It can be repeated.` })
            onClose()
          }}
        />
      )}
    </div>
  )
}

/** Which repeat it is, and the day and time it was measured where that is not now. */
function DayOf({
  name,
  day,
  onDay,
}: {
  readonly name: string
  readonly day: string | undefined
  readonly onDay: (day: string) => void
}) {
  const [open, setOpen] = useState(false)
  if (!open && (day ?? '') === '')
    return (
      <button
        type="button"
        className="hover:underline underline-offset-2"
        title="Measured now; press to say another day"
        aria-label={`Day of the ${name} repeat`}
        onClick={() => {
          setOpen(true)
        }}
      >
        {name}
      </button>
    )
  return (
    <span className="block">
      {name}
      <input
        type="datetime-local"
        aria-label={`When the ${name} repeat was measured`}
        className="block border border-line rounded bg-sheet px-1 py-0.5 text-xs text-ink font-normal"
        value={day ?? ''}
        onChange={(e) => {
          onDay(e.target.value)
        }}
      />
    </span>
  )
}

/** Plain digits to be sent along, by metric key. */
function digitsOf(marks: Readonly<Record<string, CellMark>>): Readonly<Record<string, string>> {
  return Object.fromEntries(
    Object.entries(marks).flatMap(([metric, m]) => (m.digits === undefined ? [] : [[metric, m.digits]])),
  )
}

function without(
  digits: Readonly<Record<string, string>> | undefined,
  gone: readonly string[],
): Readonly<Record<string, string>> {
  return Object.fromEntries(Object.entries(digits ?? {}).filter(([key]) => !gone.includes(key)))
}

interface EntryCellProps {
  readonly metric: Schemas['MetricView']
  readonly column: Column
  readonly label: string
  /** Row and column, joined by a dot. */
  readonly place: string
  readonly error: string | undefined
  readonly mark: CellMark | undefined
  readonly onType: (text: string) => void
  readonly onFocus: () => void
  readonly onKey: (event: KeyboardEvent) => void
  readonly onFiles: (files: readonly File[]) => void
  readonly onBlock: (text: string) => void
}

function EntryCell({ metric, column, label, place, error, mark, ...on }: EntryCellProps) {
  const choices = choicesOf(metric)
  const text = column.texts[metric.key] ?? ''
  const wrong = error !== undefined || mark?.wrong === true
  const noted = (column.notes?.[metric.key] ?? '') !== ''
  const gap = column.gaps?.[metric.key] ?? ''
  return (
    <td className="border border-line h-7 w-21.5 p-0 relative">
      <input
        data-cell={place}
        aria-label={label}
        aria-invalid={wrong}
        title={error ?? mark?.words}
        inputMode={choices.length === 0 && metric.scale !== 'INFORMATION' ? 'decimal' : 'text'}
        autoComplete="off"
        list={choices.length === 0 ? undefined : `choices-${metric.key}`}
        value={text}
        placeholder={
          gap !== ''
            ? 'gap'
            : (mark?.computed ??
              (metric.formula === undefined ? choices.slice(0, 2).join(' / ') : 'computed'))
        }
        onFocus={on.onFocus}
        onChange={(e) => {
          on.onType(e.target.value)
        }}
        onBlur={() => {
          const whole = completed(text, choices)
          if (whole !== text) on.onType(whole)
        }}
        onKeyDown={on.onKey}
        onPaste={(e) => {
          const files = [...e.clipboardData.files]
          if (files.length > 0) {
            e.preventDefault()
            on.onFiles(files)
            return
          }
          const block = e.clipboardData.getData('text')
          if (!/[\n\t;]|\d\s*[^\d\s.,'’]|\d {2,}\d/.test(block)) return
          e.preventDefault()
          on.onBlock(block)
        }}
        className="num w-full h-7 px-2 text-right bg-transparent placeholder:text-ink2 placeholder:text-xs placeholder:font-normal aria-invalid:outline-2 aria-invalid:-outline-offset-2 aria-invalid:outline-mulberry"
      />
      {noted && (
        <i className="absolute right-0 top-0 w-0 h-0 border-4 border-transparent border-t-ink2 border-r-ink2" />
      )}
      {choices.length > 0 && (
        <datalist id={`choices-${metric.key}`}>
          {choices.map((c) => (
            <option key={c} value={c} />
          ))}
        </datalist>
      )}
    </td>
  )
}

interface CellBarProps {
  readonly name: string
  readonly column: Column
  readonly metric: string
  readonly onChange: (column: Column) => void
  readonly onDone: () => void
}

/** A remark on the cell that has the cursor, and why it has no number. */
function CellBar({ name, column, metric, onChange, onDone }: CellBarProps) {
  const empty = (column.texts[metric] ?? '').trim() === ''
  const back = (e: KeyboardEvent) => {
    if (e.key === 'Enter' || e.key === 'Escape') {
      e.preventDefault()
      onDone()
    }
  }
  return (
    <div className="flex gap-3 items-center mt-2 text-sm text-ink2">
      <span className="whitespace-nowrap">{name}:</span>
      <input
        id="cell-note"
        aria-label={`Note on ${name}`}
        placeholder="note (Alt N)"
        className="border-b border-line bg-transparent px-1 py-0.5 w-50"
        maxLength={500}
        value={column.notes?.[metric] ?? ''}
        onKeyDown={back}
        onChange={(e) => {
          onChange({ ...column, notes: { ...column.notes, [metric]: e.target.value } })
        }}
      />
      {empty && (
        <>
          <input
            aria-label={`Why ${name} has no number`}
            placeholder="no number, because …"
            list="gap-reasons"
            className="border-b border-line bg-transparent px-1 py-0.5 w-57.5"
            maxLength={200}
            value={column.gaps?.[metric] ?? ''}
            onKeyDown={back}
            onChange={(e) => {
              onChange({ ...column, gaps: { ...column.gaps, [metric]: e.target.value } })
            }}
          />
          <datalist id="gap-reasons">
            {gapReasons.map((r) => (
              <option key={r} value={r} />
            ))}
          </datalist>
        </>
      )}
    </div>
  )
}

function FilePicker({ onFiles }: { readonly onFiles: (files: readonly File[]) => void }) {
  return (
    <label className="rounded border border-line px-2.75 py-1.25 text-base cursor-pointer hover:border-ink2 focus-within:outline-2">
      Add a picture
      <input
        type="file"
        multiple
        className="sr-only"
        accept="image/png,image/jpeg,image/webp,application/pdf,text/plain"
        onChange={(e) => {
          onFiles([...(e.target.files ?? [])])
          e.target.value = ''
        }}
      />
    </label>
  )
}

interface FileListProps {
  readonly files: Readonly<Record<string, readonly File[]>>
  readonly columns: readonly Column[]
  readonly from: number
}

function FileList({ files, columns, from }: FileListProps): ReactNode {
  return columns
    .filter((c) => (files[c.id] ?? []).length > 0)
    .map((c) => (
      <p key={c.id} className="text-sm text-ink2 mt-1.5">
        With the {ordinal(from + columns.indexOf(c) + 1)} repeat:{' '}
        {(files[c.id] ?? []).map((f) => f.name).join(', ')}
      </p>
    ))
}

/** Before the first metric of a step: its name, and what is to be done by hand first. */
function StepRow({ suite, metric }: { readonly suite: Schemas['SuiteView']; readonly metric: string }) {
  const keys = suite.metrics.map((m) => m.key)
  const step = suite.steps.find((s) => keys.find((k) => s.metrics.includes(k)) === metric)
  if (!step) return null
  return (
    <tr data-testid="step">
      <th
        colSpan={99}
        scope="rowgroup"
        className="pt-2.5 pb-0.5 text-sm font-normal font-stretch-normal text-ink2 border-b border-line2"
      >
        <span className="text-ink font-medium">{capital(step.name)}</span>
        {step.before !== '' && `: first ${step.before}`}
      </th>
    </tr>
  )
}

interface FallingProps {
  readonly metric: Schemas['MetricView']
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
      own={median(values)}
      focus
      lessIsBetter={metric.better === 'LOWER'}
      width={130}
      unit={unitWords(metric.unit)}
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
  const wanted = Math.max(1, row.repeats - row.done) - kept.length
  return [...kept, ...Array.from({ length: Math.max(0, wanted) }, () => newColumn(new Date()))]
}

function settingWords(suite: Schemas['SuiteView']): string {
  if (suite.settings.length === 0) return ''
  return `Settings: ${suite.settings.map((s) => `${s.name} ${s.value}`).join(', ')}. `
}
