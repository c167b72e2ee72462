import type { Schemas } from '../api/client'

type Own = NonNullable<Schemas['ScorePoolView']['own']>

/** Where a score stands among devices of its kind: 2 of 6. */
export function placeOf(own: Own): string {
  return own.of === 1 ? 'the only one' : `${String(own.place)} of ${String(own.of)}`
}

/** What the place is among. */
export const placeTitle = 'Among devices of its kind, each other one by its best setup that is not tuned'
