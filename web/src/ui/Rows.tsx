import { Button } from './Button'
import { Combobox } from './Combobox'
import type { Option } from './Combobox'
import { FieldError } from './Field'

export interface RowsColumn {
  readonly label: string
  /** What the server calls it, for its errors; none where it finds no fault. */
  readonly field?: string
  /** Width as a grid track, e.g. `1fr` or `100px`. */
  readonly width: string
  readonly type?: 'date'
  /** What may be chosen, found by typing; typed freely if absent. */
  readonly choices?: readonly Option[]
}

export interface RowsProps {
  readonly title: string
  /** Words of the button that adds a row. */
  readonly add: string
  readonly columns: readonly RowsColumn[]
  /** What a new row holds. */
  readonly fresh: readonly string[]
  readonly rows: readonly (readonly string[])[]
  readonly onRows: (rows: readonly (readonly string[])[]) => void
  /** What is wrong with a field of a row, in words. */
  readonly error?: (row: number, field: string) => string | undefined
}

/** A small table to type in: rows are added and taken away. */
export function Rows({ title, add, columns, fresh, rows, onRows, error }: RowsProps) {
  const tracks = `${columns.map((c) => c.width).join(' ')} 28px`
  const set = (row: number, column: number, value: string) => {
    onRows(rows.map((r, i) => (i === row ? r.map((v, j) => (j === column ? value : v)) : r)))
  }
  const faults = (row: number) =>
    columns.flatMap((c) => {
      const words = c.field === undefined ? undefined : error?.(row, c.field)
      return words === undefined ? [] : [{ field: c.field, label: c.label, words }]
    })
  return (
    <fieldset className="mt-4">
      <legend className="font-bold text-base mb-1">{title}</legend>
      {rows.length > 0 && (
        <div
          className="grid gap-2 text-sm text-ink2"
          style={{ gridTemplateColumns: tracks }}
          aria-hidden="true"
        >
          {columns.map((c) => (
            <span key={c.label}>{c.label}</span>
          ))}
        </div>
      )}
      {rows.map((row, i) => (
        <div key={i}>
          <div className="grid gap-2 mb-1.5" style={{ gridTemplateColumns: tracks }}>
            {columns.map((c, j) => (
              <Cell
                key={c.label}
                column={c}
                label={`${c.label}, ${title.toLowerCase()} ${String(i + 1)}`}
                value={row[j] ?? ''}
                invalid={faults(i).some((f) => f.field === c.field)}
                onValue={(value) => {
                  set(i, j, value)
                }}
              />
            ))}
            <button
              type="button"
              className="text-ink2 hover:text-ink"
              aria-label={`Take ${title.toLowerCase()} ${String(i + 1)} away`}
              onClick={() => {
                onRows(rows.filter((_, n) => n !== i))
              }}
            >
              ✕
            </button>
          </div>
          {faults(i).map((f) => (
            <FieldError key={f.field}>
              {f.label}: {f.words}
            </FieldError>
          ))}
        </div>
      ))}
      <Button
        onClick={() => {
          onRows([...rows, fresh])
        }}
      >
        {add}
      </Button>
    </fieldset>
  )
}

interface CellProps {
  readonly column: RowsColumn
  readonly label: string
  readonly value: string
  readonly invalid: boolean
  readonly onValue: (value: string) => void
}

function Cell({ column, label, value, invalid, onValue }: CellProps) {
  if (column.choices !== undefined)
    return (
      <Combobox label={label} options={column.choices} value={value} invalid={invalid} onValue={onValue} />
    )
  return (
    <input
      type={column.type ?? 'text'}
      aria-label={label}
      aria-invalid={invalid}
      className="border border-line rounded bg-sheet px-2 py-1 text-base min-w-0 aria-invalid:border-brick"
      value={value}
      onChange={(e) => {
        onValue(e.target.value)
      }}
    />
  )
}
