/** One of the things that can be chosen. */
export interface Option {
  readonly value: string
  readonly label: string
  /** What else it is found by, shown beside it. */
  readonly about?: string
}

/** The options that have every word typed, those first whose label begins with it. */
export function fitting(options: readonly Option[], text: string): readonly Option[] {
  const typed = text.trim().toLowerCase()
  const words = typed.split(/\s+/).filter((w) => w !== '')
  const found = options.filter((o) => {
    const all = `${o.label} ${o.about ?? ''}`.toLowerCase()
    return words.every((w) => all.includes(w))
  })
  const begins = (o: Option) => (o.label.toLowerCase().startsWith(typed) ? 0 : 1)
  return found.toSorted((a, b) => begins(a) - begins(b))
}
