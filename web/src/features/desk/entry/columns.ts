import { hereZone } from '../../../api/zone'
import { version } from '../../../api/version'
import type { Schemas } from '../../../api/client'
import { uuid } from '../../../api/uuid'

/** One repeat that is being typed; its id is made at once, so that it is kept once however often it is sent. */
export interface Column {
  readonly id: string
  /** When typing began, ISO 8601. */
  readonly startedAt: string
  /** Text by metric key, digits as read. */
  readonly texts: Readonly<Record<string, string>>
  /** Remark on a cell, by metric key. */
  readonly notes?: Readonly<Record<string, string>>
  /** How a person said that a text is to be read, by metric key: plain digits. */
  readonly digits?: Readonly<Record<string, string>>
  /** Day and time that it was measured, as `2026-05-04T10:30`, in the reader's own time; when it was typed if absent. */
  readonly day?: string
  /** Why a cell has no number, by metric key. */
  readonly gaps?: Readonly<Record<string, string>>
  /** Averages that somebody else made, by metric key. */
  readonly averages?: Readonly<Record<string, Averaged>>
  /** Curves and logs that the run carries. */
  readonly series?: readonly Schemas['SeriesLine'][]
}

/** Of how many runs an average is, and their spread, as typed. */
export interface Averaged {
  readonly runs: string
  readonly spread: string
}

/** Where the cursor is: row of a metric, column of a repeat. */
export interface Cell {
  readonly row: number
  readonly column: number
}

/** An empty repeat. */
export function newColumn(now: Date): Column {
  return { id: uuid(), startedAt: now.toISOString(), texts: {} }
}

/** Whether anything is typed in it. */
export function isFilled(column: Column): boolean {
  return Object.values(column.texts).some((t) => t.trim() !== '') || (column.series ?? []).length > 0
}

function averageOf(column: Column, metric: string): Schemas['Average'] | undefined {
  const { runs = '', spread = '' } = column.averages?.[metric] ?? {}
  if (runs.trim() === '') return undefined
  return { runs: Number(runs), ...(spread.trim() === '' ? {} : { spread: spread.trim() }) }
}

/** Where Enter goes: down; from the last row to the top of the next repeat; from the last cell nowhere. */
export function below(cell: Cell, rows: number, columns: number): Cell {
  if (cell.row + 1 < rows) return { row: cell.row + 1, column: cell.column }
  return cell.column + 1 < columns ? { row: 0, column: cell.column + 1 } : cell
}

/** Fills cells from a pasted block: lines go down, values across. What does not fit is left out. */
export function pasted(
  columns: readonly Column[],
  at: Cell,
  text: string,
  metrics: readonly string[],
): readonly Column[] {
  const block = text.replace(/\r/g, '').replace(/\n+$/, '').split('\n').map(splitLine)
  return columns.map((column, c) => {
    const texts = { ...column.texts }
    block.forEach((line, r) => {
      const value = line[c - at.column]
      const metric = metrics[at.row + r]
      if (c >= at.column && value !== undefined && metric !== undefined) texts[metric] = withoutUnit(value)
    })
    return { ...column, texts }
  })
}

/**
 * The values of a pasted line. Tabs and semicolons part for certain; else two blanks or more; else commas, unless the
 * only one stands inside a number; else single blanks, unless they group thousands.
 */
export function splitLine(line: string): readonly string[] {
  if (/[\t;]/.test(line)) return line.split(/[\t;]/).map((v) => v.trim())
  const clean = line.trim()
  if (/\S {2,}\S/.test(clean)) return clean.split(/ {2,}/)
  if (/,\s/.test(clean) || (clean.match(/,/g) ?? []).length > 1) return clean.split(/,\s*/)
  if (/^\d{1,3}( \d{3})+([.,]\d+)?\D*$/.test(clean) && !/^\d{3} \d{3}( \d{3})*$/.test(clean)) return [clean]
  if (/^[-+]?[\d.,]+( [-+]?[\d.,]+)+$/.test(clean)) return clean.split(' ')
  return [clean]
}

/** A number without the unit behind it; what is no number stays as it is. */
export function withoutUnit(text: string): string {
  const match = /^([-+\u2212]?\d[\d\s\u00a0\u2009\u202f'’.,]*?(?:e[-+]?\d+)?)\s*[\p{L}%°{][^\d]*$/iu.exec(
    text.trim(),
  )
  return (match?.[1] ?? text).trim()
}

/** The only choice that begins so, or the text itself. */
export function completed(text: string, choices: readonly string[]): string {
  const word = text.trim().toLowerCase()
  if (word === '') return text
  const exact = choices.find((c) => c.toLowerCase() === word)
  const fits = choices.filter((c) => c.toLowerCase().startsWith(word))
  return exact ?? (fits.length === 1 ? (fits[0] ?? text) : text)
}

/** The value of a plain number as typed, for showing where it would fall; undefined if it is none. */
export function preview(text: string): number | undefined {
  const clean = ungrouped(text.trim().replace(/[\s\u2009\u202f']/g, '')).replace(',', '.')
  if (!/^[-+]?\d+(\.\d+)?(e[-+]?\d+)?$/i.test(clean)) return undefined
  const value = Number(clean)
  return Number.isFinite(value) ? value : undefined
}

/** Without points, or commas, that can only group digits: before the other mark, or more than one. */
function ungrouped(clean: string): string {
  if (/^[-+]?\d{1,3}((\.\d{3})+,\d+|(\.\d{3}){2,})$/.test(clean)) return clean.replaceAll('.', '')
  return /^[-+]?\d{1,3}((,\d{3})+\.\d+|(,\d{3}){2,})$/.test(clean) ? clean.replaceAll(',', '') : clean
}

/** When a typed repeat was measured: the day that was said, else while it was typed. */
export function timesOf(column: Column, now: Date): { readonly startedAt: string; readonly endedAt: string } {
  if (column.day === undefined || column.day === '')
    return { startedAt: column.startedAt, endedAt: now.toISOString() }
  const said = new Date(column.day)
  const at = Number.isNaN(said.getTime()) ? column.startedAt : said.toISOString()
  return { startedAt: at, endedAt: at }
}

/**
 * The run that a typed repeat is sent as.
 *
 * @param digits plain digits to be sent along, by metric key, where the text alone would not be read so
 */
export function toRun(
  column: Column,
  sheet: Pick<Schemas['RunSheet'], 'sitting'>,
  suite: Pick<Schemas['SuiteView'], 'key' | 'version'>,
  now: Date,
  digits: Readonly<Record<string, string>> = {},
): Schemas['RunFile'] {
  return {
    id: column.id,
    suite: { key: suite.key, version: suite.version },
    sitting: sheet.sitting,
    state: 'DONE',
    ...timesOf(column, now),
    zone: hereZone(),
    sender: { program: 'desk', version },
    readings: Object.entries(column.texts)
      .filter(([, text]) => text.trim() !== '')
      .map(([metric, text]) => {
        const note = column.notes?.[metric]?.trim() ?? ''
        const read = column.digits?.[metric] ?? digits[metric]
        const average = averageOf(column, metric)
        return {
          metric,
          text: text.trim(),
          ...(note === '' ? {} : { note }),
          ...(read === undefined ? {} : { digits: read }),
          ...(average === undefined ? {} : { average }),
        }
      }),
    ...((column.series ?? []).length === 0 ? {} : { series: [...(column.series ?? [])] }),
    gaps: Object.entries(column.gaps ?? {})
      .filter(([metric, reason]) => reason.trim() !== '' && (column.texts[metric] ?? '').trim() === '')
      .map(([metric, reason]) => ({ metric, reason: reason.trim() })),
  }
}

/** The run that says that a suite failed. */
export function toFailedRun(
  reason: string,
  sheet: Pick<Schemas['RunSheet'], 'sitting'>,
  suite: Pick<Schemas['SuiteView'], 'key' | 'version'>,
  now: Date,
): Schemas['RunFile'] {
  return { ...toRun(newColumn(now), sheet, suite, now), state: 'FAILED', reason: reason.trim() }
}

/** What the server found wrong, by metric; what belongs to no cell under the empty key. */
export function cellErrors(
  problem: { readonly message: string; readonly violations: readonly { field: string; message: string }[] },
  run: Schemas['RunFile'],
): Readonly<Record<string, string>> {
  const errors: Record<string, string> = {}
  for (const v of problem.violations) {
    const index = /^readings\[(\d+)\]/.exec(v.field)?.[1]
    const metric = index === undefined ? undefined : run.readings?.[Number(index)]?.metric
    errors[metric ?? ''] = v.message
  }
  if (problem.violations.length === 0) errors[''] = problem.message
  return errors
}

const prefix = 'yarrowmark.entry.'
/** Points of a series that a browser keeps as a draft; a longer log is read from its file again. */
const mostDrafted = 1000

function light(column: Column): Column {
  return column.series === undefined
    ? column
    : { ...column, series: column.series.filter((s) => s.x.length <= mostDrafted) }
}

/** Drafts survive a reload: kept in the browser until they are saved. */
export const drafts = {
  read(sitting: number, suite: number): readonly Column[] {
    try {
      return JSON.parse(
        localStorage.getItem(`${prefix}${String(sitting)}.${String(suite)}`) ?? '[]',
      ) as Column[]
    } catch {
      return []
    }
  },
  write(sitting: number, suite: number, columns: readonly Column[]) {
    const key = `${prefix}${String(sitting)}.${String(suite)}`
    const filled = columns.filter(isFilled)
    if (filled.length === 0) localStorage.removeItem(key)
    else localStorage.setItem(key, JSON.stringify(filled.map(light)))
  },
}
