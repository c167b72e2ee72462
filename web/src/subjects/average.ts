import type { Schemas } from '../api/client'

/** What is known of an average that somebody else made. */
export function averageWords({ runs, spread }: Schemas['Average']): string {
  const told = spread === undefined ? 'spread not told' : `spread ${spread}`
  return `somebody’s average of ${String(runs)} runs, ${told}; here it counts as one`
}
