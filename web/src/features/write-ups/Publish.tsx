import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { figureOf } from '../../figures/content'
import { pngOf } from '../../figures/take'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { Field, FieldError } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { publish } from './deeds'
import { points } from './words'
import type { Saving } from './saving'

type View = Schemas['WriteUpView']

export interface PublishProps {
  readonly view: View
  readonly saving: Saving
}

/** The way to readers: says what is open, and what they are told of changes. */
export function Publish({ view, saving }: PublishProps) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        look="main"
        onClick={() => {
          setOpen(true)
        }}
      >
        {view.states.length === 0 ? 'Publish …' : 'Publish again …'}
      </Button>
      {open && (
        <PublishForm
          view={view}
          saving={saving}
          onClose={() => {
            setOpen(false)
          }}
        />
      )}
    </>
  )
}

function PublishForm({ view, saving, onClose }: PublishProps & { readonly onClose: () => void }) {
  const publishing = useDeed(publish, 'here')
  const [changes, setChanges] = useState('')
  const [failed, setFailed] = useState('')
  const open = points({ ...view, ...saving.typed }).filter((p) => p.kind !== 'done')
  const send = async () => {
    setFailed('')
    const kept = await saving.keep()
    if (!kept) {
      setFailed('What was typed last could not be kept: see above the text.')
      return
    }
    const pictures = await Promise.all(kept.figures.filter((f) => f.used).map(picture))
    const done = await publishing.run({
      id: view.id,
      title: kept.title,
      publication: { edition: kept.edition, changes, pictures },
    })
    if (done) onClose()
  }
  const again = view.states.length > 0
  return (
    <Dialog
      open
      onClose={onClose}
      title={again ? 'Publish again' : 'Publish'}
      about="Everybody who can reach this desk can read it, without signing in. It shows the state of now: later changes of the records never change it."
    >
      {open.length > 0 && (
        <div className="mb-3 text-base">
          <p>Still open; readers are not told but by the caveats under the figures:</p>
          <ul className="list-disc pl-5">
            {open.map((p) => (
              <li key={p.title}>{p.title}</li>
            ))}
          </ul>
        </div>
      )}
      {again && (
        <Field
          label="What changed since, for readers"
          value={changes}
          onValue={setChanges}
          error={publishing.of('changes')}
        />
      )}
      {(publishing.of('text') ?? publishing.of('pictures')) !== undefined && (
        <FieldError>The text {publishing.of('text') ?? publishing.of('pictures')}.</FieldError>
      )}
      {publishing.general !== null && <FieldError>{publishing.general}</FieldError>}
      {failed !== '' && <FieldError>{failed}</FieldError>}
      <Button look="main" disabled={publishing.busy} onClick={() => void send()}>
        {again ? 'Publish this state' : 'Publish'}
      </Button>
    </Dialog>
  )
}

/** A figure as it stands in a film, for links to the page. */
async function picture({ number, content }: Schemas['FigureView']): Promise<Schemas['Picture']> {
  const blob = await pngOf(figureOf(content), 'light', 1920, 'FILM')
  const bytes = new Uint8Array(await blob.arrayBuffer())
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  return { number, png: btoa(text) }
}
