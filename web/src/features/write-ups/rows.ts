/** Where a text stands on the screen. */
export interface Stands {
  readonly top: number
  readonly bottom: number
}

/**
 * Where the rows of a drawing end, from the top down: texts whose middles are beside each other are in one row, which ends
 * halfway to the next. The last row has no end: everything is shown then.
 */
export function rowEnds(texts: readonly Stands[]): readonly number[] {
  const sorted = [...texts].sort((a, b) => a.top + a.bottom - b.top - b.bottom)
  const rows: { top: number; bottom: number }[] = []
  for (const { top, bottom } of sorted) {
    const last = rows.at(-1)
    if (last && (top + bottom) / 2 < last.bottom) {
      last.top = Math.min(last.top, top)
      last.bottom = Math.max(last.bottom, bottom)
    } else rows.push({ top, bottom })
  }
  return rows.slice(0, -1).map((row, i) => (row.bottom + (rows[i + 1]?.top ?? row.bottom)) / 2)
}
