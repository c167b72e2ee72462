import { useEffect, useRef } from 'react'
import type { KeyboardEvent } from 'react'
import type { Schemas } from '../../../api/client'
import { ordinal } from '../../../figures/words'
import { choicesOf } from '../../../subjects/metric'
import { useNotice } from '../../../ui/Notices'
import { CellBar } from './CellBar'
import { ColumnChecks } from './ColumnChecks'
import { CurveDialog } from './CurveDialog'
import { EntryFoot } from './EntryFoot'
import { EntryTable, savedOf } from './EntryTable'
import { FailedForm } from './FailedForm'
import { PasteText } from './PasteText'
import { below, completed, isFilled } from './columns'
import type { Cell, Column } from './columns'
import { accepted } from './state'
import { useEntry } from './useEntry'
import type { Entering } from './useEntry'

export interface EntryGridProps {
  readonly row: Schemas['SheetRow']
  readonly sheet: Schemas['RunSheet']
  readonly pools: readonly Schemas['ScorePoolView'][]
  readonly onClose: () => void
}

/** The grid of a suite's scores, and at the side what looks wrong. */
export function EntryGrid({ row, sheet, pools, onClose }: EntryGridProps) {
  const { suite } = row
  const from = savedOf(row).length
  const table = useRef<HTMLTableElement>(null)
  const entering = useEntry(sheet, row, onClose)
  const { entry, step } = entering
  const pressed = usePressed(entering, suite, onClose)
  useEffect(() => {
    table.current?.querySelector<HTMLInputElement>('input')?.focus()
  }, [])
  const column = entry.columns[entry.at.column]
  const metric = suite.metrics[entry.at.row]
  return (
    <div
      className="pt-1"
      onDragOver={(e) => {
        e.preventDefault()
      }}
      onDrop={(e) => {
        e.preventDefault()
        const files = [...e.dataTransfer.files]
        if (column && files.length > 0) step({ kind: 'attached', id: column.id, files })
      }}
    >
      <p className="text-ink2 text-base mb-2">
        {settingWords(suite)}Type digits as you read them; Enter goes down, Tab right, Ctrl Enter saves.
      </p>
      <div className="flex flex-wrap gap-x-6 items-start">
        <EntryTable entry={entry} step={step} row={row} pools={pools} table={table} onKey={pressed} />
        <Checks entry={entry} step={step} suite={suite} setup={sheet.setup.id} from={from} />
      </div>
      {column && metric && (
        <CellBar
          name={`${metric.name}, ${ordinal(from + entry.at.column + 1)} repeat`}
          column={column}
          metric={metric.key}
          onChange={(next) => {
            step({ kind: 'edited', column: next })
          }}
          onDone={() => {
            go(table.current, entry.at)
          }}
        />
      )}
      <EntryFoot {...entering} suite={suite} from={from} onClose={onClose} />
      <Beside entry={entry} step={step} sheet={sheet} suite={suite} onClose={onClose} />
    </div>
  )
}

/** The keys of a cell. */
function usePressed({ entry, step, save }: Entering, suite: Schemas['SuiteView'], onClose: () => void) {
  const mend = (column: Column) => {
    const texts = Object.values(entry.marks[column.id] ?? {}).find((m) => m.mend !== undefined)?.mend
    if (texts) step({ kind: 'typed', id: column.id, texts })
    return texts !== undefined
  }
  const complete = (column: Column, metric: Schemas['MetricView']) => {
    const text = column.texts[metric.key] ?? ''
    const whole = completed(text, choicesOf(metric))
    if (whole !== text) step({ kind: 'typed', id: column.id, texts: { [metric.key]: whole } })
  }
  return (event: KeyboardEvent<HTMLElement>, cell: Cell, column: Column, metric: Schemas['MetricView']) => {
    if (event.key === 'Escape') onClose()
    if (event.altKey && event.code === 'KeyM' && mend(column)) event.preventDefault()
    if (event.altKey && event.code === 'KeyN') {
      event.preventDefault()
      document.getElementById('cell-note')?.focus()
    }
    if (event.key !== 'Enter') return
    event.preventDefault()
    complete(column, metric)
    if (event.ctrlKey || event.metaKey) save()
    else go(event.currentTarget.closest('table'), below(cell, suite.metrics.length, entry.columns.length))
  }
}

function go(table: HTMLTableElement | null, cell: Cell) {
  table?.querySelector<HTMLInputElement>(`[data-cell="${String(cell.row)}.${String(cell.column)}"]`)?.focus()
}

interface ChecksProps extends Pick<Entering, 'entry' | 'step'> {
  readonly suite: Schemas['SuiteView']
  readonly setup: number
  readonly from: number
}

/** What looks wrong with each repeat that is being typed. */
function Checks({ entry, step, suite, setup, from }: ChecksProps) {
  return (
    <div className="basis-50 min-w-0 flex-1 pt-5">
      {entry.columns
        .filter((c) => Object.values(c.texts).some((t) => t.trim() !== ''))
        .map((c) => (
          <ColumnChecks
            key={c.id}
            suite={suite}
            setup={setup}
            column={c}
            name={ordinal(from + entry.columns.indexOf(c) + 1)}
            onMarks={(marks) => {
              step({ kind: 'marked', id: c.id, marks })
            }}
            onMend={(texts) => {
              step({ kind: 'typed', id: c.id, texts })
            }}
            onDigits={(metric, digits) => {
              step({ kind: 'edited', column: { ...c, digits: { ...c.digits, [metric]: digits } } })
            }}
            onNote={(metric, note) => {
              step({ kind: 'edited', column: { ...c, notes: { ...c.notes, [metric]: note } } })
            }}
          />
        ))}
    </div>
  )
}

interface BesideProps extends Pick<Entering, 'entry' | 'step'> {
  readonly sheet: Schemas['RunSheet']
  readonly suite: Schemas['SuiteView']
  readonly onClose: () => void
}

/** What stands open beside the grid. */
function Beside({ entry, step, sheet, suite, onClose }: BesideProps) {
  const notice = useNotice()
  const column = entry.columns[entry.at.column] ?? entry.columns.find(isFilled)
  const shut = () => {
    step({ kind: 'side', side: 'none' })
  }
  if (entry.side === 'paste')
    return (
      <PasteText
        suite={suite}
        onClose={shut}
        onAccept={(proposals) => {
          step({ kind: 'columns', columns: accepted(entry, proposals) })
          shut()
        }}
      />
    )
  if (entry.side === 'curve' && column)
    return (
      <CurveDialog
        suite={suite}
        series={column.series ?? []}
        onClose={shut}
        onAccept={(series) => {
          step({ kind: 'edited', column: { ...column, series } })
          shut()
        }}
      />
    )
  if (entry.side !== 'failed') return null
  return (
    <FailedForm
      sheet={sheet}
      suite={suite}
      onClose={shut}
      onDone={() => {
        notice({ text: `${suite.name} is kept as failed. It can be repeated.` })
        onClose()
      }}
    />
  )
}

function settingWords(suite: Schemas['SuiteView']): string {
  if (suite.settings.length === 0) return ''
  return `Settings: ${suite.settings.map((s) => `${s.name} ${s.value}`).join(', ')}. `
}
