import { useState } from 'react'
import type { ReactNode } from 'react'
import type { Schemas } from '../../../api/client'
import { NumberWays, useNumberWays } from '../../../subjects/quotes/NumberWays'
import type { NumberWay } from '../../../subjects/quotes/NumberWays'
import { Button } from '../../../ui/Button'
import { Dialog } from '../../../ui/Dialog'

export interface NumberFormProps {
  /** As it stands in the text. */
  readonly text: string
  /** What is known of it; undefined until it was kept. */
  readonly held: Schemas['HeldNumber'] | undefined
  /** The figure that it hangs on; undefined where it is not there. */
  readonly figure: Schemas['FigureView'] | undefined
  readonly onWay: (way: NumberWay) => void
  /** Leaves its words, which hang on nothing then. */
  readonly onPlain: () => void
  readonly onClose: () => void
}

/** What a number of the text hangs on, and how it is put. */
export function NumberForm({ text, held, figure, onWay, onPlain, onClose }: NumberFormProps) {
  const plain = (
    <Button look="link" onClick={onPlain}>
      Make it plain text
    </Button>
  )
  return (
    <Dialog
      open
      onClose={onClose}
      title={`“${text}”`}
      about={held?.words ?? 'It is being kept: close this and open it again.'}
      width={620}
    >
      {held && figure ? (
        <Ways wish={held.wish} figure={figure} onWay={onWay}>
          {plain}
        </Ways>
      ) : (
        plain
      )}
    </Dialog>
  )
}

interface WaysProps {
  readonly wish: Schemas['Wish']
  readonly figure: Schemas['FigureView']
  readonly onWay: (way: NumberWay) => void
  readonly children: ReactNode
}

function Ways({ wish, figure, onWay, children }: WaysProps) {
  const [which, setWhich] = useState({ of: wish.of, subject: wish.subject, base: wish.base })
  const [as, setAs] = useState<NumberWay['as'] | undefined>(wish.as)
  const [digits, setDigits] = useState(wish.digits)
  const { numbers } = figure.content
  const asked = { numbers, figure: figure.number, which, digits }
  const ways = useNumberWays(asked).data ?? []
  const way = ways.find((w) => w.as === as) ?? ways[0]
  return (
    <>
      <p className="text-sm text-ink2 mb-3">
        Figure {figure.number}: {figure.content.title}
      </p>
      <NumberWays
        {...asked}
        onWhich={setWhich}
        onDigits={setDigits}
        as={way?.as}
        onWay={(w) => {
          setAs(w.as)
        }}
      />
      <div className="flex gap-3 items-baseline">
        <Button
          look="main"
          disabled={!way}
          onClick={() => {
            if (way) onWay(way)
          }}
        >
          Put it so
        </Button>
        {children}
      </div>
    </>
  )
}
