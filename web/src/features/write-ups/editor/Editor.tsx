import { useEffect, useRef, useState } from 'react'
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

export interface EditorProps {
  /** What is written, as it was opened; another one is shown from its start. */
  readonly text: string
  readonly onText: (text: string) => void
  /** What stands where a figure is. */
  readonly figure: (number: number) => ReactNode
  /** Figures that can be put in by typing @ and words. */
  readonly finds: readonly Found[]
  readonly editable: boolean
}

/** Where figures stand in the text, by the element that holds them. */
type Holders = ReadonlyMap<HTMLElement, number>

/** The text of a write-up, to be typed in. */
export function Editor({ text, onText, figure, finds, editable }: EditorProps) {
  const place = useRef<HTMLDivElement>(null)
  const [view, setView] = useState<EditorView | null>(null)
  const [state, setState] = useState<EditorState | null>(null)
  const [holders, setHolders] = useState<Holders>(new Map())
  const told = useRef(onText)
  useEffect(() => {
    told.current = onText
  }, [onText])
  const shown = useRef<string | null>(null)
  useEffect(() => {
    if (place.current === null) return
    const made = new EditorView(place.current, {
      state: stateOf(text),
      editable: () => editable,
      attributes: { 'aria-label': 'Text of the write-up', role: 'textbox', 'aria-multiline': 'true' },
      nodeViews: { figure: (node) => figureView(Number(node.attrs.number), setHolders) },
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
      {view && at && <Finds view={view} at={at} finds={finds} />}
      {[...holders].map(([holder, number]) => createPortal(figure(number), holder, String(number)))}
    </div>
  )
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
