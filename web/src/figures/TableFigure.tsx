import type { ReactElement } from 'react'
import { type } from './type'

/** What stands in a cell: words, a drawing of its own size, or the words under the drawing. */
export interface FigureCell {
  readonly text?: string
  readonly drawing?: ReactElement
  /** CSS colour; ink unless given. */
  readonly ink?: string
  readonly bold?: boolean
  readonly size?: number
}

interface FigureColumn {
  readonly width: number
  readonly align: 'left' | 'right'
  readonly head: string
}

export interface FigureRow {
  readonly height: number
  readonly cells: readonly FigureCell[]
  /** Whether a hairline stands over it. */
  readonly rule?: boolean
}

export interface TableFigureProps {
  readonly columns: readonly FigureColumn[]
  readonly rows: readonly FigureRow[]
  /** Stands over a column in place of its head, such as an axis. */
  readonly axis?: { readonly column: number; readonly drawing: ReactElement }
}

const headHeight = 22

/** How wide and high a table becomes. */
export function tableSize({ columns, rows }: TableFigureProps) {
  return {
    width: columns.reduce((sum, c) => sum + c.width, 0),
    height: headHeight + rows.reduce((sum, r) => sum + r.height, 0),
  }
}

/** A table as one drawing, to be taken out of the app: nothing in it needs the page. */
export function TableFigure(props: TableFigureProps) {
  const { columns, rows, axis } = props
  const left = columns.map((_, i) => columns.slice(0, i).reduce((sum, c) => sum + c.width, 0))
  const top = rows.map((_, i) => headHeight + rows.slice(0, i).reduce((sum, r) => sum + r.height, 0))
  const { width } = tableSize(props)
  return (
    <g fontSize={type.title}>
      {columns.map((c, i) =>
        axis?.column === i ? (
          <g key={i} transform={`translate(${String(left[i] ?? 0)} 2)`}>
            {axis.drawing}
          </g>
        ) : (
          <Words
            key={i}
            x={left[i] ?? 0}
            y={14}
            column={c}
            text={cut(c.head, c.width, 11)}
            size={11}
            ink="var(--ink2)"
          />
        ),
      )}
      {rows.map((row, r) => (
        <g key={r}>
          {row.rule === true && (
            <line x1={0} x2={width} y1={top[r]} y2={top[r]} stroke="var(--line)" strokeWidth={1} />
          )}
          {row.cells.map((cell, i) => {
            const column = columns[i]
            return (
              column && (
                <Cell
                  key={i}
                  cell={cell}
                  column={column}
                  x={left[i] ?? 0}
                  y={top[r] ?? 0}
                  height={row.height}
                />
              )
            )
          })}
        </g>
      ))}
    </g>
  )
}

interface CellProps {
  readonly cell: TableFigureProps['rows'][number]['cells'][number]
  readonly column: FigureColumn
  readonly x: number
  readonly y: number
  readonly height: number
}

/** A drawing, or words, or words at the foot of a drawing. */
function Cell({ cell, column, x, y, height }: CellProps) {
  const size = cell.size ?? 12.5
  return (
    <g>
      {cell.drawing && <g transform={`translate(${String(x)} ${String(y)})`}>{cell.drawing}</g>}
      {cell.text !== undefined && (
        <Words
          x={x}
          y={cell.drawing ? y + height - 5 : y + height / 2 + 4.5}
          column={column}
          text={cut(cell.text, column.width, size)}
          size={size}
          ink={cell.ink ?? 'var(--ink)'}
          bold={cell.bold === true}
        />
      )}
    </g>
  )
}

interface WordsProps {
  readonly x: number
  readonly y: number
  readonly column: FigureColumn
  readonly text: string
  readonly size: number
  readonly ink: string
  readonly bold?: boolean
}

function Words({ x, y, column, text, size, ink, bold = false }: WordsProps) {
  const right = column.align === 'right'
  return (
    <text
      x={right ? x + column.width - 8 : x}
      y={y}
      textAnchor={right ? 'end' : 'start'}
      fontSize={size}
      fontWeight={bold ? 640 : 450}
      fill={ink}
    >
      {text}
    </text>
  )
}

/** What has room; letters are about half as wide as high. */
function cut(text: string, width: number, size: number): string {
  const most = Math.floor((width - 4) / (size * 0.52))
  return text.length <= most ? text : `${text.slice(0, Math.max(1, most - 1))}…`
}
