import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { contentOf } from '../../figures/content'
import type { FigureNumber } from '../../figures/numbers'
import type { Figure } from '../../figures/take'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { FieldError } from '../../ui/Field'
import { Finder } from '../../ui/Finder'
import { useDeed } from '../../ui/deed'
import { quoteNumber } from '../deeds'
import { NumberWays, useNumberWays } from './NumberWays'
import type { NumberWay } from './NumberWays'
import { useIntoWriteUp } from './into'
import { fittingNumbers, numberLine } from './numbers'
import type { Which } from './numbers'

export interface QuotedFigure {
  readonly figure: Figure
  /** Words that were marked on the screen, by which a number is looked for. */
  readonly words: string
}

export interface QuoteFormProps extends QuotedFigure {
  readonly source: Schemas['FigureSource']
  readonly onClose: () => void
}

const most = 40

/** Puts a number of a figure into a write-up, so that it keeps hanging on what it says. */
export function QuoteForm({ figure, words, source, onClose }: QuoteFormProps) {
  const numbers = figure.numbers ?? []
  const [text, setText] = useState(() => {
    const marked = words.trim()
    return marked.length < 60 && fittingNumbers(numbers, marked).length > 0 ? marked : ''
  })
  const [which, setWhich] = useState<Which | null>(null)
  const found = fittingNumbers(numbers, text)
  return (
    <Dialog
      open
      onClose={onClose}
      title="Quote a number"
      about="It stands in the text with its base, unit, interval and source behind it, and tells when it moved."
      width={620}
    >
      {numbers.length === 0 ? (
        <p className="text-base">
          This figure has no numbers that can be quoted one by one: put it in as it is.
        </p>
      ) : which === null ? (
        <Finder
          label="Which number"
          listLabel="Numbers of the figure"
          placeholder="words of a test, a device, or the number itself"
          text={text}
          onText={setText}
          found={found.slice(0, most).map((number, i) => ({ ...lineOf(number), key: String(i), number }))}
          onChoose={({ number }) => {
            setWhich({ of: number.of, subject: number.subject, base: number.base })
          }}
          nothing="No number of this figure has these words."
        />
      ) : (
        <Putting
          source={source}
          figure={figure}
          numbers={numbers}
          which={which}
          onWhich={setWhich}
          onClose={onClose}
        />
      )}
      {which === null && found.length > most && (
        <p className="text-sm text-ink2 mt-2">
          {most} of {found.length} are shown: type to find the others.
        </p>
      )}
    </Dialog>
  )
}

function lineOf(number: FigureNumber) {
  const line = numberLine(number)
  const at = line.lastIndexOf(': ')
  return { title: line.slice(at + 2), about: line.slice(0, at) }
}

interface PuttingProps {
  readonly source: Schemas['FigureSource']
  readonly figure: Figure
  readonly numbers: readonly FigureNumber[]
  readonly which: Which
  readonly onWhich: (which: Which | null) => void
  readonly onClose: () => void
}

function Putting({ source, figure, numbers, which, onWhich, onClose }: PuttingProps) {
  const put = useDeed(quoteNumber, 'here')
  const into = useIntoWriteUp(put.of('title'))
  const [as, setAs] = useState<NumberWay['as'] | undefined>(undefined)
  const [digits, setDigits] = useState<number | undefined>(undefined)
  const ways = useNumberWays({ numbers, which, digits }).data ?? []
  const way = ways.find((w) => w.as === as) ?? ways[0]
  const send = async () => {
    if (!way) return
    const done = await put.run({
      ...into.into,
      text: way.text,
      quote: {
        source,
        content: await contentOf(figure),
        number: { ...which, as: way.as, ...(digits === undefined ? {} : { digits }) },
      },
    })
    if (done) onClose()
  }
  return (
    <>
      <p className="mb-3">
        <b className="font-bold">{which.of}</b>, {which.subject}{' '}
        <Button
          look="link"
          onClick={() => {
            onWhich(null)
          }}
        >
          another number
        </Button>
      </p>
      <NumberWays
        numbers={numbers}
        which={which}
        onWhich={(w) => {
          onWhich(w)
          setAs(undefined)
        }}
        digits={digits}
        onDigits={setDigits}
        as={way?.as}
        onWay={(w) => {
          setAs(w.as)
        }}
      />
      {into.controls}
      {put.general !== null && <FieldError>{put.general}</FieldError>}
      <Button look="main" disabled={put.busy || !into.ready || !way} onClick={() => void send()}>
        Put it in
      </Button>
    </>
  )
}
