import { useState } from 'react'
import { useLocation } from 'react-router'
import type { Figure } from '../figures/take'
import { contentOf } from '../figures/content'
import { Button } from '../ui/Button'
import { Dialog } from '../ui/Dialog'
import { FieldError, Field } from '../ui/Field'
import { Select } from '../ui/Select'
import { Failed, Loading } from '../ui/States'
import { TakeFigure } from '../ui/TakeFigure'
import { useDeed } from '../ui/deed'
import { Labelled, useChosenFigure } from '../ui/FigureParts'
import { putFigure } from './deeds'
import { useWriteUp, useWriteUps } from './queries'

/** What can be done with a figure: taken out of the app, or put into a write-up. */
export function FigureWays({ figure }: { readonly figure: () => Figure }) {
  // As it was when it was asked for: what changes behind the dialog does not change it.
  const [put, setPut] = useState<Figure | undefined>(undefined)
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
      {put && (
        <PutForm
          figure={put}
          onClose={() => {
            setPut(undefined)
          }}
        />
      )}
    </>
  )
}

interface PutFormProps {
  readonly figure: Figure
  readonly onClose: () => void
}

const another = 'new'

function PutForm({ figure, onClose }: PutFormProps) {
  const all = useWriteUps()
  if (all.isPending) return <Loading what="the write-ups" />
  if (all.isError) return <Failed error={all.error} retry={() => void all.refetch()} />
  return (
    <PutInto
      figure={figure}
      onClose={onClose}
      writeUps={all.data.map((w) => ({ value: String(w.id), label: w.title }))}
    />
  )
}

interface PutIntoProps extends PutFormProps {
  readonly writeUps: readonly { readonly value: string; readonly label: string }[]
}

function PutInto({ figure, onClose, writeUps }: PutIntoProps) {
  const { pathname, search } = useLocation()
  const put = useDeed(putFigure, 'here')
  const [into, setInto] = useState(writeUps[0]?.value ?? another)
  const [name, setName] = useState('')
  const [title, setTitle] = useState(figure.title)
  const [place, setPlace] = useState(another)
  const { chosen, controls } = useChosenFigure(figure)
  const drawn = () => ({ ...chosen(), title: title.trim() === '' ? figure.title : title.trim() })
  const send = async () => {
    const content = await contentOf(drawn())
    const done = await put.run({
      writeUp: into === another ? { title: name } : Number(into),
      title: into === another ? name : (writeUps.find((w) => w.value === into)?.label ?? ''),
      number: into === another || place === another ? undefined : Number(place),
      figure: { address: pathname + search, content },
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
      <div className="mb-3">
        <Labelled label="Write-up">
          <Select
            label="Write-up"
            value={into}
            choices={[...writeUps, { value: another, label: 'a new one' }]}
            onValue={(v) => {
              setInto(v)
              setPlace(another)
            }}
          />
        </Labelled>
      </div>
      {into === another ? (
        <Field
          label="What the new write-up is called"
          value={name}
          onValue={setName}
          error={put.of('title')}
        />
      ) : (
        <Places writeUp={Number(into)} place={place} onPlace={setPlace} />
      )}
      <Field label="Title of the figure" value={title} onValue={setTitle} error={put.of('content.title')} />
      {controls}
      {put.general !== null && <FieldError>{put.general}</FieldError>}
      <Button
        look="main"
        className="mt-2"
        disabled={put.busy || (into === another && name.trim() === '')}
        onClick={() => void send()}
      >
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
