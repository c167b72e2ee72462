import { drafts, isFilled, newColumn } from './columns'
import type { Cell, Column } from './columns'
import type { CellMark } from './ColumnChecks'

/** What is wrong with cells, by repeat and metric; what belongs to no cell under the empty key. */
export type Errors = Readonly<Record<string, Readonly<Record<string, string>>>>

/** What stands open beside the grid. */
export type Side = 'none' | 'paste' | 'curve' | 'failed'

/** Everything that an entry grid holds. */
export interface Entry {
  readonly columns: readonly Column[]
  /** Files to be kept with a repeat, by its id. */
  readonly files: Readonly<Record<string, readonly File[]>>
  readonly errors: Errors
  /** What the checks say of cells, by repeat and metric. */
  readonly marks: Readonly<Record<string, Readonly<Record<string, CellMark>>>>
  readonly at: Cell
  readonly side: Side
}

/** One thing that happens to it. */
export type Step =
  | { readonly kind: 'typed'; readonly id: string; readonly texts: Readonly<Record<string, string>> }
  | { readonly kind: 'edited'; readonly column: Column }
  | { readonly kind: 'columns'; readonly columns: readonly Column[] }
  | { readonly kind: 'attached'; readonly id: string; readonly files: readonly File[] }
  | { readonly kind: 'marked'; readonly id: string; readonly marks: Readonly<Record<string, CellMark>> }
  | { readonly kind: 'at'; readonly cell: Cell }
  | { readonly kind: 'side'; readonly side: Side }
  | { readonly kind: 'saved'; readonly left: readonly Column[]; readonly errors: Errors }

/** What the grid holds after a step. */
export function after(entry: Entry, step: Step): Entry {
  switch (step.kind) {
    case 'typed':
      return withColumn(entry, step.id, (c) => ({
        ...c,
        texts: { ...c.texts, ...step.texts },
        // A text that is typed anew is read anew.
        digits: without(c.digits, Object.keys(step.texts)),
      }))
    case 'edited':
      return withColumn(entry, step.column.id, () => step.column)
    case 'columns':
      return { ...entry, columns: step.columns }
    case 'attached': {
      const files = [...(entry.files[step.id] ?? []), ...step.files]
      return { ...entry, files: { ...entry.files, [step.id]: files } }
    }
    case 'marked':
      return { ...entry, marks: { ...entry.marks, [step.id]: step.marks } }
    case 'at':
      return { ...entry, at: step.cell }
    case 'side':
      return { ...entry, side: step.side }
    case 'saved':
      return {
        ...entry,
        columns: step.left.length > 0 ? step.left : [newColumn(new Date())],
        errors: step.errors,
      }
  }
}

function withColumn(entry: Entry, id: string, how: (column: Column) => Column): Entry {
  return { ...entry, columns: entry.columns.map((c) => (c.id === id ? how(c) : c)) }
}

function without(
  digits: Readonly<Record<string, string>> | undefined,
  gone: readonly string[],
): Readonly<Record<string, string>> {
  return Object.fromEntries(Object.entries(digits ?? {}).filter(([key]) => !gone.includes(key)))
}

/** Drafts first, then as many empty repeats as the sheet still wants; at least one to type in. */
export function begun(sitting: number, suite: number, missing: number): Entry {
  const kept = drafts.read(sitting, suite)
  const wanted = Math.max(1, missing) - kept.length
  return {
    columns: [...kept, ...Array.from({ length: Math.max(0, wanted) }, () => newColumn(new Date()))],
    files: {},
    errors: {},
    marks: {},
    at: { row: 0, column: 0 },
    side: 'none',
  }
}

/** Whether something is there to be saved. */
export function isReady(entry: Entry): boolean {
  return entry.columns.some(isFilled)
}

/** Plain digits to be sent along for a repeat, by metric key. */
export function digitsOf(entry: Entry, id: string): Readonly<Record<string, string>> {
  return Object.fromEntries(
    Object.entries(entry.marks[id] ?? {}).flatMap(([metric, m]) =>
      m.digits === undefined ? [] : [[metric, m.digits]],
    ),
  )
}

/** The grid with what was read in a text, from the repeat that has the cursor on. */
export function accepted(
  entry: Entry,
  proposals: readonly { readonly metric: string; readonly repeat: number; readonly text: string }[],
): readonly Column[] {
  const repeats = Math.max(0, ...proposals.map((p) => p.repeat)) + 1
  const room = [...entry.columns]
  while (room.length < entry.at.column + repeats) room.push(newColumn(new Date()))
  return room.map((c, i) => ({
    ...c,
    texts: {
      ...c.texts,
      ...Object.fromEntries(
        proposals.filter((p) => p.repeat + entry.at.column === i).map((p) => [p.metric, p.text]),
      ),
    },
  }))
}
