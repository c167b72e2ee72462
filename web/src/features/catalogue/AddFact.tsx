import { useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
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

/** What is typed of a fact. */
interface TypedFact {
  key: string
  words: string
  group: Fact['group']
  type: Fact['type']
  unit: string
  /** In percent of the larger. */
  tolerance: string
  affects: Fact['affects']
}

const fresh: TypedFact = {
  key: '',
  words: '',
  group: 'OTHER',
  type: 'TEXT',
  unit: '',
  tolerance: '0',
  affects: [],
}

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
  const [open, setOpen] = useState(false)
  const close = () => {
    setOpen(false)
  }
  return (
    <>
      <Button
        changes
        onClick={() => {
          setOpen(true)
        }}
      >
        Add a fact
      </Button>
      <Dialog
        open={open}
        onClose={close}
        title="Add a fact"
        about="It can be named in every setup from then on."
      >
        <FactForm onClose={close} />
      </Dialog>
    </>
  )
}

function FactForm({ onClose }: { readonly onClose: () => void }) {
  const add = useDeed(addFact, 'here')
  const form = useForm<TypedFact>({ defaultValues: fresh })
  const typed = useWatch({ control: form.control }) as TypedFact
  const part: PartProps = {
    typed,
    set: (key, value) => {
      form.setValue(key, value as never)
    },
  }
  const submit = async () => {
    const { tolerance, ...rest } = typed
    const within = Number(tolerance.replace(',', '.')) / 100
    if (await add.run(typed.type === 'NUMBER' ? { ...rest, tolerance: within } : rest)) onClose()
  }
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault()
        void submit()
      }}
    >
      <Called {...part} />
      {typed.type === 'NUMBER' && <Measured {...part} />}
      <Affects {...part} />
      {add.problem !== null && <FieldError>{add.problem}</FieldError>}
      <div className="flex gap-2 mt-3">
        <Button look="main" type="submit">
          Add
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  )
}

interface PartProps {
  readonly typed: TypedFact
  readonly set: <K extends keyof TypedFact>(key: K, value: TypedFact[K]) => void
}

function Called({ typed, set }: PartProps) {
  return (
    <>
      <Field
        label="What people call it"
        value={typed.words}
        onValue={(v) => {
          set('words', v)
        }}
        required
        maxLength={60}
        autoFocus
      />
      <Field
        label="Key: words joined by dots, the most general first"
        value={typed.key}
        onValue={(v) => {
          set('key', v)
        }}
        required
        placeholder="cooling.pad"
      />
      <div className="flex gap-3 mb-3 items-center text-base">
        <Select
          label="Place on the slip"
          value={typed.group}
          choices={places.map((p) => ({ value: p, label: p.toLowerCase() }))}
          onValue={(v) => {
            set('group', v as Fact['group'])
          }}
        />
        <Select
          label="Type"
          value={typed.type}
          choices={types}
          onValue={(v) => {
            set('type', v as Fact['type'])
          }}
        />
      </div>
    </>
  )
}

/** Unit of a number, and how far apart two may lie and still be the same. */
function Measured({ typed, set }: PartProps) {
  return (
    <div className="grid grid-cols-2 gap-3">
      <Field
        label="Unit (UCUM)"
        value={typed.unit}
        onValue={(v) => {
          set('unit', v)
        }}
        placeholder="W"
      />
      <Field
        label="Same within, % of the larger"
        value={typed.tolerance}
        onValue={(v) => {
          set('tolerance', v)
        }}
        inputMode="decimal"
      />
    </div>
  )
}

function Affects({ typed, set }: PartProps) {
  return (
    <>
      <p className="text-sm text-ink2">Which tests can it change?</p>
      <div className="grid grid-cols-3">
        {(Object.entries(groups) as [Fact['affects'][number], string][]).map(([g, name]) => (
          <Checkbox
            key={g}
            checked={typed.affects.includes(g)}
            onChecked={(on) => {
              set('affects', on ? [...typed.affects, g] : typed.affects.filter((a) => a !== g))
            }}
          >
            {name}
          </Checkbox>
        ))}
      </div>
    </>
  )
}
