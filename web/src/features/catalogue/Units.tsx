import { useState } from 'react'
import { useDeed } from '../../ui/deed'
import { editUnit } from './deeds'
import { Tidy } from './tidy/Tidy'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { Field, FieldError } from '../../ui/Field'
import { Overtaken } from '../../ui/Overtaken'

type Unit = Schemas['UnitView']

/** The units of a model: which one, which variant, where its numbers come from. */
export function Units({ units }: { readonly units: readonly Unit[] }) {
  const [editing, setEditing] = useState<Unit | null>(null)
  if (units.length === 0) return null
  return (
    <section className="min-w-0">
      <h2>Units</h2>
      {units.map((u) => (
        <p key={u.id} className="text-base flex gap-3 border-b border-line2 py-1 items-baseline">
          <span className="num w-23 truncate" title={u.label}>
            {u.label}
          </span>
          <span className="flex-1 min-w-0">
            {u.variant === '' ? <span className="gap">variant not said</span> : u.variant}
          </span>
          {u.listed && <span className="text-ink2">known from lists alone</span>}
          <button
            className="changes text-ink2 hover:text-ink underline underline-offset-2"
            aria-label={`Edit unit ${u.label}`}
            onClick={() => {
              setEditing(u)
            }}
          >
            edit
          </button>
        </p>
      ))}
      {editing && (
        <UnitForm
          key={editing.id}
          unit={editing}
          others={units.filter((u) => u.id !== editing.id)}
          onClose={() => {
            setEditing(null)
          }}
        />
      )}
    </section>
  )
}

interface UnitFormProps {
  readonly unit: Unit
  readonly others: readonly Unit[]
  readonly onClose: () => void
}

function UnitForm({ unit, others, onClose }: UnitFormProps) {
  const edit = useDeed(editUnit, 'here')
  // As it was when this was opened: the unit itself follows what others keep meanwhile.
  const [opened] = useState(unit.edition)
  const { theirs } = edit
  const [label, setLabel] = useState(unit.label)
  const [variant, setVariant] = useState(unit.variant)
  const save = async (edition: number) => {
    if (await edit.run({ id: unit.id, label, variant, edition })) onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Unit ${unit.label}`}
      about="A unit is one device of its model. Scores stay with it; what changes here stands in the history of the model."
    >
      <form
        onSubmit={(e) => {
          e.preventDefault()
          void save(opened)
        }}
      >
        <Field label="Label" value={label} onValue={setLabel} maxLength={60} required />
        <Field label="Variant (such as 16 GiB, 512 GB)" value={variant} onValue={setVariant} maxLength={80} />
        {edit.problem !== null && <FieldError>{edit.problem}</FieldError>}
        {theirs && (
          <Overtaken
            what="this unit"
            lines={[
              { label: 'Label', theirs: theirs.label, mine: label },
              { label: 'Variant', theirs: theirs.variant, mine: variant },
            ]}
            onTheirs={onClose}
            onMine={() => {
              void save(theirs.edition)
            }}
          />
        )}
        <div className="flex gap-2">
          {!theirs && (
            <>
              <Button look="main" type="submit">
                Keep
              </Button>
              <Button onClick={onClose}>Leave it</Button>
            </>
          )}
          <span className="ml-auto self-center">
            <Tidy
              thing={{ of: 'units', id: unit.id }}
              name={`Unit ${unit.label}`}
              others={others.map((u) => ({ value: String(u.id), label: `unit ${u.label}` }))}
              onGone={onClose}
            />
          </span>
        </div>
      </form>
    </Dialog>
  )
}
