import { baseKeymap } from 'prosemirror-commands'
import { gapCursor } from 'prosemirror-gapcursor'
import { history } from 'prosemirror-history'
import { keymap } from 'prosemirror-keymap'
import { EditorState, NodeSelection } from 'prosemirror-state'
import { tableEditing } from 'prosemirror-tables'
import { EditorView } from 'prosemirror-view'
import type { NodeView } from 'prosemirror-view'
import { useEffect, useLayoutEffect, useRef, useState } from 'react'
import type { RefObject } from 'react'
import { keysOfText, rulesOfText } from './keys'
import { parsed, written } from './markdown'
import { readyToPaste } from './paste'
import { inText, picturesOf, pictureView } from './pictures'
import type { PictureInText } from './pictures'
import { marks } from './schema'

/** Where figures stand in the text, by the element that holds them. */
type Holders = ReadonlyMap<HTMLElement, number>

/** A picture that is asked about: one of the text, or files that are to come. */
export interface Pictured {
  /** As it stands in the text; undefined for one that is to come. */
  readonly placed: PictureInText | undefined
  /** What was dropped or pasted; empty where nothing was. */
  readonly dropped: readonly File[]
}

export interface TextViewProps {
  readonly text: string
  readonly onText: (text: string) => void
  readonly editable: boolean
  /** Where the files of its pictures are. */
  readonly files: string
  /** A number was pressed, or something else was. */
  readonly onNumber: (pressed: NumberRange | null) => void
  readonly onPicture: (asked: Pictured) => void
}

export interface TextView {
  /** Where the text stands in the page. */
  readonly place: RefObject<HTMLDivElement | null>
  readonly view: EditorView | null
  readonly state: EditorState | null
  readonly holders: Holders
}

/** The editor of a text: made once, shown another text where it is another one, and told of what is typed and pressed. */
export function useTextView(props: TextViewProps): TextView {
  const { text, onText, editable, files, onNumber, onPicture } = props
  const place = useRef<HTMLDivElement>(null)
  const [view, setView] = useState<EditorView | null>(null)
  const [state, setState] = useState<EditorState | null>(null)
  const [holders, setHolders] = useState<Holders>(new Map())
  const told = useRef(onText)
  useEffect(() => {
    told.current = onText
  }, [onText])
  const shown = useRef<string | null>(null)
  // Before anything is seen, so that nothing moves once it is.
  useLayoutEffect(() => {
    if (place.current === null) return
    /** Pictures are asked about before they are put in; a text that comes with them is text. */
    const taken = (data: DataTransfer | null) => {
      const dropped = picturesOf(data)
      if (!editable || dropped.length === 0 || data?.types.includes('text/html')) return false
      onPicture({ placed: undefined, dropped })
      return true
    }
    const made = new EditorView(place.current, {
      state: stateOf(text),
      editable: () => editable,
      attributes: { 'aria-label': 'Text of the write-up', role: 'textbox', 'aria-multiline': 'true' },
      nodeViews: {
        figure: (node) => figureView(Number(node.attrs.number), setHolders),
        image: (node, shownView, at) => {
          const press = () => {
            const place = at()
            if (place === undefined) return
            const { doc, tr } = shownView.state
            shownView.dispatch(tr.setSelection(NodeSelection.create(doc, place)))
            onPicture({ placed: inText(node), dropped: [] })
          }
          return pictureView(node, files, editable ? press : undefined)
        },
      },
      transformPastedHTML: readyToPaste,
      handlePaste: (_, { clipboardData }) => taken(clipboardData),
      handleDrop: (_, { dataTransfer }) => taken(dataTransfer),
      handleClick(shownView, at) {
        if (!editable) return false
        onNumber(numberAt(shownView.state, at))
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
  return { place, view, state, holders }
}

/** Where a number stands in the text, and what it says. */
export interface NumberRange {
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
