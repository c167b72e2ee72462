import type { Schemas } from '../../api/client'
import { uuid } from '../../api/uuid'

/** One repeat that is being typed; its id is made at once, so that it is kept once however often it is sent. */
export interface Column {
  readonly id: string
  /** When typing began, ISO 8601. */
  readonly startedAt: string
  /** Text by metric key, digits as read. */
  readonly texts: Readonly<Record<string, string>>
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
  return Object.values(column.texts).some((t) => t.trim() !== '')
}

/** Where Enter goes: down; from the last row to the top of the next repeat; from the last cell nowhere. */
export function below(cell: Cell, rows: number, columns: number): Cell {
  if (cell.row + 1 < rows) return { row: cell.row + 1, column: cell.column }
  return cell.column + 1 < columns ? { row: 0, column: cell.column + 1 } : cell
}

/** Fills cells from a pasted block: lines go down, tabs (or semicolons) across. What does not fit is left out. */
export function pasted(
  columns: readonly Column[],
  at: Cell,
  text: string,
  metrics: readonly string[],
): readonly Column[] {
  const block = text
    .replace(/\r/g, '')
    .replace(/\n+$/, '')
    .split('\n')
    .map((line) => line.split(/\t|;/))
  return columns.map((column, c) => {
    const texts = { ...column.texts }
    block.forEach((line, r) => {
      const value = line[c - at.column]
      const metric = metrics[at.row + r]
      if (c >= at.column && value !== undefined && metric !== undefined) texts[metric] = value.trim()
    })
    return { ...column, texts }
  })
}

/** The value of a plain number as typed, for showing where it would fall; undefined if it is none. */
export function preview(text: string): number | undefined {
  const clean = text
    .trim()
    .replace(/[\s\u2009\u202f']/g, '')
    .replace(',', '.')
  if (!/^[-+]?\d+(\.\d+)?(e[-+]?\d+)?$/i.test(clean)) return undefined
  const value = Number(clean)
  return Number.isFinite(value) ? value : undefined
}

/** The run that a typed repeat is sent as. */
export function toRun(
  column: Column,
  sheet: Pick<Schemas['RunSheet'], 'sitting'>,
  suite: Pick<Schemas['SuiteView'], 'key' | 'version'>,
  now: Date,
): Schemas['RunFile'] {
  return {
    id: column.id,
    suite: { key: suite.key, version: suite.version },
    sitting: sheet.sitting,
    state: 'DONE',
    startedAt: column.startedAt,
    endedAt: now.toISOString(),
    sender: { program: 'desk', version: '0.1.0' },
    readings: Object.entries(column.texts)
      .filter(([, text]) => text.trim() !== '')
      .map(([metric, text]) => ({ metric, text: text.trim() })),
  }
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
    else localStorage.setItem(key, JSON.stringify(filled))
  },
}
