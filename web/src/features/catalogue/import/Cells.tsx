import { useState } from 'react'
import type { Schemas } from '../../../api/client'
import { grouped, unitWords } from '../../../figures/format'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { Failed, Loading } from '../../../ui/States'
import { useDeed } from '../../../ui/deed'
import { mendCell } from '../deeds'
import { useCells } from '../queries'

type Cell = Schemas['CellView']

export interface CellsProps {
  readonly batch: Schemas['ImportView']
  readonly which: Schemas['Which']
  readonly page: number
  readonly onPage: (page: number) => void
}

const none: Readonly<Record<Schemas['Which'], string>> = {
  KEPT: 'Nothing is left to keep.',
  THERE: 'Nothing of it is there already.',
  GAPS: 'No cell says why there is no number.',
  REJECTED: 'None.',
}

/** The cells of a table as they were understood; while nothing is kept, one is mended in place. */
export function Cells({ batch, which, page, onPage }: CellsProps) {
  const cells = useCells(batch.id, which, page)
  if (cells.isPending) return <Loading what="the cells" />
  if (cells.isError) return <Failed error={cells.error} retry={() => void cells.refetch()} />
  if (cells.data.cells.length === 0) return <p className="text-ink2 text-base mt-3">{none[which]}</p>
  return (
    <>
      <table
        className="w-full border-collapse text-base mt-3"
        data-testid={which === 'REJECTED' ? 'rejected' : 'cells'}
      >
        <thead>
          <tr className="border-b border-line [&>th]:pr-3 [&>th]:py-1">
            <th className="text-right">Line</th>
            <th>Column</th>
            {which !== 'REJECTED' && <th>Device and setup</th>}
            {which !== 'REJECTED' && <th>Test</th>}
            <th className="text-right">In the table</th>
            <th>{which === 'REJECTED' ? 'Why' : which === 'GAPS' ? 'The gap' : 'Read as'}</th>
          </tr>
        </thead>
        <tbody>
          {cells.data.cells.map((c) => (
            <tr
              key={`${String(c.line)}.${String(c.ordinal)}`}
              className="border-b border-line2 align-baseline [&>td]:pr-3 [&>td]:py-1"
            >
              <td className="num text-right">{c.line}</td>
              <td className="text-ink2 whitespace-nowrap">{c.column}</td>
              {which !== 'REJECTED' && (
                <td>
                  {c.device} <span className="text-ink2 text-sm">{c.setup}</span>
                </td>
              )}
              {which !== 'REJECTED' && <td className="text-ink2">{c.test}</td>}
              <td className="text-right whitespace-nowrap num">
                {batch.state === 'WAITING' &&
                c.text !== undefined &&
                (which === 'REJECTED' || which === 'KEPT') ? (
                  <Mend batch={batch.id} cell={c} text={c.text} />
                ) : (
                  c.text
                )}
              </td>
              <td>{meaning(c, which)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {cells.data.pages > 1 && (
        <div className="flex gap-2 items-center mt-3 text-base text-ink2">
          <Button
            disabled={page === 0}
            onClick={() => {
              onPage(page - 1)
            }}
          >
            Before
          </Button>
          page {page + 1} of {cells.data.pages}
          <Button
            disabled={page + 1 >= cells.data.pages}
            onClick={() => {
              onPage(page + 1)
            }}
          >
            After
          </Button>
        </div>
      )}
    </>
  )
}

/** What a cell is taken for, in words. */
function meaning(c: Cell, which: Schemas['Which']) {
  if (which === 'REJECTED') return c.problem
  if (which === 'GAPS') return <span className="gap">{c.gap}</span>
  if (c.standing === 'TWICE') return 'the same stands on a line before: kept once'
  if (c.standing === 'KNOWN') return 'the same reading is kept already'
  const repeat = c.standing === 'REPEAT' ? ', a further repeat of what is there' : ''
  const read = c.digits === undefined ? '' : grouped(c.digits)
  return (
    <span className="text-ink2">
      {read !== '' && <b className="font-medium text-ink num">{read}</b>} {unitWords(c.unit ?? '')}
      {repeat}
    </span>
  )
}

interface MendProps {
  readonly batch: number
  readonly cell: Cell
  readonly text: string
}

/** The text of a cell, typed otherwise in place. */
function Mend({ batch, cell, text }: MendProps) {
  const [typed, setTyped] = useState(text)
  const mending = useDeed(mendCell, 'here')
  const mend = () => {
    if (typed.trim() !== text) void mending.run({ batch, cell, text: typed })
  }
  return (
    <>
      <input
        aria-label={`${cell.column}, line ${String(cell.line)}`}
        aria-invalid={cell.problem !== undefined}
        className="w-24 border border-line2 rounded bg-sheet px-1.5 py-0.5 text-base text-right num aria-invalid:border-brick"
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value)
        }}
        onBlur={mend}
        onKeyDown={(e) => {
          if (e.key === 'Enter') mend()
        }}
      />
      {mending.problem !== null && <FieldError>{mending.problem}</FieldError>}
    </>
  )
}
