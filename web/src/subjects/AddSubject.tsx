import { useDeferredValue, useState } from 'react'
import type { Schemas } from '../api/client'
import { useModels } from '../api/queries'
import { kindOf } from '../figures/words'
import { Dialog } from '../ui/Dialog'
import { Finder } from '../ui/Finder'
import type { Found } from '../ui/Finder'
import { useSearch } from './queries'

export interface AddSubjectProps {
  /** Those that stand there already. */
  readonly subjects: readonly Schemas['SubjectView'][]
  readonly onAdd: (key: string) => void
  readonly onClose: () => void
  /** Setups alone, where nothing else has what is looked at. */
  readonly only?: 'setup'
}

/** Finds what else could stand side by side: setups, models, parts; the setup before, the claim, the best of a kind. */
export function AddSubject({ subjects, onAdd, onClose, only }: AddSubjectProps) {
  const [text, setText] = useState('')
  const asked = useDeferredValue(text.trim())
  const models = useModels()
  const found = useSearch(asked)
  const there = subjects.map((s) => s.key)
  const claimed = new Set((models.data ?? []).filter((m) => m.details.claims.length > 0).map((m) => m.id))
  const near = asked === '' ? suggestions(subjects, claimed) : (found.data ?? []).flatMap(fromHit)
  const choices = near.filter(
    (c) => !there.includes(c.key) && (only === undefined || c.key.startsWith(`${only}-`)),
  )
  return (
    <Dialog
      open
      onClose={onClose}
      width={560}
      title="Put beside"
      about={
        only === undefined
          ? 'A setup, a model as shipped, everything with a part or a browser, a claim, the best of a kind.'
          : 'A setup: type words of its model or its name.'
      }
    >
      <Finder
        label="What to put beside"
        listLabel="What could stand beside"
        placeholder="words of a model, a setup, a processor, a drive"
        text={text}
        onText={setText}
        found={choices}
        onChoose={(choice) => {
          onAdd(choice.key)
          onClose()
        }}
        nothing={
          asked !== '' && !found.isFetching
            ? 'Nothing that can stand beside has all of these words.'
            : undefined
        }
      />
    </Dialog>
  )
}

/** Before a word is typed: what belongs to those that stand there. */
function suggestions(
  subjects: readonly Schemas['SubjectView'][],
  claimed: ReadonlySet<number>,
): readonly Found[] {
  const choices: Found[] = []
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
        title: `Best of all ${kindOf(s.kind).many}`,
        about: 'test by test',
      })
    }
  }
  return choices.filter((c, i) => choices.findIndex((o) => o.key === c.key) === i)
}

/** A hit of the search that has scores. */
function fromHit({ title, about, kind, place }: Schemas['Hit']): readonly Found[] {
  if (place.at === 'SETUP') return [{ key: `setup-${String(place.id)}`, title, about }]
  if (kind === 'MODEL' && place.at === 'MODEL')
    return [{ key: `model-${String(place.id)}`, title, about: `model, as shipped · ${about}` }]
  return place.at === 'PART' ? [{ key: `fact-${place.key}=${place.value}`, title, about }] : []
}
