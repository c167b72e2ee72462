import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useFacts, useSuites } from '../../api/queries'
import type { DeviceKind } from '../../api/queries'
import { unitWords } from '../../figures/format'
import { kinds } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Field, FieldError } from '../../ui/Field'
import { Overtaken } from '../../ui/Overtaken'
import type { OvertakenLine } from '../../ui/Overtaken'
import { Rows } from '../../ui/Rows'
import { Select } from '../../ui/Select'
import { useDeed } from '../../ui/deed'
import { editModel } from './deeds'

type Model = Schemas['ModelView']

export interface ModelFormProps {
  readonly model: Model
  readonly onClose: () => void
}

/** Everything of a model that a person types. */
export function ModelForm({ model, onClose }: ModelFormProps) {
  const edit = useDeed(editModel, 'here')
  // As it was when this was opened: the model itself follows what others keep meanwhile.
  const [opened] = useState(model.edition)
  const { of, theirs } = edit
  const suites = useSuites()
  const facts = useFacts()
  const [maker, setMaker] = useState(model.maker)
  const [name, setName] = useState(model.name)
  const [kind, setKind] = useState<DeviceKind>(model.kind)
  const [year, setYear] = useState(model.year === undefined ? '' : String(model.year))
  const [prices, setPrices] = useState(
    rowsOf(model.details.prices.map((p) => [p.amount, p.currency, p.on, p.variant])),
  )
  const [claims, setClaims] = useState(
    rowsOf(model.details.claims.map((c) => [`${c.suite} ${c.metric}`, c.text, c.note ?? ''])),
  )
  const [spec, setSpec] = useState(rowsOf(model.details.specification.map((l) => [l.key, l.value, l.unit])))
  const [pros, setPros] = useState(model.details.pros.join('\n'))
  const [cons, setCons] = useState(model.details.cons.join('\n'))
  const [missing, setMissing] = useState(model.details.missing.join('\n'))
  const [tags, setTags] = useState(model.details.tags.join(', '))
  const lines = (text: string) =>
    text
      .split('\n')
      .map((l) => l.trim())
      .filter((l) => l !== '')
  const metrics = (suites.data ?? []).flatMap((s) =>
    s.metrics.map((m) => ({
      value: `${s.key} ${m.key}`,
      label: `${s.name}: ${m.name} (${unitWords(m.unit)})`,
    })),
  )
  const typed = (edition: number): Schemas['ModelEdit'] => {
    return {
      maker,
      name,
      kind,
      ...(year.trim() === '' ? {} : { year: Number(year) }),
      edition,
      details: {
        prices: prices.map(([amount = '', currency = '', on = '', variant = '']) => ({
          amount,
          currency,
          on,
          variant,
        })),
        claims: claims.map(([what = '', text = '', note = '']) => {
          const [suite = '', metric = ''] = what.split(' ')
          return { suite, metric, text, ...(note === '' ? {} : { note }) }
        }),
        specification: spec.map(([key = '', value = '', unit = '']) => ({ key, value, unit })),
        pros: lines(pros),
        cons: lines(cons),
        missing: lines(missing),
        tags: tags
          .split(',')
          .map((t) => t.trim())
          .filter((t) => t !== ''),
      },
    }
  }
  const save = async (edition: number) => {
    if (await edit.run({ id: model.id, edit: typed(edition) })) onClose()
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
      <div className="grid grid-cols-[1fr_1fr_140px_100px] gap-4">
        <Field label="Maker" value={maker} onValue={setMaker} required error={of('maker')} />
        <Field label="Model" value={name} onValue={setName} required error={of('name')} />
        <div>
          <div className="text-sm text-ink2 mb-1">Kind</div>
          <Select
            label="Kind"
            value={kind}
            choices={(Object.keys(kinds) as DeviceKind[]).map((k) => ({ value: k, label: kinds[k].one }))}
            onValue={(v) => {
              setKind(v as DeviceKind)
            }}
          />
        </div>
        <Field
          label="Year"
          value={year}
          onValue={setYear}
          inputMode="numeric"
          pattern="\d{4}"
          error={of('year')}
        />
      </div>
      <Rows
        title="Prices"
        add="Add a price"
        columns={[
          { label: 'Amount', field: 'amount', width: '100px' },
          { label: 'Currency', field: 'currency', width: '70px' },
          { label: 'Seen on', field: 'on', width: '150px', type: 'date' },
          { label: 'Variant it is for', width: '1fr' },
        ]}
        fresh={['', 'EUR', new Date().toISOString().slice(0, 10), '']}
        rows={prices}
        onRows={setPrices}
        error={(i, field) => of(`details.prices[${String(i)}].${field}`)}
      />
      <Rows
        title="What the maker claims"
        add="Add a claim"
        columns={[
          { label: 'Metric', field: 'metric', width: '1fr', choices: metrics },
          { label: 'Claimed value', field: 'text', width: '110px' },
          { label: "The maker's conditions", width: '1fr' },
        ]}
        fresh={[metrics[0]?.value ?? '', '', '']}
        rows={claims}
        onRows={setClaims}
        error={(i, field) => of(`details.claims[${String(i)}].${field}`)}
      />
      <Rows
        title="Specification"
        add="Add a line"
        columns={[
          {
            label: 'Fact',
            field: 'key',
            width: '1fr',
            choices: (facts.data ?? []).map((f) => ({ value: f.key, label: f.words })),
          },
          { label: 'Value', field: 'value', width: '1fr' },
          { label: 'Unit', width: '90px' },
        ]}
        fresh={['cpu.model', '', '']}
        rows={spec}
        onRows={setSpec}
        error={(i, field) => of(`details.specification[${String(i)}].${field}`)}
      />
      <div className="grid grid-cols-3 gap-4 mt-4">
        <Lines label="What speaks for it, a line each" value={pros} onValue={setPros} />
        <Lines label="What speaks against it" value={cons} onValue={setCons} />
        <Lines label="What it lacks" value={missing} onValue={setMissing} />
      </div>
      <Field label="Tags, with commas between" value={tags} onValue={setTags} />
      {edit.problem !== null && <FieldError>{edit.problem}</FieldError>}
      {theirs && (
        <Overtaken
          what="this model"
          lines={differences(theirs, typed(theirs.edition))}
          onTheirs={onClose}
          onMine={() => {
            void save(theirs.edition)
          }}
        />
      )}
      <div className="flex gap-2 mt-3">
        <Button look="main" type="submit">
          Keep
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  )
}

/** Both as lines of text, field by field. */
function differences(theirs: Model, mine: Schemas['ModelEdit']): readonly OvertakenLine[] {
  const of = (m: Model | Schemas['ModelEdit']): Readonly<Record<string, string>> => ({
    Maker: m.maker,
    Model: m.name,
    Kind: kinds[m.kind].one,
    Year: String(m.year ?? ''),
    Prices: m.details.prices
      .map((p) => [p.amount, p.currency, p.on, p.variant].filter((x) => x !== '').join(' '))
      .join('\n'),
    Claims: m.details.claims
      .map((c) => `${c.suite} ${c.metric}: ${c.text} ${c.note ?? ''}`.trim())
      .join('\n'),
    Specification: m.details.specification.map((l) => `${l.key}: ${l.value} ${l.unit}`.trim()).join('\n'),
    'What speaks for it': m.details.pros.join('\n'),
    'What speaks against it': m.details.cons.join('\n'),
    'What it lacks': m.details.missing.join('\n'),
    Tags: m.details.tags.join(', '),
  })
  const yours = of(mine)
  return Object.entries(of(theirs)).map(([label, text]) => ({
    label,
    theirs: text,
    mine: yours[label] ?? '',
  }))
}

/** Texts in rows, as they are typed. */
function rowsOf(rows: string[][]): readonly (readonly string[])[] {
  return rows
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
