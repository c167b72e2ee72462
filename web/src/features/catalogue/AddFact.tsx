import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { groups } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { Dialog } from '../../ui/Dialog'
import { Field, FieldError } from '../../ui/Field'
import { Select } from '../../ui/Select'
import { useDeed } from '../../ui/deed'
import { addFact } from './deeds'

type Fact = Schemas['FactKeyView']

const types = [
  { value: 'TEXT', label: 'words' },
  { value: 'NUMBER', label: 'a number' },
  { value: 'VERSION', label: 'a version' },
  { value: 'FLAG', label: 'yes or no' },
]

const places = [
  'PROCESSOR',
  'MEMORY',
  'DRIVE',
  'GRAPHICS',
  'DISPLAY',
  'POWER',
  'SYSTEM',
  'BROWSER',
  'NETWORK',
  'SENSORS',
  'OTHER',
]

/** Adds a fact to the dictionary of this desk. */
export function AddFact() {
  const add = useDeed(addFact, 'here')
  const [open, setOpen] = useState(false)
  const [key, setKey] = useState('')
  const [words, setWords] = useState('')
  const [group, setGroup] = useState('OTHER')
  const [type, setType] = useState('TEXT')
  const [unit, setUnit] = useState('')
  const [tolerance, setTolerance] = useState('0')
  const [affects, setAffects] = useState<ReadonlySet<string>>(new Set())
  const submit = async () => {
    const added = await add.run({
      key,
      words,
      group: group as Fact['group'],
      type: type as Fact['type'],
      unit,
      affects: [...affects] as Fact['affects'],
      ...(type === 'NUMBER' ? { tolerance: Number(tolerance.replace(',', '.')) / 100 } : {}),
    })
    if (added === undefined) return
    setOpen(false)
    setKey('')
    setWords('')
  }
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true)
        }}
      >
        Add a fact
      </Button>
      <Dialog
        open={open}
        onClose={() => {
          setOpen(false)
        }}
        title="Add a fact"
        about="It can be named in every setup from then on."
      >
        <form
          onSubmit={(e) => {
            e.preventDefault()
            void submit()
          }}
        >
          <Field
            label="What people call it"
            value={words}
            onValue={setWords}
            required
            maxLength={60}
            autoFocus
          />
          <Field
            label="Key: words joined by dots, the most general first"
            value={key}
            onValue={setKey}
            required
            placeholder="cooling.pad"
          />
          <div className="flex gap-3 mb-3 items-center text-base">
            <Select
              label="Place on the slip"
              value={group}
              choices={places.map((p) => ({ value: p, label: p.toLowerCase() }))}
              onValue={setGroup}
            />
            <Select label="Type" value={type} choices={types} onValue={setType} />
          </div>
          {type === 'NUMBER' && (
            <div className="grid grid-cols-2 gap-3">
              <Field label="Unit (UCUM)" value={unit} onValue={setUnit} placeholder="W" />
              <Field
                label="Same within, % of the larger"
                value={tolerance}
                onValue={setTolerance}
                inputMode="decimal"
              />
            </div>
          )}
          <p className="text-sm text-ink2">Which tests can it change?</p>
          <div className="grid grid-cols-3">
            {Object.entries(groups).map(([g, name]) => (
              <Checkbox
                key={g}
                checked={affects.has(g)}
                onChecked={(on) => {
                  const next = new Set(affects)
                  if (on) next.add(g)
                  else next.delete(g)
                  setAffects(next)
                }}
              >
                {name}
              </Checkbox>
            ))}
          </div>
          {add.problem !== null && <FieldError>{add.problem}</FieldError>}
          <div className="flex gap-2 mt-3">
            <Button look="main" type="submit">
              Add
            </Button>
            <Button
              onClick={() => {
                setOpen(false)
              }}
            >
              Leave it
            </Button>
          </div>
        </form>
      </Dialog>
    </>
  )
}
