import type { Schemas } from '../../api/client'
import type { DeviceKind } from '../../api/queries'
import type { Putting } from './deeds'

type Model = Schemas['ModelView']

/** What is typed of a device that is put on the desk. */
export interface PutForm {
  /** Number of a model that is there, or what a new one is called. */
  model: string
  /** What was typed of a new model's name in parts; where nothing was, the first word is its maker. */
  maker: string | undefined
  name: string | undefined
  kind: DeviceKind | undefined
  /** Number of the unit, `new`, or empty for the first there is. */
  unit: string
  label: string
  setup: string
  tuned: boolean
  /** Ticked suites; undefined while they are as the last device had them. */
  suites: number[] | undefined
}

export const empty: PutForm = {
  model: '',
  maker: undefined,
  name: undefined,
  kind: undefined,
  unit: '',
  label: 'A',
  setup: 'as shipped',
  tuned: false,
  suites: undefined,
}

/** The model that is there, of that number or that name. */
export function modelOf({ model }: PutForm, models: readonly Model[]): Model | undefined {
  const plain = model.trim().toLowerCase()
  return models.find((m) => String(m.id) === model || `${m.maker} ${m.name}`.trim().toLowerCase() === plain)
}

/** The unit that was chosen, or the first that is here and not in a list alone; undefined for a new one. */
export function unitOf({ unit }: PutForm, model: Model | undefined): Schemas['UnitView'] | undefined {
  return unit === '' ? model?.units.find((u) => !u.listed) : model?.units.find((u) => String(u.id) === unit)
}

/** Maker and name of a new model: as typed in parts, else the first word and the rest; one word is a name. */
export function nameParts({ model, maker, name }: PutForm): {
  readonly maker: string
  readonly name: string
} {
  const [first = '', ...rest] = model.trim().split(/\s+/)
  if (rest.length === 0) return { maker: maker ?? '', name: name ?? first }
  return { maker: maker ?? first, name: name ?? rest.join(' ') }
}

/** What is sent. A setup of a name that is new was changed from the last one there is. */
export function puttingOf(
  typed: PutForm,
  model: Model | undefined,
  unit: Schemas['UnitView'] | undefined,
  setups: readonly { readonly id: number; readonly name: string }[],
  suites: readonly number[],
): Putting {
  const before = setups.at(-1)
  const there = setups.some((s) => s.name === typed.setup.trim())
  return {
    model: model ?? { ...nameParts(typed), kind: typed.kind ?? 'OTHER' },
    unit: unit ?? { label: typed.label },
    setup: typed.setup,
    tuned: typed.tuned,
    suites,
    ...(there || before === undefined ? {} : { parentId: before.id }),
  }
}

/** What naming the setup so will mean. */
export function setupWords(setups: readonly { readonly name: string }[], name: string): string {
  const before = setups.at(-1)
  if (before === undefined) return 'The first setup of this unit.'
  if (setups.some((s) => s.name === name.trim())) return 'There is a setup of that name; its scores go on.'
  return `A change from “${before.name}”: say in a few words what you changed.`
}
