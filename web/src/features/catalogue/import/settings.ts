import type { Schemas } from '../../../api/client'
import { headOf } from '../sheet/head'
import type { Option } from '../../../ui/Combobox'

export type Settings = Schemas['ImportSettings']
export type Role = keyof Settings['columns']

/** What a column can say beside tests and facts. */
export const roles: readonly (readonly [Role, string, string])[] = [
  ['DEVICE', 'device', 'the name of the model'],
  ['MAKER', 'maker', 'of the device'],
  ['KIND', 'kind', 'laptop, phone, drive and the like'],
  ['YEAR', 'year', 'of the model'],
  ['PRICE', 'price', 'of the model, such as 560 €'],
  ['UNIT', 'unit', 'the sample of the model'],
  ['SETUP', 'setup', 'its name'],
  ['SUITE', 'suite', 'where each row names it'],
  ['VERSION', 'version of the suite', ''],
  ['METRIC', 'test', 'where a row is one reading'],
  ['VALUE', 'value', 'where a row is one reading'],
  ['REPEAT', 'number of the repeat', ''],
  ['TIME', 'day or time', 'of the run'],
  ['NOTE', 'note', 'on the run'],
  ['ORIGIN', 'origin', 'where the row comes from'],
]

/** What a column says, as one word for a list to choose from. */
export function sayingOf(settings: Settings, column: string): string {
  const role = (Object.entries(settings.columns) as [Role, string][]).find(([, name]) => name === column)
  if (role !== undefined) return `role ${role[0]}`
  const metric = settings.metrics[column]
  if (metric !== undefined) return `metric ${metric}`
  const fact = settings.facts?.[column]
  return fact === undefined ? '' : `fact ${fact}`
}

/** The settings with a column saying something else; nothing else says the same then, where only one can. */
export function saying(settings: Settings, column: string, says: string): Settings {
  const columns = Object.fromEntries(
    Object.entries(settings.columns).filter(([role, name]) => name !== column && says !== `role ${role}`),
  )
  const metrics = without(settings.metrics, (name, key) => name === column || says === `metric ${key}`)
  const facts = without(settings.facts ?? {}, (name, key) => name === column || says === `fact ${key}`)
  const [sort, key = ''] = says.split(/ (.*)/)
  if (sort === 'role') columns[key] = column
  if (sort === 'metric') metrics[column] = key
  if (sort === 'fact') facts[column] = key
  return shaped({ ...settings, columns, metrics, facts })
}

/** A row is one reading where columns name the test and its value; else it is a run. */
function shaped(settings: Settings): Settings {
  const long = settings.columns.METRIC !== undefined && settings.columns.VALUE !== undefined
  return { ...settings, shape: long ? 'LONG' : 'WIDE' }
}

function without(
  all: Readonly<Record<string, string>>,
  gone: (name: string, value: string) => boolean,
): Record<string, string> {
  return Object.fromEntries(Object.entries(all).filter(([name, value]) => !gone(name, value)))
}

/** Everything that a column can say, for a table of that suite. */
export function sayings(
  suite: Schemas['SuiteView'] | undefined,
  facts: readonly Schemas['FactKeyView'][],
): readonly Option[] {
  return [
    { value: '', label: 'nothing that is kept' },
    ...roles.map(([role, label, about]) => ({ value: `role ${role}`, label, about })),
    ...(suite?.metrics ?? []).map((m) => ({
      value: `metric ${m.key}`,
      label: m.name,
      about: `test of ${suite?.name ?? ''}`,
    })),
    ...facts.map((f) => ({
      value: `fact ${f.key}`,
      label: f.words,
      about: ['fact', f.groupWords.toLowerCase(), ...(f.also ?? [])].join(', '),
    })),
  ]
}

/** What a column can say, with a fact of the desk's own in its name where there is none so called. */
export function withOwn(
  options: readonly Option[],
  column: string,
  facts: readonly Schemas['FactKeyView'][],
): readonly Option[] {
  const name = bare(column)
  const there = facts.some((f) => [f.words, ...(f.also ?? [])].some((w) => plain(w) === plain(name)))
  if (there || name === '') return options
  return [...options, { value: `fact ${name}`, label: name, about: 'new fact of this desk’s own' }]
}

/** The suite of the whole table, chosen anew: columns that name its tests are taken for them. */
export function ofSuite(settings: Settings, suite: Schemas['SuiteView'] | undefined): Settings {
  const rest = { ...settings }
  Reflect.deleteProperty(rest, 'suite')
  if (suite === undefined) return { ...rest, metrics: {} }
  const taken = new Set([...Object.values(settings.columns), ...Object.keys(settings.facts ?? {})])
  const metrics: Record<string, string> = {}
  for (const column of settings.header) {
    const metric = suite.metrics.find(
      (m) => plain(m.name) === plain(bare(column)) || plain(m.key) === plain(column),
    )
    if (metric !== undefined && !taken.has(column)) metrics[column] = metric.key
  }
  const kept = Object.fromEntries(
    Object.entries(settings.metrics).filter(([, key]) => suite.metrics.some((m) => m.key === key)),
  )
  return { ...rest, suite: `${suite.key} ${suite.version}`, metrics: { ...metrics, ...kept } }
}

/** A column's name without the unit behind it. */
export function bare(column: string): string {
  return headOf(column).name
}

function plain(text: string): string {
  return text
    .toLowerCase()
    .replace(/[^\p{L}\d]+/gu, ' ')
    .trim()
}

/** What must be chosen before any line can be understood; undefined if nothing. */
export function lacking(
  settings: Settings,
  columns: readonly Schemas['ColumnView'][] = [],
): string | undefined {
  const { columns: says } = settings
  if (says.DEVICE === undefined) return 'Choose the column that names the device.'
  if (says.METRIC !== undefined && says.VALUE === undefined) return 'Choose the column with the value.'
  if (says.VALUE !== undefined && says.METRIC === undefined) return 'Choose the column that names the test.'
  if (says.SUITE === undefined && settings.suite === undefined) {
    return 'Choose the suite: for the whole table, or the column that names it.'
  }
  if (settings.shape === 'WIDE' && Object.keys(settings.metrics).length === 0) {
    return 'Choose a column for at least one test.'
  }
  const unsure = columns.find((c) => !c.sure && isOfNumbers(settings, c.name))
  return unsure && `Say how the numbers of “${unsure.name}” are to be read.`
}

/** Whether numbers of a column are kept. */
export function isOfNumbers(settings: Settings, column: string): boolean {
  return (
    settings.metrics[column] !== undefined ||
    settings.columns.VALUE === column ||
    settings.columns.PRICE === column
  )
}
