import { useState } from 'react'
import { Link, useLocation } from 'react-router'
import type { Schemas } from '../api/client'
import { Button } from '../ui/Button'
import { Dialog } from '../ui/Dialog'
import { Field } from '../ui/Field'
import { useDeed } from '../ui/deed'
import { forgetBoard, keepBoard, showBoard } from './deeds'
import { Failed, Loading } from '../ui/States'
import { useBoards } from './queries'

type Board = Schemas['BoardView']

export interface BoardsProps {
  /** The page whose views are kept. */
  readonly page: Board['page']
}

/** The views of a page that are kept under names, and the way to keep the one that is open. */
export function Boards({ page }: BoardsProps) {
  const [open, setOpen] = useState(false)
  const boards = useBoards()
  const { search } = useLocation()
  const here = (boards.data ?? []).find((b) => b.page === page && b.address === search)
  return (
    <>
      <Button
        title="Views kept under a name"
        onClick={() => {
          setOpen(true)
        }}
      >
        {here ? `Board: ${here.name}` : 'Boards'}
      </Button>
      {open && (
        <BoardsDialog
          page={page}
          onClose={() => {
            setOpen(false)
          }}
        />
      )}
    </>
  )
}

function BoardsDialog({ page, onClose }: BoardsProps & { readonly onClose: () => void }) {
  const { search } = useLocation()
  const boards = useBoards()
  const keep = useDeed(keepBoard, 'here')
  const [name, setName] = useState('')
  if (boards.isPending) return <Loading what="the boards" />
  if (boards.isError) return <Failed error={boards.error} retry={() => void boards.refetch()} />
  const own = boards.data.filter((b) => b.page === page)
  const twin = own.find((b) => b.name.toLowerCase() === name.trim().toLowerCase())
  const keepHere = async () => {
    if (await keep.run({ twin, page, name: twin?.name ?? name.trim(), address: search })) onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      title="Boards"
      about="A board is this view under a name: what it shows is computed anew each time it is opened."
      width={620}
    >
      {own.length === 0 ? (
        <p className="text-ink2 text-base">None yet. Name the view that is open to keep it.</p>
      ) : (
        <ul className="text-base">
          {own.map((b) => (
            <BoardLine key={b.id} board={b} address={search} onClose={onClose} />
          ))}
        </ul>
      )}
      <form
        className="flex items-end gap-2 mt-4"
        onSubmit={(e) => {
          e.preventDefault()
          void keepHere()
        }}
      >
        <div className="flex-1">
          <Field label="Keep this view as" value={name} onValue={setName} />
        </div>
        <Button changes type="submit" look="main" className="mb-3" disabled={name.trim() === '' || keep.busy}>
          {twin ? 'Replace' : 'Keep'}
        </Button>
      </form>
      {keep.problem !== null && (
        <p role="alert" className="text-brick text-sm mt-2">
          {keep.problem}
        </p>
      )}
    </Dialog>
  )
}

interface BoardLineProps {
  readonly board: Board
  /** Of the view that is open. */
  readonly address: string
  readonly onClose: () => void
}

/** One of the kept views: opened, shown to readers, forgotten. */
function BoardLine({ board: b, address, onClose }: BoardLineProps) {
  const { pathname } = useLocation()
  const forget = useDeed(forgetBoard)
  const show = useDeed(showBoard)
  const shown = b.publicSlug !== undefined
  return (
    <li className="flex items-baseline gap-3 py-1.25 border-b border-line2">
      <Link
        className="font-semibold underline underline-offset-2 decoration-line"
        to={pathname + b.address}
        onClick={onClose}
      >
        {b.name}
      </Link>
      {b.address === address && <span className="text-ink2 text-sm">open now</span>}
      {shown && (
        <a
          className="text-sm underline underline-offset-2 decoration-line whitespace-nowrap"
          href={`/read/boards/${b.publicSlug}`}
          target="_blank"
          rel="noreferrer"
        >
          readers see it
        </a>
      )}
      <span className="ml-auto text-ink2 text-sm whitespace-nowrap">
        {b.who}, {b.at.slice(0, 10)}
      </span>
      {b.page === 'STANDINGS' && (
        <Button
          changes
          look="link"
          aria-label={`${shown ? 'Hide' : 'Show'} ${b.name} ${shown ? 'from' : 'to'} readers`}
          title="Readers need no account; what they see is always what the scores say then"
          onClick={() => {
            void show.run({ id: b.id, name: b.name, shown: !shown })
          }}
        >
          {shown ? 'hide' : 'show to readers'}
        </Button>
      )}
      <Button
        changes
        look="link"
        aria-label={`Forget ${b.name}`}
        onClick={() => {
          void forget.run(b)
        }}
      >
        forget
      </Button>
    </li>
  )
}
