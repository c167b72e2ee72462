import { useDeferredValue, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { Dialog } from '../../ui/Dialog'
import { Finder } from '../../ui/Finder'
import { useSearch } from '../../subjects/queries'
import { addressOf } from './address'

type Hit = Schemas['Hit']

const kinds: Record<Hit['kind'], string> = {
  MODEL: 'model',
  UNIT: 'unit',
  SETUP: 'setup',
  PART: 'part',
  SUITE: 'suite',
  FACT: 'fact',
  BOARD: 'board',
  RUN: 'run',
}

/** Something that can be gone to. */
export interface Place {
  readonly title: string
  readonly about: string
  readonly kind: string
  readonly address: string
}

export interface SearchDialogProps {
  readonly views: readonly Place[]
  readonly onClose: () => void
}

/** Finds models, units, setups, suites, runs and views by any word in them; arrows choose, Enter goes. */
export function SearchDialog({ views, onClose }: SearchDialogProps) {
  const navigate = useNavigate()
  const [text, setText] = useState('')
  const asked = useDeferredValue(text.trim())
  const found = useSearch(asked)
  const places = asked === '' ? views : [...matching(views, asked), ...(found.data ?? []).map(place)]
  return (
    <Dialog open onClose={onClose} width={560} title="Find anything">
      <Finder
        label="Words to find"
        listLabel="Found"
        placeholder="a model, a setup, a suite, a part, a word in a note"
        text={text}
        onText={setText}
        found={places.map((p) => ({ ...p, key: `${p.kind} ${p.address} ${p.title}`, sort: p.kind }))}
        onChoose={(p) => {
          onClose()
          void navigate(p.address)
        }}
        nothing={asked !== '' && !found.isFetching ? 'Nothing has all of these words.' : undefined}
      />
    </Dialog>
  )
}

function place(hit: Hit): Place {
  return { title: hit.title, about: hit.about, kind: kinds[hit.kind], address: addressOf(hit.place) }
}

/** Views of which every word asked for begins some word. */
export function matching(views: readonly Place[], text: string): readonly Place[] {
  const words = text.toLowerCase().split(/\s+/)
  return views.filter((v) =>
    words.every((w) =>
      v.title
        .toLowerCase()
        .split(' ')
        .some((t) => t.startsWith(w)),
    ),
  )
}
