import type { Schemas } from '../../../api/client'

type Draft = Schemas['SheetDraft']
type Test = Draft['tests'][number]

/** What a test is measured in, as it is chosen: a unit, or one of the ways that have none. */
export const plainWays = ['passed or failed', 'a ladder of rungs', 'text'] as const

/** A row of the grid as it is typed. */
export interface TestRow {
  name: string
  /** An everyday word, a code, or one of {@link plainWays}. */
  unit: string
  better: Test['better']
  decimals: string
  counts: boolean
  /** Of a ladder, the lowest first, parted by commas. */
  rungs: string
}

export interface SheetForm {
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
}

export const freshRow: TestRow = {
  name: '',
  unit: '',
  better: 'HIGHER',
  decimals: '0',
  counts: true,
  rungs: '',
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
}

/** Units of which less is better, unless somebody says otherwise. */
const less = new Set([
  'seconds',
  'minutes as m:ss',
  'minutes',
  'hours',
  'ms',
  'µs',
  'W',
  'Wh',
  '°C',
  'dB(A)',
  'g',
  'kg',
  'mm',
  'litres',
])

/** The row with another unit; the direction follows what such a unit usually means. */
export function ofUnit(row: TestRow, unit: string): TestRow {
  return { ...row, unit, better: less.has(unit) ? 'LOWER' : 'HIGHER', counts: unit !== 'text' }
}

/** What was typed, as it is sent. */
export function draftOf(form: SheetForm): Draft {
  const tests = form.tests.filter((t) => t.name.trim() !== '').map(testOf)
  return {
    name: form.name,
    version: form.version,
    about: form.about,
    group: form.group,
    tests,
    ...(form.total === 'NONE' ? {} : { total: totalOf(form) }),
    ...(form.headline === '' ? {} : { headline: form.headline }),
    settings: form.settings.map(([name = '', value = '']) => ({ name, value })),
    repeats: Math.max(1, Math.round(number(form.repeats, 3))),
    minutes: number(form.minutes, 5),
    conditions: form.conditions.split('\n'),
  }
}

function testOf(row: TestRow): Test {
  const scale = scaleOf(row)
  const bare = scale !== 'RATIO' && scale !== 'INTERVAL'
  return {
    name: row.name.trim(),
    unit: bare ? '' : row.unit.trim(),
    scale,
    better: row.better,
    decimals: Math.min(6, Math.max(0, Math.round(number(row.decimals, 0)))),
    counts: row.counts,
    rungs: row.rungs
      .split(',')
      .map((r) => r.trim())
      .filter((r) => r !== ''),
  }
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
    better: less.has(form.totalUnit) ? 'LOWER' : 'HIGHER',
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
  const [, bare = name, unit = ''] = /^(.*?)\s*[([]([^()[\]]{1,30})[)\]]$/.exec(name) ?? []
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
