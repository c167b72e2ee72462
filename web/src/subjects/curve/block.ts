import type { Schemas } from '../../api/client'

export type Axis = NonNullable<Schemas['TableRead']['axis']>

/** A table of a curve as it is typed: names of its columns, and their texts. The first column holds the places. */
export interface Block {
  readonly head: readonly string[]
  readonly rows: readonly (readonly string[])[]
}

/** A table with more rows than this is shown by its beginning, and kept as text. */
export const mostTyped = 300
const fewest = 8

const axisNames: Readonly<Record<Axis, string>> = { TIME: 'time', SIZE: 'size', COUNT: 'count', FRAME: '' }

/** What the places of a curve are, in words. */
export const axisWords: Readonly<Record<Axis, string>> = {
  TIME: 'times',
  SIZE: 'sizes',
  COUNT: 'a count',
  FRAME: 'frames, one a line',
}

/** An empty table with a column for each curve of a suite; for one without, a column to name. */
export function emptyBlock(suite: Pick<Schemas['SuiteView'], 'curves'>): Block {
  const axis = suite.curves[0]?.axis
  const quantities = suite.curves.length === 0 ? ['value'] : suite.curves.map((c) => c.name)
  const head = axis === 'FRAME' ? quantities : [axis === undefined ? 'place' : axisNames[axis], ...quantities]
  return { head, rows: Array.from({ length: fewest }, () => head.map(() => '')) }
}

/** What was typed of series that a run is to carry, as a table again. */
export function blockOf(series: readonly Schemas['SeriesLine'][]): Block | undefined {
  const [first] = series
  if (!first) return undefined
  const places = first.places ?? first.x.map(String)
  const head = [first.axis, ...series.map((s) => s.name)]
  const rows = places.map((place) => [
    place,
    ...series.map((s) => {
      const at = (s.places ?? s.x.map(String)).indexOf(place)
      return at < 0 ? '' : (s.texts?.[at] ?? String(s.y[at]))
    }),
  ])
  return { head, rows }
}

/** The block with one text changed; there is always an empty row at its end. */
export function typedInto(block: Block, row: number, column: number, text: string): Block {
  const rows = block.rows.map((r, i) => (i === row ? r.map((t, j) => (j === column ? text : t)) : r))
  return ended({ ...block, rows })
}

/** The block with a column called otherwise. */
export function renamed(block: Block, column: number, name: string): Block {
  return { ...block, head: block.head.map((h, i) => (i === column ? name : h)) }
}

/** Fills from a cell on; a first line without a number at its first place names the columns. */
export function pastedInto(block: Block, row: number, column: number, text: string): Block {
  const lines = text
    .replace(/\r/g, '')
    .split('\n')
    .filter((l) => l.trim() !== '')
    .map(cells)
  const [first = []] = lines
  const named = first.length > 1 && first.every((t) => !/^[-+]?\d/.test(t.trim()))
  const body = named ? lines.slice(1) : lines
  const width = Math.max(block.head.length, column + Math.max(0, ...lines.map((l) => l.length)))
  const head = Array.from({ length: width }, (_, i) =>
    named && i >= column ? (first[i - column] ?? '').trim() : (block.head[i] ?? `column ${String(i + 1)}`),
  )
  const rows = Array.from({ length: Math.max(block.rows.length, row + body.length) }, (_, r) =>
    Array.from({ length: width }, (_, c) => {
      const own = block.rows[r]?.[c] ?? ''
      return r < row || c < column ? own : (body[r - row]?.[c - column]?.trim() ?? own)
    }),
  )
  return ended({ head, rows })
}

/** Tabs, semicolons or bars part for certain; then two blanks or more; then commas; then blanks, but not before a unit. */
function cells(line: string): readonly string[] {
  if (/[\t;|]/.test(line)) return line.split(/[\t;|]/)
  const clean = line.trim()
  if (/ {2,}/.test(clean)) return clean.split(/ {2,}/)
  // A comma parts cells where a place stands before it; else it is a decimal mark.
  if (/^[^\s,]+( [^\s,\d]+)?,/.test(clean)) return clean.split(',')
  return clean.split(/ (?=[-+]?\d)/)
}

function ended(block: Block): Block {
  const last = block.rows.at(-1) ?? []
  return last.every((t) => t.trim() === '')
    ? block
    : { ...block, rows: [...block.rows, block.head.map(() => '')] }
}

/** The table as text, with tabs between its cells. */
export function textOf(block: Block): string {
  return [block.head, ...block.rows].map((r) => r.map((t) => t.replace(/[\t\n]/g, ' ')).join('\t')).join('\n')
}

/** Whether anything is typed. */
export function isTyped(block: Block): boolean {
  return block.rows.some((r) => r.some((t) => t.trim() !== ''))
}

/** How many lines a text has. */
export function linesOf(text: string): number {
  return text.split('\n').filter((l) => l.trim() !== '').length
}

/** What a series holds, in words: `read: 13 points, 4 KiB to 16 MiB`. */
export function seriesWords(series: Schemas['SeriesLine']): string {
  const places = series.places ?? series.x.map(String)
  const span = places.length < 2 ? '' : `, ${places[0] ?? ''} to ${places.at(-1) ?? ''}`
  return `${series.name}: ${String(series.x.length)} ${series.x.length === 1 ? 'point' : 'points'}${span}`
}
