/** Everything that makes a look inside a score what it is; kept in the address. */
export interface Question {
  readonly suite?: number | undefined
  readonly setups: readonly number[]
  /** Names of the series; what belongs together if none. */
  readonly series: readonly string[]
  /** One run alone, whatever its state. */
  readonly run?: string | undefined
  /** Frames a second that are to hold. */
  readonly floor?: number | undefined
  readonly from?: number | undefined
  readonly to?: number | undefined
}

/** What an address asks. */
export function question(search: URLSearchParams): Question {
  const numberOf = (name: string) => {
    const text = search.get(name)
    const value = text === null || text === '' ? NaN : Number(text)
    return Number.isFinite(value) ? value : undefined
  }
  return {
    suite: numberOf('suite'),
    setups: search
      .getAll('setup')
      .map(Number)
      .filter((n) => Number.isInteger(n) && n > 0)
      .slice(0, 6),
    series: search.getAll('series'),
    run: search.get('run') ?? undefined,
    floor: numberOf('floor'),
    from: numberOf('from'),
    to: numberOf('to'),
  }
}

/** The address of a question; `keep` holds what else it says, such as the device in focus. */
export function address(q: Question, keep = new URLSearchParams()): URLSearchParams {
  const next = new URLSearchParams(keep)
  for (const name of ['suite', 'setup', 'series', 'run', 'floor', 'from', 'to']) next.delete(name)
  if (q.suite !== undefined) next.set('suite', String(q.suite))
  for (const s of q.setups) next.append('setup', String(s))
  for (const s of q.series) next.append('series', s)
  if (q.run !== undefined) next.set('run', q.run)
  for (const name of ['floor', 'from', 'to'] as const) {
    const value = q[name]
    if (value !== undefined) next.set(name, String(value))
  }
  return next
}

/** The address of what lies inside a suite's score in a setup, or in one run of it. */
export function insideAddress(suite: number, setup: number, series?: string, run?: string): string {
  return `/inside?${address({
    suite,
    setups: [setup],
    series: series === undefined ? [] : [series],
    run,
  }).toString()}`
}
