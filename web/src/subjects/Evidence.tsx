import { useState } from 'react'
import type { Schemas } from '../api/client'
import { bytes } from '../figures/axis'
import { Button } from '../ui/Button'
import { FieldError } from '../ui/Field'
import { useDeed, wordsOf } from '../ui/deed'
import { addEvidence, takeEvidenceOff } from './deeds'
import { useEvidence } from './queries'

/** Pictures and files kept with a run; more can be dropped or pasted here. */
export function Evidence({ run }: { readonly run: string }) {
  const evidence = useEvidence(run)
  const adding = useDeed(addEvidence)
  const off = useDeed(takeEvidenceOff)
  const [problem, setProblem] = useState<string | null>(null)
  const add = async (files: readonly File[]) => {
    setProblem(null)
    for (const file of files) {
      try {
        await adding.attempt({ run, file })
      } catch (e) {
        setProblem(`${file.name}: ${wordsOf(e).replace(/^file: /, '')}`)
      }
    }
    await adding.renewed()
  }
  return (
    <section
      className="mt-4"
      tabIndex={0}
      aria-label="Evidence"
      onPaste={(e) => {
        if (e.clipboardData.files.length > 0) void add([...e.clipboardData.files])
      }}
      onDragOver={(e) => {
        e.preventDefault()
      }}
      onDrop={(e) => {
        e.preventDefault()
        void add([...e.dataTransfer.files])
      }}
    >
      <h2>Evidence</h2>
      <EvidenceList files={evidence.data ?? []} onRemove={(file) => void off.run({ run, file })} />
      {problem !== null && <FieldError>{problem}</FieldError>}
      <label className="changes text-sm text-ink2 underline decoration-line underline-offset-2 cursor-pointer">
        Add a picture or file
        <input
          type="file"
          multiple
          className="sr-only"
          data-testid="evidence-file"
          onChange={(e) => {
            void add([...(e.target.files ?? [])])
            e.target.value = ''
          }}
        />
      </label>
      <span className="text-sm text-ink2">, drop it here, or paste it.</span>
    </section>
  )
}

export interface EvidenceListProps {
  readonly files: readonly Schemas['EvidenceView'][]
  readonly onRemove?: (file: Schemas['EvidenceView']) => void
}

/** Thumbnails that open the whole file. */
export function EvidenceList({ files, onRemove }: EvidenceListProps) {
  if (files.length === 0) return null
  return (
    <ul className="flex flex-wrap gap-2 my-2">
      {files.map((f) => (
        <li key={f.id} className="w-20.5 text-xs">
          <a href={`/api/v1/evidence/${f.hash}`} target="_blank" rel="noreferrer" className="block">
            {f.thumbnail ? (
              <img
                src={`/api/v1/evidence/${f.hash}/thumbnail`}
                alt={f.name}
                className="w-20.5 h-14.5 object-cover border border-line"
              />
            ) : (
              <span className="flex w-20.5 h-14.5 items-center justify-center border border-line text-ink2">
                {f.mediaType === 'application/pdf'
                  ? 'PDF'
                  : f.mediaType === 'text/plain'
                    ? 'text'
                    : 'picture'}
              </span>
            )}
            <span className="block truncate" title={f.name}>
              {f.name}
            </span>
          </a>
          <span className="text-ink2">{bytes(f.size)}</span>
          {onRemove && (
            <Button
              changes
              look="link"
              className="ml-1"
              aria-label={`Take ${f.name} off`}
              onClick={() => {
                onRemove(f)
              }}
            >
              take off
            </Button>
          )}
        </li>
      ))}
    </ul>
  )
}
