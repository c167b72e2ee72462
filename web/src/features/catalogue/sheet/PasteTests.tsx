import { useState } from 'react'
import { Button } from '../../../ui/Button'
import { pastedRows } from './draft'
import type { TestRow } from './draft'

/** Tests from what the suite printed, or from the head of a table. */
export function PasteTests({ onRows }: { readonly onRows: (rows: TestRow[]) => void }) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  if (!open)
    return (
      <Button
        look="link"
        onClick={() => {
          setOpen(true)
        }}
      >
        Paste what it printed
      </Button>
    )
  return (
    <span className="flex gap-2 items-start">
      <textarea
        autoFocus
        aria-label="What the suite printed"
        className="w-75 h-20 border border-line rounded bg-sheet px-2 py-1 text-sm"
        placeholder={'Pack: 14:20\nor the head of a table'}
        value={text}
        onChange={(e) => {
          setText(e.target.value)
          e.stopPropagation()
        }}
      />
      <Button
        disabled={text.trim() === ''}
        onClick={() => {
          onRows(pastedRows(text))
          setOpen(false)
        }}
      >
        Make rows
      </Button>
    </span>
  )
}
