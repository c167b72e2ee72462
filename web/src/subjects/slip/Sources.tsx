import { useDeferredValue, useState } from 'react'
import type { Schemas } from '../../api/client'
import { useModels } from '../../api/queries'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'
import { Finder } from '../../ui/Finder'
import { useDeed } from '../../ui/deed'
import { readFacts, setupToCopy } from '../deeds'
import { useSearch } from '../queries'
import { textOf } from './lines'
import type { Line } from './lines'

type Setup = Schemas['SetupView']

export interface SourcesProps {
  readonly setup: Setup
  readonly onLines: (lines: readonly Line[]) => void
}

/** Where facts come from beside the keyboard. */
export function Sources({ setup, onLines }: SourcesProps) {
  const [open, setOpen] = useState<'paste' | 'copy' | null>(null)
  const specification = useModels().data?.find((m) => m.id === setup.modelId)?.details.specification ?? []
  return (
    <div className="mb-3">
      <div className="flex gap-2">
        <Button
          aria-expanded={open === 'paste'}
          onClick={() => {
            setOpen(open === 'paste' ? null : 'paste')
          }}
        >
          Paste what the system printed
        </Button>
        <Button
          aria-expanded={open === 'copy'}
          onClick={() => {
            setOpen(open === 'copy' ? null : 'copy')
          }}
        >
          Copy from another setup
        </Button>
        {specification.length > 0 && (
          <Button
            onClick={() => {
              onLines(specification.map((s) => ({ key: s.key, text: textOf(s), reason: '' })))
            }}
          >
            Take from the specification
          </Button>
        )}
      </div>
      {open === 'paste' && <Paste onLines={onLines} />}
      {open === 'copy' && <Copy setup={setup} onLines={onLines} />}
    </div>
  )
}

function Paste({ onLines }: Pick<SourcesProps, 'onLines'>) {
  const reading = useDeed(readFacts, 'here')
  const [text, setText] = useState('')
  const [left, setLeft] = useState<Schemas['ReadFacts']['leftovers'] | null>(null)
  const named = (left ?? []).filter((l) => l.name !== '')
  const read = async () => {
    const answer = await reading.run(text)
    if (!answer) return
    onLines(answer.proposals.map((p) => ({ key: p.key, text: p.text, reason: '' })))
    setLeft(answer.leftovers)
    setText(answer.leftovers.map((l) => l.text).join('\n'))
  }
  return (
    <div className="mt-2">
      <textarea
        autoFocus
        aria-label="What the system printed"
        className="w-full h-26 border border-line rounded bg-sheet px-2.5 py-1.5 text-base"
        placeholder={'Kernel: 7.4.0\nMemory: 16 GiB'}
        value={text}
        onChange={(e) => {
          setText(e.target.value)
        }}
      />
      <Button disabled={text.trim() === '' || reading.busy} onClick={() => void read()}>
        Read these lines
      </Button>
      {reading.problem !== null && <FieldError>{reading.problem}</FieldError>}
      {named.length > 0 && (
        <Button
          onClick={() => {
            onLines(named.map((l) => ({ key: l.name, text: l.value, reason: '' })))
            const rest = (left ?? []).filter((l) => l.name === '')
            setLeft(rest)
            setText(rest.map((l) => l.text).join('\n'))
          }}
        >
          {named.length === 1
            ? `Write ${named[0]?.name ?? ''} as a fact of your own`
            : `Write the other ${String(named.length)} as facts of your own`}
        </Button>
      )}
      {left !== null && (
        <div role="status" className="text-sm text-ink2 mt-1.5 max-h-30 overflow-auto">
          {left.length === 0
            ? 'Every line was understood.'
            : named.length === left.length
              ? 'No fact has these names; the lines stay above.'
              : 'Not understood; these lines stay above. Write “name: value”, or type the fact below.'}
          <ul>
            {left
              .filter((l) => l.reason !== '')
              .map((l) => (
                <li key={l.line}>
                  {l.text}: {l.reason}
                </li>
              ))}
          </ul>
        </div>
      )}
    </div>
  )
}

function Copy({ setup, onLines }: SourcesProps) {
  const [text, setText] = useState('')
  const asked = useDeferredValue(text.trim())
  const found = useSearch(asked)
  const copying = useDeed(setupToCopy, 'here')
  const choices = (found.data ?? []).flatMap(({ place, title, about }) =>
    place.at === 'SETUP' && place.id !== setup.id ? [{ key: String(place.id), title, about }] : [],
  )
  const copy = async (id: string) => {
    const other = await copying.run(Number(id))
    if (other)
      onLines(
        other.facts
          .filter((f) => f.value !== undefined)
          .map((f) => ({ key: f.key, text: textOf(f), reason: '' })),
      )
  }
  return (
    <div className="mt-2 w-110">
      <Finder
        label="Setup to copy from"
        listLabel="Setups"
        placeholder="words of a model or a setup"
        text={text}
        onText={setText}
        found={choices}
        onChoose={({ key }) => void copy(key)}
        nothing={asked !== '' && !found.isFetching ? 'No other setup has these words.' : undefined}
      />
      {copying.problem !== null && <FieldError>{copying.problem}</FieldError>}
    </div>
  )
}
