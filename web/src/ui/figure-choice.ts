import type { Figure, FigureChoice } from '../figures/take'

/** How many of a figure's rows are wanted, and which. */
export interface Wanted {
  readonly kind: 'all' | 'first' | 'around' | 'these'
  /** As it was typed: how many of the first, or on each side of the one in focus. */
  readonly count: string
  readonly these: ReadonlySet<number>
}

/** Numbers of the rows that are wanted; all where none would be left. */
export function keptOf(choice: FigureChoice, { kind, count, these }: Wanted): ReadonlySet<number> {
  const all = choice.names.map((_, i) => i)
  const n = Math.floor(Number(count))
  const kept = all.filter((i) => {
    if (kind === 'first') return i < n
    if (kind === 'around') return Math.abs(i - (choice.focus ?? 0)) <= n
    return kind === 'all' || these.has(i)
  })
  return new Set(kept.length === 0 ? all : kept)
}

/** What is chosen of a figure where nothing is. */
export const everything: Wanted = { kind: 'all', count: '10', these: new Set() }

/** How a figure is drawn, by the words for it; empty for as on the page. */
export type Way = string

/** A figure as it was chosen: drawn in one of its ways, with some of its rows. */
export function chosenOf(figure: Figure, way: Way, rows: Wanted): Figure {
  const drawn = drawnAs(figure, way)
  const { choice } = drawn
  const kept = choice && keptOf(choice, rows)
  return choice && kept && kept.size < choice.names.length ? choice.of(kept) : drawn
}

/** A figure in one of its ways, with all its rows. */
export function drawnAs(figure: Figure, way: Way): Figure {
  return figure.others?.find((o) => o.words === way)?.figure() ?? figure
}

/** What was chosen, to be kept: rows by their names, since others may come between them. Empty where nothing was. */
export function keptChoice(figure: Figure, way: Way, rows: Wanted): string {
  if (way === '' && rows.kind === 'all') return ''
  const names = drawnAs(figure, way).choice?.names ?? []
  return JSON.stringify({ way, ...rows, these: [...rows.these].flatMap((i) => names[i] ?? []) })
}

/** A figure as it was chosen once. */
export function chosenAgain(figure: Figure, kept: string): Figure {
  if (kept === '') return figure
  const { way, kind, count, these } = JSON.parse(kept) as Omit<Wanted, 'these'> & {
    way: Way
    these: string[]
  }
  const names = drawnAs(figure, way).choice?.names ?? []
  const rows = these.map((name) => names.indexOf(name)).filter((i) => i >= 0)
  return chosenOf(figure, way, { kind, count, these: new Set(rows) })
}
