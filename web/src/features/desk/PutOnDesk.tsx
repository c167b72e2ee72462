import { useForm, useWatch } from 'react-hook-form'
import { useNavigate, useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useModels, useSuites } from '../../api/queries'
import type { DeviceKind } from '../../api/queries'
import { everyKind, kindOf } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { Combobox } from '../../ui/Combobox'
import { Field, FieldError } from '../../ui/Field'
import { Select } from '../../ui/Select'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { putOnDesk } from './deeds'
import { SuiteChoice } from './SuiteChoice'
import { empty, modelOf, nameParts, puttingOf, setupWords, unitOf } from './put'
import type { PutForm } from './put'
import { useSetupsOfUnit, useUsualSuites } from './queries'

const fresh = 'new'

/** Puts a device on the desk: its name is enough, all else can be said now or later. */
export function PutOnDesk() {
  const models = useModels()
  const suites = useSuites()
  if (models.isPending || suites.isPending) return <Loading what="the catalogue" />
  if (models.isError) return <Failed error={models.error} retry={() => void models.refetch()} />
  if (suites.isError) return <Failed error={suites.error} retry={() => void suites.refetch()} />
  return <Putting models={models.data} suites={suites.data} />
}

interface PuttingProps {
  readonly models: readonly Schemas['ModelView'][]
  readonly suites: readonly Schemas['SuiteView'][]
}

function Putting({ models, suites }: PuttingProps) {
  const navigate = useNavigate()
  const { put, typed, set, choose, model, unit, setups, kind, picked, ready, submit } = usePutting(models)
  return (
    <form
      className="pt-4.5 pl-6.5 pr-6 pb-8 max-w-260"
      onSubmit={(e) => {
        e.preventDefault()
        if (ready) void submit()
      }}
    >
      <h1>Put a device on the desk</h1>
      <p className="text-ink2 text-base mb-5">
        Its name is enough to begin: facts, suites and everything else can be added when it is there.
      </p>
      <div className="grid grid-cols-[400px_1fr] gap-12 max-md:grid-cols-1 max-md:gap-6">
        <div>
          <Named models={models} typed={typed} invalid={put.problem !== null} onChoose={choose} />
          {model === undefined && typed.model !== '' && (
            <NewModel models={models} typed={typed} kind={kind} set={set} error={put.of} />
          )}
          <Details typed={typed} model={model} unit={unit} setups={setups} set={set} error={put.of} />
        </div>
        <div>
          <h2 className="mb-2">Suites to run</h2>
          <SuiteChoice
            suites={suites}
            chosen={picked}
            onChosen={(chosen) => {
              set('suites', [...chosen])
            }}
            kind={kind}
          />
        </div>
      </div>
      {put.problem !== null && <FieldError>{put.problem}</FieldError>}
      <div className="flex gap-2 mt-5 items-baseline">
        <Button look="main" type="submit" disabled={put.busy || !ready}>
          Put it on the desk
        </Button>
        <Button onClick={() => void navigate(-1)}>Leave it</Button>
        {!ready && <span className="text-sm text-ink2">{waitingFor(typed)}</span>}
      </div>
    </form>
  )
}

/** What is typed, what of it is there already, and how it is put on the desk. */
function usePutting(models: PuttingProps['models']) {
  const navigate = useNavigate()
  const put = useDeed(putOnDesk, 'here')
  const [search] = useSearchParams()
  const form = useForm<PutForm>({ defaultValues: { ...empty, model: search.get('model') ?? '' } })
  const typed = { ...empty, ...useWatch({ control: form.control }) } as PutForm
  const model = modelOf(typed, models)
  const unit = unitOf(typed, model)
  const setups = useSetupsOfUnit(unit?.id).data ?? []
  const kind = model?.kind ?? typed.kind
  const usual = useUsualSuites(kind).data ?? []
  const picked = new Set(typed.suites ?? usual)
  const submit = async () => {
    const sheet = await put.run(puttingOf(typed, model, unit, setups, [...picked]))
    if (!sheet) return
    const blank = sheet.setup.facts.length === 0
    void navigate(`/desk/${String(sheet.sitting)}${blank ? '?slip=open' : ''}`)
  }
  return {
    put,
    typed,
    set: <K extends keyof PutForm>(key: K, value: PutForm[K]) => {
      form.setValue(key, value as never)
    },
    choose: (name: string) => {
      form.reset({ ...empty, model: name, kind: typed.kind })
    },
    model,
    unit,
    setups,
    kind,
    picked,
    ready: model !== undefined || (nameParts(typed).name !== '' && kind !== undefined),
    submit,
  }
}

interface NamedProps {
  readonly models: PuttingProps['models']
  readonly typed: PutForm
  readonly invalid: boolean
  readonly onChoose: (name: string) => void
}

function Named({ models, typed, invalid, onChoose }: NamedProps) {
  return (
    <>
      <div className="text-sm text-ink2 mb-1">What is it called?</div>
      <Combobox
        label="Model"
        options={models.map((m) => ({
          value: String(m.id),
          label: `${m.maker} ${m.name}`.trim(),
          about: kindOf(m.kind).one,
        }))}
        value={typed.model}
        onValue={onChoose}
        free="live"
        large
        autoFocus
        placeholder="maker and model, such as Ostrel Fen 13"
        invalid={invalid}
      />
    </>
  )
}

function waitingFor(typed: PutForm): string {
  if (typed.model === '') return 'It needs a name.'
  return nameParts(typed).name === '' ? 'It needs a model name.' : 'Say what kind of thing it is.'
}

interface PartProps {
  readonly typed: PutForm
  readonly set: <K extends keyof PutForm>(key: K, value: PutForm[K]) => void
  readonly error: (field: string) => string | undefined
}

interface NewModelProps extends PartProps {
  readonly models: PuttingProps['models']
  readonly kind: DeviceKind | undefined
}

/** What a model is that is not there yet. */
function NewModel({ models, typed, kind, set, error }: NewModelProps) {
  const parts = nameParts(typed)
  return (
    <div className="border-l border-line pl-4 mt-3">
      <p className="text-sm text-ink2 mb-2">It is not in the catalogue yet and is made with this:</p>
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="Maker"
          value={parts.maker}
          onValue={(v) => {
            set('maker', v)
          }}
          error={error('maker')}
        />
        <Field
          label="Model name"
          value={parts.name}
          onValue={(v) => {
            set('name', v)
          }}
          error={error('name')}
        />
      </div>
      <KindChoice
        kinds={everyKind(models)}
        kind={kind}
        onKind={(k) => {
          set('kind', k)
          set('suites', undefined)
        }}
      />
    </div>
  )
}

interface KindChoiceProps {
  readonly kinds: readonly DeviceKind[]
  readonly kind: DeviceKind | undefined
  readonly onKind: (kind: DeviceKind | undefined) => void
}

/** One of the kinds there are, or a word of one's own. */
function KindChoice({ kinds, kind, onKind }: KindChoiceProps) {
  return (
    <>
      <div className="text-sm text-ink2 mb-1">What kind of thing is it?</div>
      <div role="radiogroup" aria-label="Kind" className="flex flex-wrap gap-1.5 mb-2">
        {kinds.map((k) => (
          <button
            key={k}
            type="button"
            role="radio"
            aria-checked={kind === k}
            className={`px-2.25 py-1 text-sm border border-line rounded ${kind === k ? 'bg-ink text-sheet' : 'bg-sheet text-ink2 hover:text-ink'}`}
            onClick={() => {
              onKind(k)
            }}
          >
            {kindOf(k).one}
          </button>
        ))}
      </div>
      <Field
        label="or in your own word, for one of them"
        value={kind === undefined || kinds.includes(kind) ? '' : kind}
        onValue={(word) => {
          onKind(word === '' ? undefined : word)
        }}
        maxLength={40}
        placeholder="router"
      />
    </>
  )
}

interface DetailsProps extends PartProps {
  readonly model: Schemas['ModelView'] | undefined
  readonly unit: Schemas['UnitView'] | undefined
  readonly setups: readonly Schemas['SetupView'][]
}

/** The unit and the setup: said already unless they are otherwise. */
function Details({ typed, model, unit, setups, set, error }: DetailsProps) {
  return (
    <div className="mt-4">
      {model !== undefined && (
        <div className="mb-3">
          <div className="text-sm text-ink2 mb-1">Unit</div>
          <Select
            label="Unit"
            value={unit === undefined ? fresh : String(unit.id)}
            choices={[
              ...model.units.map((u) => ({
                value: String(u.id),
                label: u.listed ? `${u.label}, known from lists alone` : u.label,
              })),
              { value: fresh, label: 'a new unit …' },
            ]}
            onValue={(v) => {
              set('unit', v)
            }}
          />
        </div>
      )}
      {unit === undefined && (
        <Field
          label="Name of the unit"
          value={typed.label}
          onValue={(v) => {
            set('label', v)
          }}
          required
          error={error('label')}
        />
      )}
      <Field
        label="Name of the setup"
        value={typed.setup}
        onValue={(v) => {
          set('setup', v)
        }}
        required
        error={error('setup')}
      />
      <p className="text-ink2 text-sm -mt-1 mb-3">{setupWords(setups, typed.setup)}</p>
      <Checkbox
        checked={typed.tuned}
        onChecked={(tuned) => {
          set('tuned', tuned)
        }}
      >
        Tuned: limits, clocks or voltages are not as shipped
      </Checkbox>
    </div>
  )
}
