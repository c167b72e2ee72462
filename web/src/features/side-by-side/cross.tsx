import type { Schemas } from '../../api/client'
import { TableFigure, tableSize } from '../../figures/TableFigure'
import type { FigureCell, FigureRow, TableFigureProps } from '../../figures/TableFigure'
import { capital, counted, groups } from '../../figures/words'
import { halfWords, ink, shownWords } from '../../subjects/differences'
import type { Basis } from '../../subjects/differences'
import { togetherWords } from './words'

type Cross = Schemas['ComparedCross']

/** Four setups along two facts as one drawing: a small table for each group. */
export function crossDrawing(cross: Cross, basis: Basis) {
  const [top = '', low = ''] = cross.rowNames
  const [left = '', right = ''] = cross.columnNames
  const cell = (d: Schemas['Difference']): FigureCell => ({
    text: `${d.shown === undefined ? '' : shownWords(d.shown, basis, undefined, d.amount)} ${d.verdict === undefined ? '' : halfWords(d, basis)}`.trim(),
    ink: `var(--${ink(d)})`,
  })
  const row = (name: string, ...cells: readonly FigureCell[]): FigureRow => ({
    height: 26,
    cells: [{ text: name }, ...cells],
  })
  const table: TableFigureProps = {
    columns: [
      { width: 320, align: 'left', head: '' },
      { width: 190, align: 'left', head: left },
      { width: 190, align: 'left', head: right },
      { width: 260, align: 'left', head: `${right} against ${left}` },
    ],
    rows: cross.tests.flatMap((t) => [
      {
        height: 36,
        rule: true,
        cells: [
          {
            text: `${t.group === undefined ? 'All tests together' : capital(groups[t.group])}, ${counted(t.tests, 'test')}`,
            bold: true,
            size: 14,
          },
        ],
      },
      row(top, { text: 'reference', ink: 'var(--ink2)' }, cell(t.columnInFirst), cell(t.columnInFirst)),
      row(low, cell(t.rowInFirst), cell(t.both), cell(t.columnInSecond)),
      row(`${low} against ${top}`, cell(t.rowInFirst), cell(t.rowInSecond)),
      row(togetherWords(t.together)),
    ]),
  }
  return { ...tableSize(table), drawing: <TableFigure {...table} /> }
}
