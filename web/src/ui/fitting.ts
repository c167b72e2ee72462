/** One of the things that can be chosen. */
export interface Option {
  readonly value: string
  readonly label: string
  /** What else it is found by, shown beside it. */
  readonly about?: string
}

/** The options that have every word typed: what is exactly it first, then those whose label begins with it. */
export function fitting(options: readonly Option[], text: string): readonly Option[] {
  const typed = text.trim().toLowerCase()
  const words = typed.split(/\s+/).filter((w) => w !== '')
  const found = options.filter((o) => {
    const all = `${o.label} ${o.about ?? ''}`.toLowerCase()
    return words.every((w) => all.includes(w))
  })
  const rank = ({ label }: Option) => {
    if (label === text.trim()) return 0
    if (label.toLowerCase() === typed) return 1
    return label.toLowerCase().startsWith(typed) ? 2 : 3
  }
  return found.toSorted((a, b) => rank(a) - rank(b))
}

/**
 * Where anything may be typed, only what is surely meant is chosen by leaving the field: an option of just these signs, the
 * first that begins with them, or the only one that has them.
 */
export function isMeant(options: readonly Option[], text: string): boolean {
  const typed = text.trim().toLowerCase()
  const found = fitting(options, text)
  const label = found[0]?.label.toLowerCase()
  if (label === undefined) return false
  return label === typed || (typed.length > 1 && (label.startsWith(typed) || found.length === 1))
}
