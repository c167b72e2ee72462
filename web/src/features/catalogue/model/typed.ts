import type { Schemas } from '../../../api/client'
import { kindOf } from '../../../figures/words'
import type { OvertakenLine } from '../../../ui/Overtaken'

type Model = Schemas['ModelView']
type Details = Schemas['ModelDetails']

/** Everything of a model that a person types, as texts. */
export interface TypedModel {
  maker: string
  name: string
  kind: string
  year: string
  /** Amount, currency, day, variant. */
  prices: string[][]
  /** Suite and metric with a space between, value, conditions. */
  claims: string[][]
  /** Key of the fact, value, unit. */
  specification: string[][]
  /** A line each. */
  pros: string
  cons: string
  missing: string
  /** With commas between. */
  tags: string
}

/** A model as it stands in the fields. */
export function typedOf({ maker, name, kind, year, details: d }: Model): TypedModel {
  return {
    maker,
    name,
    kind,
    year: year === undefined ? '' : String(year),
    prices: d.prices.map((p) => [p.amount, p.currency, p.on, p.variant]),
    claims: d.claims.map((c) => [`${c.suite} ${c.metric}`, c.text, c.note ?? '']),
    specification: d.specification.map((l) => [l.key, l.value, l.unit]),
    pros: d.pros.join('\n'),
    cons: d.cons.join('\n'),
    missing: d.missing.join('\n'),
    tags: d.tags.join(', '),
  }
}

/** What is sent to be kept over an edition. */
export function editOf(typed: TypedModel, edition: number): Schemas['ModelEdit'] {
  const { maker, name, kind, year } = typed
  return {
    maker,
    name,
    kind,
    ...(year.trim() === '' ? {} : { year: Number(year) }),
    edition,
    details: detailsOf(typed),
  }
}

function detailsOf(typed: TypedModel): Details {
  return {
    prices: typed.prices.map(([amount = '', currency = '', on = '', variant = '']) => ({
      amount,
      currency,
      on,
      variant,
    })),
    claims: typed.claims.map(([what = '', text = '', note = '']) => {
      const [suite = '', metric = ''] = what.split(' ')
      return { suite, metric, text, ...(note === '' ? {} : { note }) }
    }),
    specification: typed.specification.map(([key = '', value = '', unit = '']) => ({ key, value, unit })),
    pros: parts(typed.pros, '\n'),
    cons: parts(typed.cons, '\n'),
    missing: parts(typed.missing, '\n'),
    tags: parts(typed.tags, ','),
  }
}

function parts(text: string, by: string): string[] {
  return text
    .split(by)
    .map((p) => p.trim())
    .filter((p) => p !== '')
}

/** What somebody else kept beside what is typed here, field by field. */
export function differences(theirs: TypedModel, mine: TypedModel): readonly OvertakenLine[] {
  const yours = shown(mine)
  return Object.entries(shown(theirs)).map(([label, text]) => ({
    label,
    theirs: text,
    mine: yours[label] ?? '',
  }))
}

function shown(m: TypedModel): Readonly<Record<string, string>> {
  const rows = (all: string[][]) => all.map((r) => r.filter((x) => x !== '').join(' ')).join('\n')
  return {
    Maker: m.maker,
    Model: m.name,
    Kind: kindOf(m.kind).one,
    Year: m.year,
    Prices: rows(m.prices),
    Claims: rows(m.claims),
    Specification: rows(m.specification),
    'What speaks for it': m.pros,
    'What speaks against it': m.cons,
    'What it lacks': m.missing,
    Tags: m.tags,
  }
}
