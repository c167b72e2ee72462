import { useState } from 'react'
import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../../api/client'
import type { Schemas } from '../../../api/client'
import { keys } from '../../../api/keys'
import { sendPicture } from '../../../api/raw'
import { Button } from '../../../ui/Button'
import { Dialog } from '../../../ui/Dialog'
import { Field, FieldError } from '../../../ui/Field'
import { wordsOf } from '../../../ui/deed'
import type { AskedPicture } from './Editor'
import { scaled } from './pictures'

export interface PictureFormProps extends AskedPicture {
  /** Of which write-up. */
  readonly of: number
}

/** Puts pictures into the text: from files, what was dropped or pasted, or the evidence of the device's runs. */
export function PictureForm(props: PictureFormProps) {
  const { of, placed, dropped, onRemove, onClose } = props
  const [file, setFile] = useState<File | undefined>(dropped[0])
  const [alt, setAlt] = useState(placed?.alt ?? '')
  const [line, setLine] = useState(placed?.title ?? '')
  const { problem, busy, put, setProblem } = usePutting(props)
  const ready = alt.trim() !== '' && (placed ?? file) !== undefined
  return (
    <Dialog open onClose={onClose} title={placed ? 'Picture' : 'Put a picture in'} width={560}>
      <form
        onSubmit={(e) => {
          e.preventDefault()
          void put(file, alt.trim(), line.trim())
        }}
      >
        {!placed && (
          <Choice
            of={of}
            file={file}
            onFile={(chosen) => {
              setProblem(null)
              setFile(chosen)
            }}
            onProblem={setProblem}
          />
        )}
        {dropped.length > 1 && (
          <p className="text-sm text-ink2 mb-3">
            The first of {dropped.length}: the others come after it, one by one.
          </p>
        )}
        <Field label="What it shows, for who cannot see it" value={alt} onValue={setAlt} required />
        <Field label="Line below it, if any" value={line} onValue={setLine} />
        {problem !== null && <FieldError>{problem}</FieldError>}
        <Ends placed={placed !== undefined} disabled={busy || !ready} onRemove={onRemove} />
      </form>
    </Dialog>
  )
}

interface EndsProps {
  readonly placed: boolean
  readonly disabled: boolean
  readonly onRemove: () => void
}

function Ends({ placed, disabled, onRemove }: EndsProps) {
  return (
    <div className="flex gap-3 items-baseline">
      <Button look="main" type="submit" disabled={disabled}>
        {placed ? 'Keep' : 'Put it in'}
      </Button>
      {placed && (
        <Button look="link" onClick={onRemove}>
          Take it out of the text
        </Button>
      )}
    </div>
  )
}

/** Keeps the file, and puts it into the text with its words. */
function usePutting({ of, placed, onPlace }: PictureFormProps) {
  const [problem, setProblem] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const put = async (file: File | undefined, alt: string, title: string) => {
    setBusy(true)
    setProblem(null)
    try {
      const src = placed?.src ?? (file && (await kept(of, file)))
      if (src === undefined) return
      onPlace({ src, alt, title })
    } catch (e) {
      setProblem(wordsOf(e).replace(/^file: /, ''))
    } finally {
      setBusy(false)
    }
  }
  return { problem, busy, put, setProblem }
}

/** Keeps a picture as large as a page shows it; answers its file. */
async function kept(of: number, file: File): Promise<string> {
  let small: Blob
  try {
    small = await scaled(file)
  } catch {
    throw new Error(`${file.name} is no picture that can be shown`)
  }
  return (await sendPicture(of, file.name, small)).file
}

interface ChoiceProps {
  readonly of: number
  readonly file: File | undefined
  readonly onFile: (file: File | undefined) => void
  readonly onProblem: (words: string) => void
}

function Choice({ of, file, onFile, onProblem }: ChoiceProps) {
  const evidence = useQuery({
    queryKey: keys.writeUp(of, 'evidence'),
    queryFn: () => take(api.GET('/api/v1/write-ups/{id}/evidence', { params: { path: { id: of } } })),
  }).data
  const pick = async (chosen: Schemas['EvidenceView']) => {
    const answer = await fetch(`/api/v1/evidence/${chosen.hash}`)
    if (!answer.ok) onProblem(`${chosen.name} could not be read`)
    else onFile(new File([await answer.blob()], chosen.name, { type: chosen.mediaType }))
  }
  return (
    <div className="mb-3">
      <label className="inline-block border border-line rounded px-2.75 py-1.25 text-base cursor-pointer hover:border-ink2 focus-within:border-ink">
        Choose a file
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          onChange={(e) => {
            onFile(e.target.files?.[0])
          }}
        />
      </label>{' '}
      <span className="text-sm text-ink2">
        {file ? file.name : 'PNG, JPEG or WebP; it can be dropped or pasted into the text too.'}
      </span>
      {evidence !== undefined && evidence.length > 0 && (
        <fieldset className="mt-3">
          <legend className="text-sm text-ink2">Or from the evidence of its runs</legend>
          <ul className="flex flex-wrap gap-2 mt-1 max-h-52 overflow-auto">
            {evidence.map((e) => (
              <li key={`${String(e.id)}`}>
                <button
                  type="button"
                  title={e.name}
                  className="border border-line hover:border-ink2"
                  onClick={() => void pick(e)}
                >
                  {e.thumbnail ? (
                    <img
                      src={`/api/v1/evidence/${e.hash}/thumbnail`}
                      alt={e.name}
                      className="w-20.5 h-14.5 object-cover"
                    />
                  ) : (
                    <span className="block w-20.5 truncate text-xs p-1">{e.name}</span>
                  )}
                </button>
              </li>
            ))}
          </ul>
        </fieldset>
      )}
    </div>
  )
}
