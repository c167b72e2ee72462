import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { useModels } from '../../api/queries'
import { kinds } from '../../figures/words'
import { Dialog } from '../../ui/Dialog'

export interface AddSubjectProps {
  /** Those that stand there already. */
  readonly subjects: readonly Schemas['SubjectView'][]
  readonly onAdd: (key: string) => void
  readonly onClose: () => void
}

interface Choice {
  readonly key: string
  readonly title: string
  readonly about: string
}

/** Finds what else could stand side by side: setups, models, parts; the setup before, the claim, the best of a kind. */
export function AddSubject({ subjects, onAdd, onClose }: AddSubjectProps) {
  const [text, setText] = useState('')
  const asked = useDeferredValue(text.trim())
  const models = useModels()
  const found = useQuery({
    queryKey: ['search', asked],
    enabled: asked !== '',
    queryFn: () => take(api.GET('/api/v1/search', { params: { query: { q: asked } } })),
    placeholderData: (before) => before,
  })
  const there = subjects.map((s) => s.key)
  const claimed = new Set((models.data ?? []).filter((m) => m.details.claims.length > 0).map((m) => m.id))
  const near = asked === '' ? suggestions(subjects, claimed) : (found.data ?? []).flatMap(fromHit)
  const choices = near.filter((c) => !there.includes(c.key))
  const [at, setAt] = useState(0)
  const chosen = Math.min(at, choices.length - 1)
  const add = (choice: Choice | undefined) => {
    if (!choice) return
    onAdd(choice.key)
    onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      width={560}
      title="Put beside"
      about="A setup, a model as shipped, everything with a part or a browser, a claim, the best of a kind."
    >
      <input
        autoFocus
        role="combobox"
        aria-label="What to put beside"
        aria-expanded={choices.length > 0}
        aria-controls="beside"
        aria-activedescendant={choices.length > 0 ? `beside-${String(chosen)}` : undefined}
        className="w-full border border-line rounded bg-sheet px-2.5 py-1.5 text-[14px]"
        placeholder="words of a model, a setup, a processor, a drive"
        value={text}
        onChange={(e) => {
          setText(e.target.value)
          setAt(0)
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault()
            const step = e.key === 'ArrowDown' ? 1 : -1
            setAt((chosen + step + choices.length) % Math.max(1, choices.length))
          }
          if (e.key === 'Enter') add(choices[chosen])
        }}
      />
      <ul
        id="beside"
        role="listbox"
        aria-label="What could stand beside"
        className="mt-2 max-h-[46vh] overflow-auto"
      >
        {choices.map((c, i) => (
          <li
            key={c.key}
            id={`beside-${String(i)}`}
            role="option"
            aria-selected={i === chosen}
            className="flex items-baseline gap-2 px-2 py-[5px] text-[13.5px] cursor-pointer aria-selected:bg-ground rounded"
            onMouseMove={() => {
              setAt(i)
            }}
            onClick={() => {
              add(c)
            }}
          >
            <span className="whitespace-nowrap">{c.title}</span>
            <span className="text-ink2 text-[12px] truncate">{c.about}</span>
          </li>
        ))}
      </ul>
      {asked !== '' && !found.isFetching && choices.length === 0 && (
        <p className="text-ink2 text-[13px] mt-2">Nothing that can stand beside has all of these words.</p>
      )}
    </Dialog>
  )
}

/** Before a word is typed: what belongs to those that stand there. */
function suggestions(
  subjects: readonly Schemas['SubjectView'][],
  claimed: ReadonlySet<number>,
): readonly Choice[] {
  const choices: Choice[] = []
  for (const s of subjects) {
    if (s.before !== undefined) {
      choices.push({
        key: `setup-${String(s.before)}`,
        title: `${s.name}, before`,
        about: `the setup that “${s.detail}” was changed from`,
      })
    }
    if (s.modelId !== undefined && claimed.has(s.modelId)) {
      choices.push({
        key: `claim-${String(s.modelId)}`,
        title: `${s.name}, as claimed`,
        about: 'what its maker says',
      })
    }
    if (s.kind !== undefined) {
      choices.push({
        key: `best-kind=${s.kind}`,
        title: `Best of all ${kinds[s.kind].many}`,
        about: 'test by test',
      })
    }
  }
  return choices.filter((c, i) => choices.findIndex((o) => o.key === c.key) === i)
}

/** A hit of the search that has scores. */
function fromHit(hit: Schemas['Hit']): readonly Choice[] {
  const number = /\/(models|setups)\/(\d+)/.exec(hit.address)
  if (hit.kind === 'SETUP' && number)
    return [{ key: `setup-${number[2] ?? ''}`, title: hit.title, about: hit.about }]
  if (hit.kind === 'MODEL' && number) {
    return [{ key: `model-${number[2] ?? ''}`, title: hit.title, about: `model, as shipped · ${hit.about}` }]
  }
  const fact = new URLSearchParams(hit.address.split('?')[1] ?? '')
  const [key, value] = [fact.get('key'), fact.get('value')]
  return key !== null && value !== null
    ? [{ key: `fact-${key}=${value}`, title: hit.title, about: hit.about }]
    : []
}
