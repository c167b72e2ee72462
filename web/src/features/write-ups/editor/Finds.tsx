import type { EditorState } from 'prosemirror-state'
import type { EditorView } from 'prosemirror-view'
import { useEffect, useState } from 'react'
import type { FigureNumber } from '../../../figures/numbers'
import type { NumberWay } from '../../../subjects/quotes/NumberWays'
import { fittingNumbers, numberLine } from '../../../subjects/quotes/numbers'
import { nodes, numberText } from './schema'

/** Something that can be put into the text: a figure, or one of its numbers. */
export interface Found {
  /** Of the figure. */
  readonly number: number
  readonly title: string
  readonly quote?: FigureNumber
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

/** More numbers than this are not looked through by eye. */
const mostNumbers = 12

/** Figures, and once something is typed their numbers, that all words are in, in any order and case. */
export function fittingFinds(finds: readonly Found[], words: string): readonly Found[] {
  const asked = words
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== '')
  const figures = finds.filter((f) => {
    const title = `figure ${String(f.number)} ${f.title}`.toLowerCase()
    return f.quote === undefined && asked.every((w) => title.includes(w))
  })
  const numbers =
    asked.length === 0 ? [] : finds.filter((f) => f.quote && fittingNumbers([f.quote], words).length > 0)
  return [...figures, ...numbers.slice(0, mostNumbers)]
}

export interface FindsProps {
  readonly view: EditorView
  readonly at: At
  readonly finds: readonly Found[]
  /** How a number is put that was found. */
  readonly onQuote: (found: Found) => Promise<NumberWay | undefined>
}

/** Figures and numbers that the words after an @ find; Enter puts the first in. */
export function Finds({ view, at, finds, onQuote }: FindsProps) {
  const [left, setLeft] = useState('')
  const found = fittingFinds(finds, at.words)
  const put = (chosen: Found) => {
    const tr = view.state.tr.delete(at.from, at.to)
    view.focus()
    if (chosen.quote === undefined) {
      view.dispatch(tr.replaceSelectionWith(nodes.figure.create({ number: chosen.number })).scrollIntoView())
      return
    }
    view.dispatch(tr)
    void onQuote(chosen).then((way) => {
      if (way) view.dispatch(view.state.tr.replaceSelectionWith(numberText(way), false).scrollIntoView())
    })
  }
  useEffect(() => {
    const first = found[0]
    const key = (e: KeyboardEvent) => {
      if (e.key === 'Escape') setLeft(at.words)
      if (e.key !== 'Enter' || first === undefined) return
      e.preventDefault()
      e.stopPropagation()
      put(first)
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
      aria-label="Figures and their numbers"
      className="absolute z-10 bg-sheet border border-line rounded shadow-xl text-base max-w-110"
      style={{ left: place.left - box.left, top: place.bottom - box.top + view.dom.offsetTop + 4 }}
    >
      {found.length === 0 ? (
        <p className="px-3 py-1.5 text-ink2">
          {finds.length === 0
            ? 'No figure was put in yet: “Put into a write-up” stands beside every figure.'
            : 'No figure is called so, and no number of them.'}
        </p>
      ) : (
        found.map((f, i) => (
          <button
            key={f.quote === undefined ? f.number : `${String(f.number)} ${numberLine(f.quote)}`}
            role="option"
            aria-selected={i === 0}
            className={`block w-full text-left px-3 py-1.5 hover:bg-ground ${i === 0 ? 'bg-ground' : ''}`}
            onMouseDown={(e) => {
              e.preventDefault()
              put(f)
            }}
          >
            {f.quote === undefined ? `Figure ${String(f.number)}: ${f.title}` : numberLine(f.quote)}
          </button>
        ))
      )}
    </div>
  )
}
