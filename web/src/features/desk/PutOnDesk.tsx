import { useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useModels, useSuites } from '../../api/queries'
import type { DeviceKind } from '../../api/queries'
import { kinds } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { Field, FieldError } from '../../ui/Field'
import { Select } from '../../ui/Select'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { putOnDesk } from './deeds'
import { SuiteChoice, usual } from './SuiteChoice'
import { useSetupsOfUnit } from './queries'

const fresh = 'new'

/** Chooses or makes a model and a unit, names the setup, picks the suites. */
export function PutOnDesk() {
  const models = useModels()
  const suites = useSuites()
  if (models.isPending || suites.isPending) return <Loading what="the catalogue" />
  if (models.isError) return <Failed error={models.error} retry={() => void models.refetch()} />
  if (suites.isError) return <Failed error={suites.error} retry={() => void suites.refetch()} />
  return <PutForm models={models.data} suites={suites.data} />
}

interface PutFormProps {
  readonly models: readonly Schemas['ModelView'][]
  readonly suites: readonly Schemas['SuiteView'][]
}

function PutForm({ models, suites }: PutFormProps) {
  const navigate = useNavigate()
  const put = useDeed(putOnDesk, 'here')
  const [search] = useSearchParams()
  const asked = models.find((m) => String(m.id) === search.get('model')) ?? models[0]
  const [modelId, setModelId] = useState(asked === undefined ? fresh : String(asked.id))
  const [maker, setMaker] = useState('')
  const [name, setName] = useState('')
  const [kind, setKind] = useState<DeviceKind>('LAPTOP')
  const [year, setYear] = useState('')
  const [unitId, setUnitId] = useState<string | null>(null)
  const [label, setLabel] = useState('A')
  const [setup, setSetup] = useState('as shipped')
  const [tuned, setTuned] = useState(false)
  const [chosen, setChosen] = useState<ReadonlySet<number> | null>(null)

  const model = models.find((m) => String(m.id) === modelId)
  const theKind = model?.kind ?? kind
  const unit = unitId ?? String(model?.units[0]?.id ?? fresh)
  const knownUnit = model?.units.find((u) => String(u.id) === unit)
  const setups = useSetupsOfUnit(knownUnit?.id)
  const before = setups.data?.at(-1)
  const picked = chosen ?? usual(suites, theKind)

  const submit = async () => {
    const parent = setups.data?.some((s) => s.name === setup.trim()) === true ? undefined : before?.id
    const sheet = await put.run({
      model: model ?? { maker, name, kind, ...(year.trim() === '' ? {} : { year: Number(year) }) },
      unit: knownUnit ?? { label },
      setup,
      tuned,
      suites: [...picked],
      ...(parent === undefined ? {} : { parentId: parent }),
    })
    if (sheet) void navigate(`/desk/${String(sheet.sitting)}`)
  }

  return (
    <form
      className="pt-4.5 pl-6.5 pr-6 pb-8 max-w-250"
      onSubmit={(e) => {
        e.preventDefault()
        void submit()
      }}
    >
      <h1>Put a device on the desk</h1>
      <p className="text-ink2 text-base mb-5">What it is, how it is set up, and what to run on it.</p>
      <div className="grid grid-cols-[360px_1fr] gap-12">
        <div>
          <Choose
            label="Model"
            value={modelId}
            choices={[
              ...models.map((m) => ({ value: String(m.id), label: `${m.maker} ${m.name}` })),
              { value: fresh, label: 'a new model …' },
            ]}
            onValue={(v) => {
              setModelId(v)
              setUnitId(null)
              setChosen(null)
            }}
          />
          {!model && (
            <div className="border-l border-line pl-4 mb-4">
              <Field label="Maker" value={maker} onValue={setMaker} required error={put.of('maker')} />
              <Field label="Model" value={name} onValue={setName} required error={put.of('name')} />
              <Choose
                label="Kind"
                value={kind}
                choices={(Object.keys(kinds) as DeviceKind[]).map((k) => ({ value: k, label: kinds[k].one }))}
                onValue={(v) => {
                  setKind(v as DeviceKind)
                  setChosen(null)
                }}
              />
              <Field
                label="Year (may be left out)"
                value={year}
                onValue={setYear}
                inputMode="numeric"
                pattern="\d{4}"
                error={put.of('year')}
              />
            </div>
          )}
          {model && (
            <Choose
              label="Unit"
              value={unit}
              choices={[
                ...model.units.map((u) => ({ value: String(u.id), label: u.label })),
                { value: fresh, label: 'a new unit …' },
              ]}
              onValue={setUnitId}
            />
          )}
          {!knownUnit && (
            <Field
              label="Name of the unit"
              value={label}
              onValue={setLabel}
              required
              error={put.of('label')}
            />
          )}
          <Field
            label="Name of the setup"
            value={setup}
            onValue={setSetup}
            required
            error={put.of('setup')}
          />
          <p className="text-ink2 text-sm -mt-1 mb-3">{setupWords(setups.data ?? [], setup)}</p>
          <Checkbox checked={tuned} onChecked={setTuned}>
            Tuned: limits, clocks or voltages are not as shipped
          </Checkbox>
        </div>
        <div>
          <h2 className="mb-2">Suites to run</h2>
          <SuiteChoice suites={suites} chosen={picked} onChosen={setChosen} kind={theKind} />
        </div>
      </div>
      {put.problem !== null && <FieldError>{put.problem}</FieldError>}
      <div className="flex gap-2 mt-5">
        <Button look="main" type="submit" disabled={put.busy}>
          Put it on the desk
        </Button>
        <Button onClick={() => void navigate(-1)}>Leave it</Button>
      </div>
    </form>
  )
}

interface ChooseProps {
  readonly label: string
  readonly value: string
  readonly choices: readonly { readonly value: string; readonly label: string }[]
  readonly onValue: (value: string) => void
}

function Choose({ label, ...rest }: ChooseProps) {
  return (
    <div className="mb-3">
      <div className="text-sm text-ink2 mb-1">{label}</div>
      <Select label={label} {...rest} />
    </div>
  )
}

/** What naming the setup so will mean. */
export function setupWords(setups: readonly { readonly name: string }[], name: string): string {
  const before = setups.at(-1)
  if (before === undefined) return 'The first setup of this unit.'
  if (setups.some((s) => s.name === name.trim())) return 'There is a setup of that name; its scores go on.'
  return `A change from “${before.name}”: say in a few words what you changed.`
}
