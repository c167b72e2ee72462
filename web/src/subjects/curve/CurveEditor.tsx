import { useDeferredValue, useEffect, useState } from 'react'
import type { Schemas } from '../../api/client'
import { FieldError } from '../../ui/Field'
import { Select } from '../../ui/Select'
import {
  axisWords,
  emptyBlock,
  isTyped,
  linesOf,
  mostTyped,
  pastedInto,
  renamed,
  seriesWords,
  textOf,
  typedInto,
} from './block'
import type { Axis, Block } from './block'
import { useCurve } from './queries'

type View = Schemas['TableRead']
type Quantity = Schemas['Quantity']
type Suite = Pick<Schemas['SuiteView'], 'curves'> & { readonly id?: number }

/** What a person said of a table that it does not tell by itself. */
interface Said {
  readonly axis?: Axis | undefined
  readonly unit?: string
  readonly quantities?: readonly Quantity[]
}

export interface CurveEditorProps {
  /** The suite whose series it may hold. */
  readonly suite: Suite
  /** What it begins with; an empty table if absent. */
  readonly start?: Block | undefined
  /** Told whenever something else was read. */
  readonly onSeries: (series: readonly Schemas['SeriesLine'][]) => void
}

/** A curve, a count or a log, typed, pasted or from a file; what its first column is, is asked where it does not tell. */
export function CurveEditor({ suite, start, onSeries }: CurveEditorProps) {
  const [block, setBlock] = useState(start ?? emptyBlock(suite))
  const [whole, setWhole] = useState<string | null>(null)
  const [said, setSaid] = useState<Said>({})
  const { read, problem } = useReading(suite, whole, block, said)
  useEffect(() => {
    onSeries(read?.series ?? [])
    // The caller's function is new at every drawing; only another answer matters.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [read])
  const open = async (file: File) => {
    const text = await file.text()
    setSaid({})
    setWhole(linesOf(text) > mostTyped ? text : null)
    if (linesOf(text) <= mostTyped) setBlock(pastedInto({ head: [], rows: [] }, 0, 0, text))
  }
  return (
    <div>
      <div className="flex gap-x-5 gap-y-2 flex-wrap items-center mb-2">
        <FirstColumn read={read} said={said} suite={suite} onSaid={setSaid} />
        <label className="rounded border border-line px-2.75 py-1.25 text-base cursor-pointer hover:border-ink2">
          Open a file
          <input
            type="file"
            accept=".csv,.tsv,.txt"
            className="sr-only"
            data-testid="curve-file"
            onChange={(e) => {
              const file = e.target.files?.[0]
              if (file) void open(file)
              e.target.value = ''
            }}
          />
        </label>
      </div>
      {whole === null ? (
        <BlockTable
          block={block}
          faults={read?.faults ?? []}
          onBlock={setBlock}
          onPaste={(row, column, text) => {
            if (linesOf(text) > mostTyped) setWhole(text)
            else setBlock(pastedInto(block, row, column, text))
            setSaid({})
          }}
        />
      ) : (
        <Beginning read={read} />
      )}
      {read && (
        <Quantities
          read={read}
          suite={suite}
          onQuantities={(quantities) => {
            setSaid({ ...said, quantities })
          }}
        />
      )}
      {problem !== null && <FieldError>{problem}</FieldError>}
      {read && <WhatWasRead read={read} />}
    </div>
  )
}

function useReading(suite: Suite, whole: string | null, block: Block, said: Said) {
  const text = useDeferredValue(whole ?? textOf(block))
  const typed = whole !== null || isTyped(block)
  // Without a head of its own, the first column of a suite's table is what the sheet says.
  const own =
    whole === null && block.head[0] === emptyBlock(suite).head[0] ? suite.curves[0]?.axis : undefined
  const answer = useCurve(typed ? askedOf(text, suite.id, { ...said, axis: said.axis ?? own }) : undefined)
  return {
    read: typed ? answer.data : undefined,
    problem: typed && answer.isError ? answer.error.message : null,
  }
}

function askedOf(
  text: string,
  suite: number | undefined,
  { axis, unit, quantities }: Said,
): Schemas['Asked'] {
  return {
    text,
    ...(suite === undefined ? {} : { suite }),
    ...(axis === undefined ? {} : { axis }),
    ...(unit === undefined ? {} : { unit }),
    ...(quantities === undefined ? {} : { quantities: [...quantities] }),
  }
}

interface FirstColumnProps {
  readonly read: View | undefined
  readonly said: Said
  readonly suite: Suite
  readonly onSaid: (said: Said) => void
}

/** What the first column holds: as the table tells, else as somebody says. */
function FirstColumn({ read, said, suite, onSaid }: FirstColumnProps) {
  const axis = said.axis ?? read?.axis ?? suite.curves[0]?.axis
  const choices = Object.entries(axisWords).map(([value, label]) => ({ value, label }))
  return (
    <span className="flex gap-x-3 items-center text-base">
      <span className="text-ink2">The first column holds</span>
      <Select
        label="What the first column holds"
        value={axis ?? '-'}
        choices={axis === undefined ? [{ value: '-', label: 'say what' }, ...choices] : choices}
        onValue={(value) => {
          if (value !== '-') onSaid({ ...said, axis: value as Axis })
        }}
      />
      {axis === 'SIZE' && <UnitOfSizes read={read} said={said} onSaid={onSaid} />}
    </span>
  )
}

const unitsOfSizes = [
  { value: 'By', label: 'in bytes' },
  { value: 'KiBy', label: 'in KiB' },
  { value: 'MiBy', label: 'in MiB' },
]

/** Asked only where the sizes have none. */
function UnitOfSizes({ read, said, onSaid }: Omit<FirstColumnProps, 'suite'>) {
  const bare = read?.faults.some((f) => f.message.startsWith('the sizes have no unit')) === true
  if (!bare && said.unit === undefined) return null
  return (
    <Select
      label="Unit of the sizes"
      value={said.unit ?? '-'}
      choices={
        said.unit === undefined ? [{ value: '-', label: 'in which unit?' }, ...unitsOfSizes] : unitsOfSizes
      }
      onValue={(unit) => {
        if (unit !== '-') onSaid({ ...said, unit })
      }}
    />
  )
}

interface BlockTableProps {
  readonly block: Block
  readonly faults: View['faults']
  readonly onBlock: (block: Block) => void
  readonly onPaste: (row: number, column: number, text: string) => void
}

function BlockTable({ block, faults, onBlock, onPaste }: BlockTableProps) {
  return (
    <div className="max-h-75 overflow-auto">
      <table className="border-collapse" aria-label="The curve">
        <thead>
          <tr>
            {block.head.map((name, c) => (
              <th key={c} className="p-0">
                <input
                  aria-label={`Name of column ${String(c + 1)}`}
                  className="w-27.5 px-2 py-1 bg-transparent text-right text-sm text-ink2"
                  value={name}
                  onChange={(e) => {
                    onBlock(renamed(block, c, e.target.value))
                  }}
                />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {block.rows.map((row, r) => (
            <tr key={r}>
              {row.map((text, c) => {
                const fault = faults.find((f) => f.line === r + 2 && f.column === block.head[c])
                return (
                  <td key={c} className="border border-line p-0 h-7">
                    <input
                      aria-label={`${block.head[c] ?? ''}, row ${String(r + 1)}`}
                      aria-invalid={fault !== undefined}
                      title={fault?.message}
                      autoFocus={r === 0 && c === 0}
                      autoComplete="off"
                      className="num w-27.5 h-7 px-2 text-right bg-transparent aria-invalid:outline-2 aria-invalid:-outline-offset-2 aria-invalid:outline-mulberry"
                      value={text}
                      onChange={(e) => {
                        onBlock(typedInto(block, r, c, e.target.value))
                      }}
                      onPaste={(e) => {
                        const pasted = e.clipboardData.getData('text')
                        if (!/[\n\t;]/.test(pasted.trim())) return
                        e.preventDefault()
                        onPaste(r, c, pasted)
                      }}
                    />
                  </td>
                )
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** The first rows of a long log. */
function Beginning({ read }: { readonly read: View | undefined }) {
  if (!read) return null
  return (
    <table className="border-collapse text-sm" aria-label="The beginning of the log">
      <thead>
        <tr>
          {read.head.map((h) => (
            <th key={h} className="px-2 py-1 text-right text-ink2">
              {h}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {read.first.slice(0, 6).map((row, i) => (
          <tr key={i}>
            {row.map((t, j) => (
              <td key={j} className="num border border-line2 px-2 py-0.5 text-right">
                {t}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

interface QuantitiesProps {
  readonly read: View
  readonly suite: Suite
  readonly onQuantities: (quantities: readonly Quantity[]) => void
}

/** Which series each column is, and in which unit. */
function Quantities({ read, suite, onQuantities }: QuantitiesProps) {
  const columns = read.axis === 'FRAME' ? read.head : read.head.slice(1)
  const of = (column: string) => read.quantities.find((q) => q.column === column)
  const set = (column: string, to: Quantity | undefined) => {
    onQuantities([...read.quantities.filter((q) => q.column !== column), ...(to === undefined ? [] : [to])])
  }
  // What stands in a column of its own name and unit needs no question.
  const plain =
    suite.curves.length > 0 &&
    columns.every((c) => suite.curves.some((s) => s.name === c && of(c)?.name === c))
  if (plain) return null
  return (
    <ul className="mt-3 text-base" aria-label="Columns">
      {columns.map((column) => {
        const quantity = of(column)
        const known = suite.curves.find((c) => c.name === quantity?.name)
        return (
          <li key={column} className="flex gap-2 items-center mb-1">
            <span className="w-40 truncate">{column}</span>
            <Select
              label={`What ${column} is`}
              value={known?.name ?? (quantity === undefined ? '-' : '+')}
              choices={[
                ...suite.curves.map((c) => ({ value: c.name, label: `is ${c.name}` })),
                { value: '+', label: 'a series of its own' },
                { value: '-', label: 'is left out' },
              ]}
              onValue={(value) => {
                const series = suite.curves.find((c) => c.name === value)
                if (value === '-') set(column, undefined)
                else if (series) set(column, { column, name: series.name, unit: series.unit })
                else set(column, { column, name: column, unit: '' })
              }}
            />
            {quantity !== undefined && known === undefined && (
              <>
                <input
                  aria-label={`Name of ${column}`}
                  className="w-32 border border-line rounded bg-sheet px-2 py-1"
                  value={quantity.name}
                  onChange={(e) => {
                    set(column, { ...quantity, name: e.target.value })
                  }}
                />
                <input
                  aria-label={`Unit of ${column}`}
                  placeholder="unit, such as W"
                  className="w-32 border border-line rounded bg-sheet px-2 py-1"
                  value={quantity.unit}
                  onChange={(e) => {
                    set(column, { ...quantity, unit: e.target.value })
                  }}
                />
              </>
            )}
            {known && <span className="unit">{known.unit}</span>}
          </li>
        )
      })}
    </ul>
  )
}

function WhatWasRead({ read }: { readonly read: View }) {
  return (
    <div className="text-base mt-3" data-testid="curve-read" aria-live="polite">
      {read.warning !== '' && <p className="unmeant px-2.5 py-1.5 mb-2">{read.warning}</p>}
      {read.axis === undefined && (
        <p className="text-mulberry">Say what the first column holds: the table does not tell.</p>
      )}
      {read.series.map((s) => (
        <p key={s.name}>{seriesWords(s)}</p>
      ))}
      {read.rejected > 0 && (
        <>
          <p className="text-mulberry">
            {read.rejected === 1 ? 'One cell is' : `${String(read.rejected)} cells are`} left out:
          </p>
          <ul className="text-ink2 text-sm max-h-30 overflow-auto">
            {read.faults.slice(0, 20).map((f, i) => (
              <li key={i}>
                line {f.line}
                {f.column !== '' && `, ${f.column}`}: {f.message}
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  )
}
