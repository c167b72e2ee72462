import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'

/** The usual way to put a number of a figure: itself, or against whom it is held. */
export async function firstWay(
  figure: number,
  number: Schemas['Known'],
): Promise<Schemas['NumberWay'] | undefined> {
  const { of, subject, base } = number
  const ways = await take(
    api.POST('/api/v1/write-ups/number-ways', {
      body: { numbers: [number], figure, of, subject, base },
    }),
  )
  return ways.find((w) => w.as === 'GAIN') ?? ways[0]
}

/** The numbers of a text as it was kept, held against its figures. */
export function useClaims(id: number, edition: number) {
  return useQuery({
    queryKey: keys.writeUp(id, 'claims', edition),
    queryFn: () => take(api.GET('/api/v1/write-ups/{id}/claims', { params: { path: { id } } })),
    placeholderData: (before) => before,
  })
}

/** The numbers of a text that hang on figures, and whether they hold. */
export function useMoves(id: number, edition: number) {
  return useQuery({
    queryKey: keys.writeUp(id, 'moves', edition),
    queryFn: () => take(api.GET('/api/v1/write-ups/{id}/moves', { params: { path: { id } } })),
    placeholderData: (before) => before,
  })
}

/** Which published numbers no longer hold. */
export function usePublishedMoves() {
  return useQuery({
    queryKey: keys.writeUpMoves('published'),
    queryFn: () => take(api.GET('/api/v1/write-ups/published-moves')),
  })
}
