import { useState } from 'react'
import type { KeyboardEvent } from 'react'
import type { Schemas } from '../../../api/client'
import { choicesOf } from '../../../subjects/metric'
import type { CellMark } from './ColumnChecks'
import { completed } from './columns'
import type { Column } from './columns'

/** A block of several values, not one number with its unit or its thousands. */
const isBlock = /[\n\t;]|\d\s*[^\d\s.,'’]|\d {2,}\d/

export interface EntryCellProps {
  readonly metric: Schemas['MetricView']
  readonly column: Column
  readonly label: string
  /** Row and column, joined by a dot. */
  readonly place: string
  readonly error: string | undefined
  readonly mark: CellMark | undefined
  readonly onType: (text: string) => void
  readonly onFocus: () => void
  readonly onKey: (event: KeyboardEvent<HTMLElement>) => void
  readonly onFiles: (files: readonly File[]) => void
  readonly onBlock: (text: string) => void
}

/** One number of one repeat. */
export function EntryCell({ metric, column, label, place, error, mark, ...on }: EntryCellProps) {
  const choices = choicesOf(metric)
  const words = choices.length > 0
  const list = `choices-${metric.key}`
  const text = column.texts[metric.key] ?? ''
  return (
    <td className="border border-line h-7 w-21.5 p-0 relative">
      <input
        data-cell={place}
        aria-label={label}
        aria-invalid={error !== undefined || mark?.wrong === true}
        title={error ?? mark?.words}
        inputMode={words || metric.scale === 'INFORMATION' ? 'text' : 'decimal'}
        autoComplete="off"
        list={words ? list : undefined}
        value={text}
        placeholder={holds(metric, column, mark)}
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
          const block = e.clipboardData.getData('text')
          if (files.length === 0 && !isBlock.test(block)) return
          e.preventDefault()
          if (files.length > 0) on.onFiles(files)
          else on.onBlock(block)
        }}
        className="num w-full h-7 px-2 text-right bg-transparent placeholder:text-ink2 placeholder:text-xs placeholder:font-normal aria-invalid:outline-2 aria-invalid:-outline-offset-2 aria-invalid:outline-mulberry"
      />
      {isNoted(column, metric.key) && (
        <i className="absolute right-0 top-0 w-0 h-0 border-4 border-transparent border-t-ink2 border-r-ink2" />
      )}
      {words && <Words id={list} words={choices} />}
    </td>
  )
}

function isNoted(column: Column, metric: string): boolean {
  return (column.notes?.[metric] ?? '') !== '' || column.averages?.[metric] !== undefined
}

function Words({ id, words }: { readonly id: string; readonly words: readonly string[] }) {
  return (
    <datalist id={id}>
      {words.map((w) => (
        <option key={w} value={w} />
      ))}
    </datalist>
  )
}

/** What an empty cell says: why it has no number, or what it will hold by itself. */
function holds(metric: Schemas['MetricView'], column: Column, mark: CellMark | undefined): string {
  if ((column.gaps?.[metric.key] ?? '') !== '') return 'gap'
  if (mark?.computed !== undefined) return mark.computed
  if (metric.formula !== undefined) return 'computed'
  if (metric.series !== undefined) return 'from curve'
  return choicesOf(metric).slice(0, 2).join(' / ')
}

/** Which repeat it is, and the day and time it was measured where that is not now. */
export function DayOf({
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
