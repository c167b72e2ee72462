import type { FigureChoice } from '../figures/take'

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
