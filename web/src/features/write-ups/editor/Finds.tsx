import type { EditorState } from 'prosemirror-state'
import type { EditorView } from 'prosemirror-view'
import { useEffect, useState } from 'react'
import { nodes } from './schema'

/** Something that can be put into the text. */
export interface Found {
  readonly number: number
  readonly title: string
}

/** Words that are typed after an @, and where they begin. */
export interface At {
  readonly from: number
  readonly to: number
  readonly words: string
}

/** What is asked for at the cursor; null where nothing is. */
export function findAt(state: EditorState): At | null {
  const { $from, empty } = state.selection
  if (!empty || !$from.parent.isTextblock) return null
  const before = $from.parent.textBetween(0, $from.parentOffset, undefined, '\ufffc')
  const match = /(?:^|\s)@([^@\n]{0,40})$/.exec(before)
  if (!match) return null
  const words = match[1] ?? ''
  return { from: $from.pos - words.length - 1, to: $from.pos, words }
}

/** Those that all words are in, in any order and case. */
export function fittingFinds(finds: readonly Found[], words: string): readonly Found[] {
  const asked = words
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== '')
  return finds.filter((f) => {
    const title = `figure ${String(f.number)} ${f.title}`.toLowerCase()
    return asked.every((w) => title.includes(w))
  })
}

export interface FindsProps {
  readonly view: EditorView
  readonly at: At
  readonly finds: readonly Found[]
}

/** Figures that the words after an @ find; Enter puts the first in. */
export function Finds({ view, at, finds }: FindsProps) {
  const [left, setLeft] = useState('')
  const found = fittingFinds(finds, at.words)
  const put = (number: number) => {
    const tr = view.state.tr.delete(at.from, at.to)
    view.dispatch(tr.replaceSelectionWith(nodes.figure.create({ number })).scrollIntoView())
    view.focus()
  }
  useEffect(() => {
    const first = found[0]
    const key = (e: KeyboardEvent) => {
      if (e.key === 'Escape') setLeft(at.words)
      if (e.key !== 'Enter' || first === undefined) return
      e.preventDefault()
      e.stopPropagation()
      put(first.number)
    }
    view.dom.addEventListener('keydown', key, true)
    return () => {
      view.dom.removeEventListener('keydown', key, true)
    }
  })
  if (left !== '' && left === at.words) return null
  const box = view.dom.getBoundingClientRect()
  const place = view.coordsAtPos(at.from)
  return (
    <div
      role="listbox"
      aria-label="Figures"
      className="absolute z-10 bg-sheet border border-line rounded shadow-xl text-base max-w-110"
      style={{ left: place.left - box.left, top: place.bottom - box.top + view.dom.offsetTop + 4 }}
    >
      {found.length === 0 ? (
        <p className="px-3 py-1.5 text-ink2">
          {finds.length === 0
            ? 'No figure was put in yet: “Put into a write-up” stands beside every figure.'
            : 'No figure is called so.'}
        </p>
      ) : (
        found.map((f, i) => (
          <button
            key={f.number}
            role="option"
            aria-selected={i === 0}
            className={`block w-full text-left px-3 py-1.5 hover:bg-ground ${i === 0 ? 'bg-ground' : ''}`}
            onMouseDown={(e) => {
              e.preventDefault()
              put(f.number)
            }}
          >
            Figure {f.number}: {f.title}
          </button>
        ))
      )}
    </div>
  )
}
