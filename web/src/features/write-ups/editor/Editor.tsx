import { useState } from 'react'
import { createPortal } from 'react-dom'
import type { ReactNode } from 'react'
import type { EditorView } from 'prosemirror-view'
import { Tools } from './Tools'
import { Finds, findAt } from './Finds'
import type { Found } from './Finds'
import { placePicture } from './pictures'
import type { PictureInText } from './pictures'
import { marks, numberText } from './schema'
import { useTextView } from './text-view'
import type { NumberRange, Pictured } from './text-view'
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
  /** Where the files of its pictures are. */
  readonly files: string
  /** What asks for a picture, or says what one shows. */
  readonly picture: (asked: AskedPicture) => ReactNode
}

/** A picture that is to be put in, or was pressed. */
export interface AskedPicture extends Pictured {
  readonly onPlace: (picture: PictureInText) => void
  readonly onRemove: () => void
  readonly onClose: () => void
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

/** The text of a write-up, to be typed in. */
export function Editor({ figure, finds, onQuote, number, picture, ...text }: EditorProps) {
  const [pressed, setPressed] = useState<NumberRange | null>(null)
  const [asked, setAsked] = useState<Pictured | null>(null)
  const { place, view, state, holders } = useTextView({ ...text, onNumber: setPressed, onPicture: setAsked })
  const typing = text.editable && view && state ? { view, state } : null
  const at = typing && findAt(typing.state)
  return (
    <div className="relative">
      {typing && (
        <Tools
          {...typing}
          onPicture={() => {
            setAsked({ placed: undefined, dropped: [] })
          }}
        />
      )}
      <div ref={place} className="written" data-testid="text" />
      {typing && at && <Finds view={typing.view} at={at} finds={finds} onQuote={onQuote} />}
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
      {view && asked && picture({ ...asked, ...changing(view, asked, setAsked) })}
      {[...holders].map(([holder, number]) => createPortal(figure(number), holder, String(number)))}
    </div>
  )
}

/** What can be done with a picture that is asked about; of several that were dropped, one comes after the other. */
function changing(view: EditorView, { dropped }: Pictured, ask: (asked: Pictured | null) => void) {
  return {
    onPlace: (put: PictureInText) => {
      placePicture(view, put)
      ask(dropped.length > 1 ? { placed: undefined, dropped: dropped.slice(1) } : null)
    },
    onRemove: () => {
      view.dispatch(view.state.tr.deleteSelection())
      ask(null)
    },
    onClose: () => {
      ask(null)
    },
  }
}
