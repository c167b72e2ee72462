import type { Schemas } from '../../api/client'
import { TableFigure, tableSize } from '../../figures/TableFigure'
import type { FigureRow, TableFigureProps } from '../../figures/TableFigure'
import { ValueBar, valueScale } from '../../figures/ValueBar'
import type { Bar } from '../../figures/ValueBar'
import { plusMinus } from '../../figures/format'
import { namesAmong } from './names'
import type { Block, Test } from './rows'
import { gapOf, unitLine, valueText } from './rows'
import { subjectName, testsOf } from './words'

type View = Schemas['ComparisonView']
type Cell = Test['cells'][number]

const width = 460

/** Every value of everybody as a bar, test by test: for a few tests of a few devices. */
export function valueBars(view: View, blocks: readonly Block[]) {
  const called = namesAmong(testsOf(view))
  const names = view.subjects.map((s) => subjectName(s, view.subjects))
  const table: TableFigureProps = {
    columns: [
      { width: 300, align: 'left', head: '' },
      { width: width + 10, align: 'left', head: '' },
      { width: 120, align: 'right', head: '' },
      { width: 70, align: 'left', head: '' },
    ],
    rows: blocks.flatMap((b) => b.tests).flatMap((t) => testRows(t, called(t), names, view.reference)),
  }
  return { ...tableSize(table), drawing: <TableFigure {...table} /> }
}

function testRows(t: Test, name: string, names: readonly string[], reference: number): readonly FigureRow[] {
  const bars = t.cells.map(barOf)
  const ratio = t.scale === 'RATIO'
  const scale = valueScale(
    bars.filter((b) => b !== undefined),
    ratio,
    width,
  )
  return [
    {
      height: 34,
      rule: true,
      cells: [{ text: name, bold: true, size: 14 }, {}, { text: unitLine(t), ink: 'var(--ink2)', size: 11 }],
    },
    ...t.cells.map((c, i): FigureRow => {
      const bar = bars[i]
      return {
        height: 26,
        cells: [
          { text: names[i] ?? '' },
          bar && (ratio || t.scale === 'INTERVAL')
            ? {
                drawing: (
                  <g transform="translate(0 2)">
                    <ValueBar scale={scale} row={bar} focus={false} tuned={i === reference} words="" />
                  </g>
                ),
              }
            : {},
          gapOf(c) === undefined
            ? { text: valueText(c, t.unit), bold: true }
            : { text: gapOf(c) ?? '', ink: 'var(--ink2)', size: 11 },
          {
            text: c.kind === 'SCORE' && c.reach !== undefined ? plusMinus(c.reach) : '',
            ink: 'var(--ink2)',
            size: 11,
          },
        ],
      }
    }),
  ]
}

function barOf(cell: Cell): Bar | undefined {
  if (cell.kind === 'GAP') return undefined
  const reach = cell.kind === 'SCORE' ? cell.reach : undefined
  return reach === undefined
    ? { value: cell.value }
    : { value: cell.value, low: cell.value / (1 + reach), high: cell.value * (1 + reach) }
}
