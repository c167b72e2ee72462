import { useDeferredValue, useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { Dialog } from '../../ui/Dialog'
import { Finder } from '../../ui/Finder'
import { Button } from '../../ui/Button'
import { Explained } from '../../subjects/Term'
import { explaining } from '../../subjects/glossary'
import type { Entry } from '../../subjects/glossary'
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

/** What is found: a place to go to, or a word that is explained here. */
type Found = Place & { readonly entry?: Entry }

/** Finds models, units, setups, suites, runs, views and words by any word in them; arrows choose, Enter goes. */
export function SearchDialog({ views, onClose }: SearchDialogProps) {
  const navigate = useNavigate()
  const [text, setText] = useState('')
  const asked = useDeferredValue(text.trim())
  const found = useSearch(asked)
  const [entry, setEntry] = useState<Entry | null>(null)
  const places: readonly Found[] =
    asked === ''
      ? views
      : [...matching(views, asked), ...(found.data ?? []).map(place), ...explaining(asked).map(word)]
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
          setEntry(p.entry ?? null)
          if (p.entry) return
          onClose()
          void navigate(p.address)
        }}
        nothing={asked !== '' && !found.isFetching ? 'Nothing has all of these words.' : undefined}
      />
      {entry && (
        <section className="mt-3 border-t border-line2 pt-3 text-base" aria-live="polite">
          <Explained entry={entry} />
          <Button
            look="quiet"
            onClick={() => {
              setEntry(null)
            }}
          >
            Close
          </Button>
        </section>
      )}
    </Dialog>
  )
}

function place(hit: Hit): Place {
  return { title: hit.title, about: hit.about, kind: kinds[hit.kind], address: addressOf(hit.place) }
}

function word(entry: Entry): Found {
  return { title: entry.word, about: 'what it means', kind: 'word', address: '', entry }
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
