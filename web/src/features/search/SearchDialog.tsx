import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { useNavigate } from 'react-router'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { Dialog } from '../../ui/Dialog'

type Hit = Schemas['Hit']

const kinds: Record<Hit['kind'], string> = {
  MODEL: 'model',
  UNIT: 'unit',
  SETUP: 'setup',
  PART: 'part',
  SUITE: 'suite',
  FACT: 'fact',
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
  const [at, setAt] = useState(0)
  const asked = useDeferredValue(text.trim())
  const found = useQuery({
    queryKey: ['search', asked],
    enabled: asked !== '',
    queryFn: () => take(api.GET('/api/v1/search', { params: { query: { q: asked } } })),
    placeholderData: (before) => before,
  })
  const places = asked === '' ? views : [...matching(views, asked), ...(found.data ?? []).map(place)]
  const chosen = Math.min(at, places.length - 1)
  const go = (to: Place | undefined) => {
    if (!to) return
    onClose()
    void navigate(to.address)
  }
  return (
    <Dialog open onClose={onClose} width={560} title="Find anything">
      <input
        autoFocus
        role="combobox"
        aria-label="Words to find"
        aria-expanded={places.length > 0}
        aria-controls="search-places"
        aria-activedescendant={places.length > 0 ? `search-place-${String(chosen)}` : undefined}
        className="w-full border border-line rounded bg-sheet px-2.5 py-1.5 text-[14px]"
        placeholder="a model, a setup, a suite, a part, a word in a note"
        value={text}
        onChange={(e) => {
          setText(e.target.value)
          setAt(0)
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault()
            const step = e.key === 'ArrowDown' ? 1 : -1
            setAt((chosen + step + places.length) % Math.max(1, places.length))
          }
          if (e.key === 'Enter') go(places[chosen])
        }}
      />
      <ul id="search-places" role="listbox" aria-label="Found" className="mt-2 max-h-[50vh] overflow-auto">
        {places.map((p, i) => (
          <li
            key={`${p.kind} ${p.address} ${p.title}`}
            id={`search-place-${String(i)}`}
            role="option"
            aria-selected={i === chosen}
            className="flex items-baseline gap-2 px-2 py-[5px] text-[13.5px] cursor-pointer aria-selected:bg-ground rounded"
            onMouseMove={() => {
              setAt(i)
            }}
            onClick={() => {
              go(p)
            }}
          >
            <span className="w-[52px] text-ink2 text-[12px] shrink-0">{p.kind}</span>
            <span className="whitespace-nowrap">{p.title}</span>
            <span className="text-ink2 text-[12px] truncate">{p.about}</span>
          </li>
        ))}
      </ul>
      {asked !== '' && !found.isFetching && places.length === 0 && (
        <p className="text-ink2 text-[13px] mt-2">Nothing has all of these words.</p>
      )}
    </Dialog>
  )
}

function place(hit: Hit): Place {
  return { title: hit.title, about: hit.about, kind: kinds[hit.kind], address: hit.address }
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
