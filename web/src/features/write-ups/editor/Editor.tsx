import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import { createPortal } from 'react-dom'
import type { ReactNode } from 'react'
import { baseKeymap } from 'prosemirror-commands'
import { gapCursor } from 'prosemirror-gapcursor'
import { history } from 'prosemirror-history'
import { keymap } from 'prosemirror-keymap'
import { EditorState } from 'prosemirror-state'
import { tableEditing } from 'prosemirror-tables'
import { EditorView } from 'prosemirror-view'
import type { NodeView } from 'prosemirror-view'
import { parsed, written } from './markdown'
import { keysOfText, rulesOfText } from './keys'
import { Tools } from './Tools'
import { Finds, findAt } from './Finds'
import type { Found } from './Finds'
import { marks, numberText } from './schema'
import type { NumberWay } from '../../../subjects/quotes/NumberWays'

export interface EditorProps {
  /** What is written, as it was opened; another one is shown from its start. */
  readonly text: string
  readonly onText: (text: string) => void
  /** What stands where a figure is. */
  readonly figure: (number: number) => ReactNode
  /** Figures and numbers that can be put in by typing @ and words. */
  readonly finds: readonly Found[]
  /** How a number is put that was found. */
  readonly onQuote: (found: Found) => Promise<NumberWay | undefined>
  /** What opens where a number that hangs on a figure is pressed. */
  readonly number: (pressed: PressedNumber) => ReactNode
  readonly editable: boolean
}

/** A number of the text that was pressed. */
export interface PressedNumber {
  readonly text: string
  /** What hangs on it, in its directive. */
  readonly about: string
  readonly onWay: (way: NumberWay) => void
  readonly onPlain: () => void
  readonly onClose: () => void
}

/** Where figures stand in the text, by the element that holds them. */
type Holders = ReadonlyMap<HTMLElement, number>

/** The text of a write-up, to be typed in. */
export function Editor({ text, onText, figure, finds, onQuote, number, editable }: EditorProps) {
  const place = useRef<HTMLDivElement>(null)
  const [view, setView] = useState<EditorView | null>(null)
  const [state, setState] = useState<EditorState | null>(null)
  const [holders, setHolders] = useState<Holders>(new Map())
  const [pressed, setPressed] = useState<NumberRange | null>(null)
  const told = useRef(onText)
  useEffect(() => {
    told.current = onText
  }, [onText])
  const shown = useRef<string | null>(null)
  // Before anything is seen, so that nothing moves once it is.
  useLayoutEffect(() => {
    if (place.current === null) return
    const made = new EditorView(place.current, {
      state: stateOf(text),
      editable: () => editable,
      attributes: { 'aria-label': 'Text of the write-up', role: 'textbox', 'aria-multiline': 'true' },
      nodeViews: { figure: (node) => figureView(Number(node.attrs.number), setHolders) },
      handleClick(shownView, at) {
        if (!editable) return false
        setPressed(numberAt(shownView.state, at))
        return false
      },
      dispatchTransaction(tr) {
        const next = made.state.apply(tr)
        made.updateState(next)
        setState(next)
        if (tr.docChanged) {
          const now = written(next.doc)
          shown.current = now
          told.current(now)
        }
      },
    })
    shown.current = text
    setView(made)
    setState(made.state)
    return () => {
      made.destroy()
      setHolders(new Map())
    }
    // Made once; another text is set below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [editable])
  useEffect(() => {
    if (view === null || shown.current === text) return
    shown.current = text
    view.updateState(stateOf(text))
    setState(view.state)
  }, [view, text])
  const at = view && state && editable ? findAt(state) : null
  return (
    <div className="relative">
      {editable && view && state && <Tools view={view} state={state} />}
      <div ref={place} className="written" data-testid="text" />
      {view && at && <Finds view={view} at={at} finds={finds} onQuote={onQuote} />}
      {view &&
        pressed &&
        number({
          ...pressed,
          onWay: (way) => {
            view.dispatch(view.state.tr.replaceWith(pressed.from, pressed.to, numberText(way)))
            setPressed(null)
          },
          onPlain: () => {
            view.dispatch(view.state.tr.removeMark(pressed.from, pressed.to, marks.number))
            setPressed(null)
          },
          onClose: () => {
            setPressed(null)
          },
        })}
      {[...holders].map(([holder, number]) => createPortal(figure(number), holder, String(number)))}
    </div>
  )
}

/** Where a number stands in the text, and what it says. */
interface NumberRange {
  readonly from: number
  readonly to: number
  readonly text: string
  readonly about: string
}

/** The number at a place; null where there is none. */
function numberAt(state: EditorState, at: number): NumberRange | null {
  const inside = state.doc.resolve(at)
  const { node, offset } = inside.parent.childAfter(inside.parentOffset)
  const mark = node?.marks.find((m) => m.type === marks.number)
  if (!node || !mark) return null
  const from = inside.start() + offset
  return { from, to: from + node.nodeSize, text: node.text ?? '', about: String(mark.attrs.about) }
}

function stateOf(text: string): EditorState {
  return EditorState.create({
    doc: parsed(text),
    plugins: [rulesOfText(), keysOfText(), keymap(baseKeymap), history(), gapCursor(), tableEditing()],
  })
}

/** Holds the place of a figure, which React draws. */
function figureView(number: number, hold: (change: (before: Holders) => Holders) => void): NodeView {
  const dom = document.createElement('div')
  dom.dataset.figure = String(number)
  dom.contentEditable = 'false'
  hold((before) => new Map([...before, [dom, number]]))
  return {
    dom,
    stopEvent: (event) => !(event instanceof DragEvent),
    ignoreMutation: () => true,
    destroy: () => {
      hold((before) => new Map([...before].filter(([holder]) => holder !== dom)))
    },
  }
}
