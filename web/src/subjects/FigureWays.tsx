import { useState } from 'react'
import type { Schemas } from '../api/client'
import { useSession } from '../api/queries'
import { useShortcuts } from '../frame/keys'
import type { Figure } from '../figures/take'
import { contentOf } from '../figures/content'
import { Button } from '../ui/Button'
import { Dialog } from '../ui/Dialog'
import { FieldError, Field } from '../ui/Field'
import { Select } from '../ui/Select'
import { TakeFigure } from '../ui/TakeFigure'
import { useDeed } from '../ui/deed'
import { Labelled, useChosenFigure } from '../ui/FigureParts'
import { putFigure } from './deeds'
import { useWriteUp } from './queries'
import { QuoteForm } from './quotes/QuoteForm'
import type { QuotedFigure } from './quotes/QuoteForm'
import { useFigureSource, useIntoWriteUp } from './quotes/into'
import { useBeingLookedAt } from './quotes/look'

export interface FigureWaysProps {
  readonly figure: () => Figure
  /** All that the view shows, where its address leaves something to what is usual at the time. */
  readonly asked?: URLSearchParams
}

/** What can be done with a figure: taken out of the app, put into a write-up, or quoted by one of its numbers. */
export function FigureWays({ figure, asked }: FigureWaysProps) {
  const source = useFigureSource(asked)
  // As it was when it was asked for: what changes behind the dialog does not change it.
  const [put, setPut] = useState<Figure | undefined>(undefined)
  const [quoted, setQuoted] = useState<QuotedFigure | undefined>(undefined)
  useBeingLookedAt(figure)
  const quote = () => {
    setQuoted({ figure: figure(), words: window.getSelection()?.toString() ?? '' })
  }
  const reads = useSession().data?.role === 'READER'
  useShortcuts(reads ? [] : [{ keys: 'q', words: 'Quote a number of the figure', run: quote }])
  return (
    <>
      <TakeFigure figure={figure} />
      <Button
        changes
        onClick={() => {
          setPut(figure())
        }}
      >
        Put into a write-up
      </Button>
      <Button changes title="q; a number that is marked is found at once" onClick={quote}>
        Quote a number
      </Button>
      {put && (
        <PutForm
          figure={put}
          source={source(put)}
          onClose={() => {
            setPut(undefined)
          }}
        />
      )}
      {quoted && (
        <QuoteForm
          {...quoted}
          source={source(quoted.figure)}
          onClose={() => {
            setQuoted(undefined)
          }}
        />
      )}
    </>
  )
}

interface PutFormProps {
  readonly figure: Figure
  readonly source: Schemas['FigureSource']
  readonly onClose: () => void
}

const another = 'new'

function PutForm({ figure, source, onClose }: PutFormProps) {
  const put = useDeed(putFigure, 'here')
  const into = useIntoWriteUp(put.of('title'))
  const [title, setTitle] = useState(figure.title)
  const [place, setPlace] = useState(another)
  const { chosen, kept, controls } = useChosenFigure(figure)
  const drawn = () => ({ ...chosen(), title: title.trim() === '' ? figure.title : title.trim() })
  const send = async () => {
    const done = await put.run({
      ...into.into,
      number: into.known === undefined || place === another ? undefined : Number(place),
      figure: { source: { ...source, choice: kept() }, content: await contentOf(drawn()) },
    })
    if (done) onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      title="Put into a write-up"
      about="It goes in as it is now, with its units, suites and caveats, and opens here again."
      width={560}
    >
      {into.controls}
      {into.known !== undefined && (
        <Places key={into.known} writeUp={into.known} place={place} onPlace={setPlace} />
      )}
      <Field label="Title of the figure" value={title} onValue={setTitle} error={put.of('content.title')} />
      {controls}
      {put.general !== null && <FieldError>{put.general}</FieldError>}
      <Button look="main" className="mt-2" disabled={put.busy || !into.ready} onClick={() => void send()}>
        Put it in
      </Button>
    </Dialog>
  )
}

interface PlacesProps {
  readonly writeUp: number
  readonly place: string
  readonly onPlace: (place: string) => void
}

/** At the end of the text, or in place of a figure that is there. */
function Places({ writeUp, place, onPlace }: PlacesProps) {
  const { data } = useWriteUp(writeUp)
  if (!data || data.figures.length === 0) return null
  return (
    <div className="mb-3">
      <Labelled label="Place">
        <Select
          label="Place"
          value={place}
          choices={[
            { value: another, label: 'at the end of the text' },
            ...data.figures.map((f) => ({
              value: String(f.number),
              label: `in place of figure ${String(f.number)}: ${f.content.title}`,
            })),
          ]}
          onValue={onPlace}
        />
      </Labelled>
    </div>
  )
}
