import { useState } from 'react'
import type { KeyboardEvent } from 'react'
import { gapReasons } from '../../../subjects/reasons'
import { Button } from '../../../ui/Button'
import type { Averaged, Column } from './columns'

export interface CellBarProps {
  /** Of which cell, in words. */
  readonly name: string
  readonly column: Column
  readonly metric: string
  readonly onChange: (column: Column) => void
  readonly onDone: () => void
}

const field = 'border-b border-line bg-transparent px-1 py-0.5'

/** A remark on the cell that has the cursor, whether it is an average, and why it has no number. */
export function CellBar({ name, column, metric, onChange, onDone }: CellBarProps) {
  const empty = (column.texts[metric] ?? '').trim() === ''
  const back = (e: KeyboardEvent) => {
    if (e.key === 'Enter' || e.key === 'Escape') {
      e.preventDefault()
      onDone()
    }
  }
  return (
    <div className="flex flex-wrap gap-x-3 gap-y-1 items-center mt-2 text-sm text-ink2">
      <span className="whitespace-nowrap">{name}:</span>
      <input
        id="cell-note"
        aria-label={`Note on ${name}`}
        placeholder="note (Alt N)"
        className={`${field} w-50`}
        maxLength={500}
        value={column.notes?.[metric] ?? ''}
        onKeyDown={back}
        onChange={(e) => {
          onChange({ ...column, notes: { ...column.notes, [metric]: e.target.value } })
        }}
      />
      {empty ? (
        <>
          <input
            aria-label={`Why ${name} has no number`}
            placeholder="no number, because …"
            list="gap-reasons"
            className={`${field} w-57.5`}
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
      ) : (
        <Average
          key={`${column.id} ${metric}`}
          name={name}
          average={column.averages?.[metric]}
          onKey={back}
          onAverage={(average) => {
            onChange({ ...column, averages: { ...column.averages, [metric]: average } })
          }}
        />
      )}
    </div>
  )
}

interface AverageProps {
  readonly name: string
  readonly average: Averaged | undefined
  readonly onAverage: (average: Averaged) => void
  readonly onKey: (event: KeyboardEvent) => void
}

/** Of how many runs somebody else made the average, and how far they spread. */
function Average({ name, average, onAverage, onKey }: AverageProps) {
  const [open, setOpen] = useState(average !== undefined)
  const { runs = '', spread = '' } = average ?? {}
  if (!open)
    return (
      <Button
        look="link"
        onClick={() => {
          setOpen(true)
        }}
      >
        It is somebody’s average
      </Button>
    )
  return (
    <span className="flex gap-1.5 items-center">
      average of
      <input
        aria-label={`Of how many runs ${name} is the average`}
        inputMode="numeric"
        autoFocus={runs === ''}
        className={`${field} w-10 text-right`}
        value={runs}
        onKeyDown={onKey}
        onChange={(e) => {
          onAverage({ runs: e.target.value.replace(/\D/g, ''), spread })
        }}
      />
      runs, spread
      <input
        aria-label={`Spread of the runs behind ${name}`}
        placeholder="if known"
        title="Their standard deviation, in the unit of the number"
        className={`${field} w-18`}
        value={spread}
        onKeyDown={onKey}
        onChange={(e) => {
          onAverage({ runs, spread: e.target.value })
        }}
      />
    </span>
  )
}
