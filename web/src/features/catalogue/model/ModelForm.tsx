import { useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
import type { Schemas } from '../../../api/client'
import { useFacts, useModels, useSuites } from '../../../api/queries'
import { unitWords } from '../../../figures/format'
import { everyKind, kindOf } from '../../../figures/words'
import { Button } from '../../../ui/Button'
import { Combobox } from '../../../ui/Combobox'
import { Field, FieldError } from '../../../ui/Field'
import { Overtaken } from '../../../ui/Overtaken'
import { Rows } from '../../../ui/Rows'
import { useDeed } from '../../../ui/deed'
import { editModel } from '../deeds'
import { differences, editOf, typedOf } from './typed'
import type { TypedModel } from './typed'
import { today } from '../../../figures/dates'

export interface ModelFormProps {
  readonly model: Schemas['ModelView']
  readonly onClose: () => void
}

/** Everything of a model that a person types. */
export function ModelForm({ model, onClose }: ModelFormProps) {
  const edit = useDeed(editModel, 'here')
  // As it was when this was opened: the model itself follows what others keep meanwhile.
  const [opened] = useState(model.edition)
  const form = useForm<TypedModel>({ defaultValues: typedOf(model) })
  const typed = useWatch({ control: form.control }) as TypedModel
  const part: PartProps = {
    typed,
    set: (key, value) => {
      form.setValue(key, value as never)
    },
    error: edit.of,
  }
  const { theirs } = edit
  const save = async (edition: number) => {
    if (await edit.run({ id: model.id, edit: editOf(typed, edition) })) onClose()
  }
  return (
    <form
      className="pt-4.5 pl-6.5 pr-6 pb-10 max-w-250"
      onSubmit={(e) => {
        e.preventDefault()
        void save(opened)
      }}
    >
      <h1 className="mb-4">
        Edit {model.maker} {model.name}
      </h1>
      <Named {...part} />
      <Listed {...part} />
      <Said {...part} />
      {edit.problem !== null && <FieldError>{edit.problem}</FieldError>}
      {theirs && (
        <Overtaken
          what="this model"
          lines={differences(typedOf(theirs), typed)}
          onTheirs={onClose}
          onMine={() => {
            void save(theirs.edition)
          }}
        />
      )}
      {!theirs && (
        <div className="flex gap-2 mt-3">
          <Button look="main" type="submit">
            Keep
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      )}
    </form>
  )
}

interface PartProps {
  readonly typed: TypedModel
  readonly set: <K extends keyof TypedModel>(key: K, value: TypedModel[K]) => void
  /** What the server found wrong with a field. */
  readonly error: (field: string) => string | undefined
}

/** What it is called, and what it is. */
function Named({ typed, set, error }: PartProps) {
  const models = useModels().data ?? []
  const text = (key: 'maker' | 'name' | 'year') => ({
    value: typed[key],
    onValue: (value: string) => {
      set(key, value)
    },
    error: error(key),
  })
  return (
    <div className="grid grid-cols-[1fr_1fr_160px_100px] gap-4">
      <Field label="Maker" {...text('maker')} required />
      <Field label="Model" {...text('name')} required />
      <div>
        <div className="text-sm text-ink2 mb-1">Kind, or a word of your own</div>
        <Combobox
          label="Kind"
          options={everyKind(models).map((k) => ({ value: k, label: kindOf(k).one }))}
          value={typed.kind}
          onValue={(v) => {
            set('kind', v)
          }}
          free
          large
        />
      </div>
      <Field label="Year" {...text('year')} inputMode="numeric" pattern="\d{4}" />
    </div>
  )
}

/** What comes in lines: prices, claims, the specification. */
function Listed({ typed, set, error }: PartProps) {
  const facts = useFacts().data ?? []
  const metrics = (useSuites().data ?? []).flatMap((s) =>
    s.metrics.map((m) => ({
      value: `${s.key} ${m.key}`,
      label: `${s.name}: ${m.name} (${unitWords(m.unit)})`,
    })),
  )
  const rows = (key: 'prices' | 'claims' | 'specification') => ({
    rows: typed[key],
    onRows: (all: readonly (readonly string[])[]) => {
      set(
        key,
        all.map((r) => [...r]),
      )
    },
    error: (i: number, field: string) => error(`details.${key}[${String(i)}].${field}`),
  })
  return (
    <>
      <Rows
        title="Prices"
        add="Add a price"
        columns={[
          { label: 'Amount', field: 'amount', width: '100px' },
          { label: 'Currency', field: 'currency', width: '70px' },
          { label: 'Seen on', field: 'on', width: '150px', type: 'date' },
          { label: 'Variant it is for', width: '1fr' },
        ]}
        fresh={['', 'EUR', today(), '']}
        {...rows('prices')}
      />
      <Rows
        title="What the maker claims"
        add="Add a claim"
        columns={[
          { label: 'Metric', field: 'metric', width: '1fr', choices: metrics },
          { label: 'Claimed value', field: 'text', width: '110px' },
          { label: "The maker's conditions", width: '1fr' },
        ]}
        fresh={['', '', '']}
        {...rows('claims')}
      />
      <Rows
        title="Specification"
        add="Add a line"
        columns={[
          {
            label: 'Fact',
            field: 'key',
            width: '1fr',
            choices: facts.map((f) => ({ value: f.key, label: f.words })),
          },
          { label: 'Value', field: 'value', width: '1fr' },
          { label: 'Unit', width: '90px' },
        ]}
        fresh={['', '', '']}
        {...rows('specification')}
      />
    </>
  )
}

/** What is said of it in words. */
function Said({ typed, set }: PartProps) {
  const lines = (key: 'pros' | 'cons' | 'missing' | 'tags') => ({
    value: typed[key],
    onValue: (value: string) => {
      set(key, value)
    },
  })
  return (
    <>
      <div className="grid grid-cols-3 gap-4 mt-4">
        <Lines label="What speaks for it, a line each" {...lines('pros')} />
        <Lines label="What speaks against it" {...lines('cons')} />
        <Lines label="What it lacks" {...lines('missing')} />
      </div>
      <Field label="Tags, with commas between" {...lines('tags')} />
    </>
  )
}

interface LinesProps {
  readonly label: string
  readonly value: string
  readonly onValue: (value: string) => void
}

function Lines({ label, value, onValue }: LinesProps) {
  return (
    <label className="text-sm text-ink2">
      {label}
      <textarea
        className="block w-full h-23 mt-1 border border-line rounded bg-sheet px-2.5 py-1.5 text-md text-ink"
        value={value}
        onChange={(e) => {
          onValue(e.target.value)
        }}
      />
    </label>
  )
}
