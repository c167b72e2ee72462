import { setBlockType, toggleMark, wrapIn } from 'prosemirror-commands'
import { redo, undo } from 'prosemirror-history'
import { wrapInList } from 'prosemirror-schema-list'
import type { Command, EditorState } from 'prosemirror-state'
import type { EditorView } from 'prosemirror-view'
import { useState } from 'react'
import { Button } from '../../../ui/Button'
import { Dialog } from '../../../ui/Dialog'
import { Field } from '../../../ui/Field'
import { marks, nodes } from './schema'

interface Tool {
  readonly words: string
  readonly title: string
  readonly run: Command
}

const table: Command = (state, dispatch) => {
  const cell = (head: boolean) => (head ? nodes.table_header : nodes.table_cell).create()
  const row = (head: boolean) => nodes.table_row.create(null, [cell(head), cell(head)])
  dispatch?.(
    state.tr
      .replaceSelectionWith(nodes.table.create(null, [row(true), row(false), row(false)]))
      .scrollIntoView(),
  )
  return true
}

const tools: readonly Tool[] = [
  {
    words: 'Heading',
    title: 'A heading: ## and a space at the start of a line',
    run: setBlockType(nodes.heading, { level: 2 }),
  },
  { words: 'Text', title: 'Plain text again', run: setBlockType(nodes.paragraph) },
  { words: 'Bold', title: 'Ctrl B', run: toggleMark(marks.strong) },
  { words: 'Italic', title: 'Ctrl I', run: toggleMark(marks.em) },
  { words: 'List', title: 'A list: - and a space', run: wrapInList(nodes.bullet_list) },
  { words: 'Numbered', title: 'A numbered list: 1. and a space', run: wrapInList(nodes.ordered_list) },
  { words: 'Quote', title: 'A quotation: > and a space', run: wrapIn(nodes.blockquote) },
  { words: 'Table', title: 'A table of two columns; Tab goes on', run: table },
  { words: 'Undo', title: 'Ctrl Z', run: undo },
  { words: 'Redo', title: 'Ctrl Y', run: redo },
]

export interface ToolsProps {
  readonly view: EditorView
  readonly state: EditorState
  readonly onPicture: () => void
}

/** What can be done with the text, for who has no keys for it. */
export function Tools({ view, state, onPicture }: ToolsProps) {
  const [linking, setLinking] = useState(false)
  return (
    <div role="toolbar" aria-label="Text" className="flex flex-wrap gap-x-1 border-b border-line2 mb-3 pb-1">
      {tools.map((t) => (
        <Button
          key={t.words}
          look="quiet"
          title={t.title}
          disabled={!t.run(state)}
          onClick={() => {
            t.run(view.state, view.dispatch)
            view.focus()
          }}
        >
          {t.words}
        </Button>
      ))}
      <Button
        look="quiet"
        title="Make the marked words a link"
        disabled={state.selection.empty}
        onClick={() => {
          setLinking(true)
        }}
      >
        Link
      </Button>
      <Button look="quiet" title="A photo of the device, or what its screen showed" onClick={onPicture}>
        Picture
      </Button>
      {linking && (
        <LinkForm
          onClose={() => {
            setLinking(false)
          }}
          onLink={(href) => {
            setLinking(false)
            toggleMark(marks.link, { href })(view.state, view.dispatch)
            view.focus()
          }}
        />
      )}
    </div>
  )
}

interface LinkFormProps {
  readonly onClose: () => void
  readonly onLink: (href: string) => void
}

function LinkForm({ onClose, onLink }: LinkFormProps) {
  const [to, setTo] = useState('https://')
  const fits = /^(https?:\/\/\S+\.\S+|mailto:\S+@\S+|#\S+)$/.test(to.trim())
  return (
    <Dialog open onClose={onClose} title="Link" width={440}>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          if (fits) onLink(to.trim())
        }}
      >
        <Field
          label="Address"
          value={to}
          onValue={setTo}
          error={fits || to.length < 10 ? undefined : 'an address begins with https:// or mailto:'}
          autoFocus
        />
        <Button look="main" type="submit" disabled={!fits}>
          Link
        </Button>
      </form>
    </Dialog>
  )
}
