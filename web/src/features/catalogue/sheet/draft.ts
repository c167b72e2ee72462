import type { Schemas } from '../../../api/client'
import { workOf } from './work'
import { headOf } from './head'

type Draft = Schemas['SheetDraft']
type Test = Draft['tests'][number]

/** What a test is measured in, as it is chosen: a unit, or one of the ways that have none. */
export const plainWays = ['passed or failed', 'a ladder of rungs', 'text'] as const

/** How a number comes about, as it is chosen. */
export type Made = 'READ' | 'COMPUTED' | NonNullable<NonNullable<Test['drawn']>['along']>

export const madeWords: Readonly<Record<Made, string>> = {
  READ: 'one number',
  COMPUTED: 'computed from others',
  SIZE: 'a curve along sizes',
  COUNT: 'a curve along a count',
  TIME: 'a log over time',
  FRAME: 'frame times',
}

type Way = NonNullable<Test['drawn']>['way']

/** What can be drawn from a series, by what its places are; the first is the usual. */
export const waysOf: Readonly<Record<Exclude<Made, 'READ' | 'COMPUTED'>, readonly Way[]>> = {
  SIZE: ['MAX', 'LEVEL', 'MIN', 'MEAN', 'MEDIAN'],
  COUNT: ['EACH', 'LAST', 'MAX', 'MIN'],
  TIME: ['SUSTAINED', 'PEAK', 'MEAN', 'MEDIAN', 'MAX', 'MIN', 'LAST'],
  FRAME: ['RATE', 'LOW1', 'MAX', 'MEDIAN'],
}

export const wayWords: Readonly<Record<Way, string>> = {
  MAX: 'its highest',
  MIN: 'its lowest',
  MEAN: 'its mean',
  MEDIAN: 'its median',
  LAST: 'its last',
  LEVEL: 'where it levels out',
  EACH: 'what each further one adds',
  SUSTAINED: 'what it holds at last',
  PEAK: 'its best tenth',
  RATE: 'frames a second, all',
  LOW1: 'frames a second, slowest hundredth',
}

/** A row of the grid as it is typed. */
export interface TestRow {
  /** Of a sheet that is there; a new one gets it from its name. */
  key?: string | undefined
  name: string
  /** An everyday word, a code, or one of {@link plainWays}. */
  unit: string
  better: Test['better']
  decimals: string
  counts: boolean
  /** Of a ladder, the lowest first, parted by commas. */
  rungs: string
  made: Made
  /** Name of the curve or log that it is drawn from; its own name if empty. */
  series: string
  way: Way
  /** What it is computed by, names of tests in quotes. */
  formula: string
  weight: string
  /** Other names that the suite prints, parted by semicolons. */
  aliases: string
  /** Compared by difference or by times, where its unit does not decide. */
  scale?: Test['scale'] | undefined
  /** The kind of work, if chosen; else what its name says, else the suite's. */
  group?: Test['group'] | undefined
}

export interface StepForm {
  name: string
  before: string
  minutes: string
  tests: string[]
}

export interface FaultForm {
  test: string
  note: string
  from: string
  to: string
  /** Fact, comparison and value. */
  where: string[][]
}

export interface SheetForm {
  key?: string | undefined
  name: string
  version: string
  about: string
  group: Draft['group']
  tests: TestRow[]
  total: 'NONE' | NonNullable<Draft['total']>['way']
  totalName: string
  totalUnit: string
  formula: string
  headline: string
  settings: string[][]
  conditions: string
  repeats: string
  minutes: string
  warmups: string
  rest: string
  steps: StepForm[]
  faults: FaultForm[]
  comparesWith: string
  unroundedTotals: boolean
}

export const freshRow: TestRow = {
  name: '',
  unit: '',
  better: 'HIGHER',
  decimals: '0',
  counts: true,
  rungs: '',
  made: 'READ',
  series: '',
  way: 'MAX',
  formula: '',
  weight: '',
  aliases: '',
}

export const emptyForm: SheetForm = {
  name: '',
  version: '1',
  about: '',
  group: 'PROCESSOR',
  tests: [freshRow],
  total: 'NONE',
  totalName: 'Total',
  totalUnit: 'points',
  formula: '',
  headline: '',
  settings: [],
  conditions: '',
  repeats: '3',
  minutes: '5',
  warmups: '0',
  rest: '0',
  steps: [],
  faults: [],
  comparesWith: '',
  unroundedTotals: false,
}

/** Units of which less is better, unless somebody says otherwise: times, power, heat, noise, weight, height, litres. */
const less =
  /^(s|secs?|seconds?|min|mins|minutes?( as m:ss)?|m:ss|mm:ss|h:mm:ss|h|hours?|ms|µs|us|ns|w|watts?|wh|°?c|db.*|k?g|grams?|lbs?|oz|ounces?|pounds?|[mc]m|litres?|l)$/i

/** The row with another unit; the direction follows what such a unit usually means. */
export function ofUnit(row: TestRow, unit: string): TestRow {
  // What was compared otherwise under another unit is no longer so.
  return {
    ...row,
    scale: undefined,
    unit,
    better: less.test(unit.trim()) ? 'LOWER' : 'HIGHER',
    counts: unit !== 'text',
  }
}

/** The row made in another way, with what is usually drawn so. */
export function madeBy(row: TestRow, made: Made): TestRow {
  return made === 'READ' || made === 'COMPUTED'
    ? { ...row, made }
    : { ...row, made, way: waysOf[made][0] ?? 'MAX' }
}

/** What was typed, as it is sent. */
export function draftOf(form: SheetForm): Draft {
  const tests = form.tests.filter((t) => t.name.trim() !== '').map((t) => testOf(t, form.group))
  return {
    ...(form.key === undefined ? {} : { key: form.key }),
    name: form.name,
    version: form.version,
    about: form.about,
    group: form.group,
    tests,
    ...(form.total === 'NONE' ? {} : { total: totalOf(form) }),
    ...(form.headline === '' ? {} : { headline: form.headline }),
    settings: form.settings.map(([name = '', value = '']) => ({ name, value })),
    runs: {
      repeats: Math.max(1, Math.round(number(form.repeats, 3))),
      minutes: number(form.minutes, 5),
      warmups: Math.max(0, Math.round(number(form.warmups, 0))),
      restSeconds: Math.max(0, Math.round(number(form.rest, 0))),
    },
    conditions: form.conditions.split('\n'),
    steps: form.steps
      .filter((s) => s.name.trim() !== '')
      .map((s) => ({ ...s, minutes: number(s.minutes, 1), tests: [...s.tests] })),
    faults: form.faults.filter((f) => f.test !== '' && f.note.trim() !== '').map(faultOf),
    comparesWith: parted(form.comparesWith, /[\s,;]+/),
    unroundedTotals: form.unroundedTotals,
  }
}

type Fault = NonNullable<Draft['faults']>[number]

function faultOf({ where, from, to, ...rest }: FaultForm): Fault {
  return {
    ...rest,
    where: where
      .filter(([fact = '']) => fact.trim() !== '')
      .map(([fact = '', comparison = 'IS', value = '']) => ({
        fact,
        comparison: comparison as Fault['where'][number]['comparison'],
        value,
      })),
    ...(from === '' ? {} : { from }),
    ...(to === '' ? {} : { to }),
  }
}

function parted(text: string, by: RegExp): string[] {
  return text
    .split(by)
    .map((t) => t.trim())
    .filter((t) => t !== '')
}

function testOf(row: TestRow, usual: Draft['group']): Test {
  const work = row.group ?? workOf(row.name, row.unit)
  const scale = row.scale ?? scaleOf(row)
  const bare = scale !== 'RATIO' && scale !== 'INTERVAL'
  return {
    ...(row.key === undefined ? {} : { key: row.key }),
    name: row.name.trim(),
    unit: bare ? '' : row.unit.trim(),
    scale,
    better: row.better,
    decimals: Math.min(6, Math.max(0, Math.round(number(row.decimals, 0)))),
    counts: row.counts,
    rungs: parted(row.rungs, /,/),
    ...(row.weight.trim() === '' ? {} : { weight: Math.max(0, number(row.weight, 1)) }),
    ...(row.made === 'COMPUTED' ? { formula: row.formula } : {}),
    ...drawnOf(row),
    aliases: parted(row.aliases, /;/),
    ...(work === undefined || work === usual ? {} : { group: work }),
  }
}

/** What curve or log it is drawn from, if it is. */
function drawnOf(row: TestRow): Pick<Test, 'drawn'> {
  if (row.made === 'READ' || row.made === 'COMPUTED') return {}
  const series = row.series.trim() === '' ? row.name.trim().toLowerCase() : row.series.trim()
  return { drawn: { series, along: row.made, way: row.way } }
}

/** A sheet that is there, as the grid shows it. */
export function formOf(draft: Draft): SheetForm {
  return {
    ...emptyForm,
    key: draft.key,
    name: draft.name,
    version: draft.version,
    about: draft.about ?? '',
    group: draft.group,
    tests: [...draft.tests.map((t) => rowOf(t, draft.group)), freshRow],
    headline: draft.headline ?? '',
    settings: draft.settings.map((s) => [s.name, s.value]),
    conditions: draft.conditions.join('\n'),
    repeats: String(draft.runs.repeats),
    minutes: String(draft.runs.minutes),
    warmups: String(draft.runs.warmups ?? 0),
    rest: String(draft.runs.restSeconds ?? 0),
    steps: (draft.steps ?? []).map((s) => ({ ...s, minutes: String(s.minutes) })),
    faults: (draft.faults ?? []).map((f) => ({
      test: f.test,
      note: f.note,
      from: f.from ?? '',
      to: f.to ?? '',
      where: f.where.map((w) => [w.fact, w.comparison, w.value]),
    })),
    comparesWith: (draft.comparesWith ?? []).join(', '),
    unroundedTotals: draft.unroundedTotals ?? false,
  }
}

function rowOf(test: Test, usual: Draft['group']): TestRow {
  const words = { CHECK: 'passed or failed', LADDER: 'a ladder of rungs', INFORMATION: 'text' } as const
  const plain = test.scale === 'RATIO' || test.scale === 'INTERVAL' ? undefined : words[test.scale]
  return {
    ...freshRow,
    key: test.key,
    name: test.name,
    unit: plain ?? test.unit,
    better: test.better,
    decimals: String(test.decimals),
    counts: test.counts,
    rungs: test.rungs.join(', '),
    made: madeOf(test),
    ...(test.drawn ? { series: test.drawn.series, way: test.drawn.way } : {}),
    formula: test.formula ?? '',
    aliases: (test.aliases ?? []).join('; '),
    scale: test.scale,
    // As it stands: what a name would say of a new test changes none that is there.
    group: test.group ?? usual,
  }
}

function madeOf({ formula, drawn }: Test): Made {
  if (formula !== undefined) return 'COMPUTED'
  return drawn ? (drawn.along ?? alongOf(drawn.way)) : 'READ'
}

/** Along what a number can be drawn so; a log, if along anything. */
function alongOf(way: Way): Exclude<Made, 'READ' | 'COMPUTED'> {
  const only: Partial<Record<Way, Exclude<Made, 'READ' | 'COMPUTED'>>> = {
    LEVEL: 'SIZE',
    EACH: 'COUNT',
    RATE: 'FRAME',
    LOW1: 'FRAME',
  }
  return only[way] ?? 'TIME'
}

/** Shares and temperatures are compared by difference: 0 is a result, and twice as much means nothing. */
function scaleOf({ unit, better }: TestRow): Test['scale'] {
  if (unit === 'passed or failed') return 'CHECK'
  if (unit === 'a ladder of rungs') return 'LADDER'
  if (unit === 'text') return 'INFORMATION'
  if (unit === '°C' || unit === 'dB(A)' || (unit === '%' && better === 'LOWER')) return 'INTERVAL'
  return 'RATIO'
}

function totalOf(form: SheetForm): NonNullable<Draft['total']> {
  return {
    name: form.totalName,
    way: form.total === 'NONE' ? 'TYPED' : form.total,
    unit: form.totalUnit,
    better: less.test(form.totalUnit.trim()) ? 'LOWER' : 'HIGHER',
    decimals: 0,
    formula: form.formula,
  }
}

function number(text: string, otherwise: number): number {
  const value = Number(text.trim().replace(',', '.'))
  return text.trim() === '' || Number.isNaN(value) ? otherwise : value
}

/** Tests of a table that was pasted: its head, or names down with a unit or a number beside each. */
export function pastedRows(text: string): TestRow[] {
  const lines = text
    .split(/\r?\n/)
    .map((l) => l.trim())
    .filter((l) => l !== '')
  const [head = ''] = lines
  const across = head.split(/\t|;|,(?!\s)/).map((c) => c.trim())
  if (across.length > 2)
    return across.filter((c) => c !== '' && !/^(device|model|machine|name)$/i.test(c)).map(named)
  return lines.map((line) => {
    const [, name = line, value = ''] = /^(.*?)(?:\s*[:=\t]\s*|\s{2,})(.*)$/.exec(line) ?? []
    return withValue(named(name.trim()), value.trim())
  })
}

function named(name: string): TestRow {
  const { name: bare, unit = '' } = headOf(name)
  return unit === '' ? { ...freshRow, name: bare, unit: 'points' } : ofUnit({ ...freshRow, name: bare }, unit)
}

/** What a printed value tells of its test: a time, a unit behind the number, its decimals. */
function withValue(row: TestRow, value: string): TestRow {
  const [, digits = '', unit = ''] = /^([-+]?[\d.,:  ]*\d)\s*(.*)$/.exec(value) ?? []
  if (/^\d+:\d\d(:\d\d)?$/.test(digits)) return ofUnit(row, 'minutes as m:ss')
  const decimals = String((/[.,](\d+)$/.exec(digits)?.[1] ?? '').length)
  const measured = unit === '' ? row : ofUnit(row, unit)
  return { ...measured, decimals }
}
