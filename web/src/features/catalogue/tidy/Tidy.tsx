import { useState } from 'react'
import type { Schemas } from '../../../api/client'
import { useModels } from '../../../api/queries'
import { Button } from '../../../ui/Button'
import { Combobox } from '../../../ui/Combobox'
import type { Option } from '../../../ui/Combobox'
import { Dialog } from '../../../ui/Dialog'
import { FieldError } from '../../../ui/Field'
import { useDeed } from '../../../ui/deed'
import { deleteThing, mergeInto } from '../deeds'
import type { Thing } from '../deeds'

export interface TidyProps {
  readonly thing: Thing
  /** What it is called. */
  readonly name: string
  /** What it may be the same as. */
  readonly others: readonly Option[]
  /** Told once it is gone, and of what it became part, if of anything. */
  readonly onGone: (into: number | undefined) => void
}

const words = {
  models: 'Its units, with their setups and runs, move there; the history says so.',
  units: 'Its setups and runs move there; of two setups of one name the runs become those of one.',
  setups: 'Its runs move there; what its slip said stands in the history.',
} as const

/** Makes one of what stands there twice, or deletes what nothing was measured on. */
export function Tidy({ thing, name, others, onGone }: TidyProps) {
  const [merging, setMerging] = useState(false)
  const away = useDeed(deleteThing)
  const remove = async () => {
    if (await away.run({ thing, name })) onGone(undefined)
  }
  return (
    <span className="flex gap-3 items-baseline self-center">
      {others.length > 0 && (
        <Button
          changes
          look="link"
          onClick={() => {
            setMerging(true)
          }}
        >
          It is the same as …
        </Button>
      )}
      <Button changes look="link" disabled={away.busy} onClick={() => void remove()}>
        Delete it
      </Button>
      {merging && (
        <Merging
          thing={thing}
          name={name}
          others={others}
          onGone={onGone}
          onClose={() => {
            setMerging(false)
          }}
        />
      )}
    </span>
  )
}

function Merging({ thing, name, others, onGone, onClose }: TidyProps & { readonly onClose: () => void }) {
  const [into, setInto] = useState('')
  const merge = useDeed(mergeInto, 'here')
  const other = others.find((o) => o.value === into)
  const go = async () => {
    if (!other || !(await merge.run({ thing, name, into: Number(into), other: other.label }))) return
    onClose()
    onGone(Number(into))
  }
  return (
    <Dialog open onClose={onClose} width={520} title={`${name} is the same as …`} about={words[thing.of]}>
      <Combobox
        label="The same as"
        placeholder="type any words of its name"
        options={others}
        value={into}
        onValue={setInto}
        autoFocus
        large
      />
      {merge.problem !== null && <FieldError>{merge.problem}</FieldError>}
      <div className="flex gap-2 mt-4">
        <Button look="main" disabled={other === undefined || merge.busy} onClick={() => void go()}>
          {other === undefined ? 'Merge' : `Make it part of ${other.label}`}
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Dialog>
  )
}

/** Other models of its kind. */
export function useOtherModels(model: Schemas['ModelView']): readonly Option[] {
  return (useModels().data ?? [])
    .filter((m) => m.id !== model.id && m.kind === model.kind)
    .map((m) => ({ value: String(m.id), label: `${m.maker} ${m.name}`.trim() }))
}
