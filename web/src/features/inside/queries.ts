import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'
import type { paths } from '../../api/schema'

export type InsideQuestion = NonNullable<paths['/api/v1/inside']['get']['parameters']['query']>

export function useInside(question: InsideQuestion | undefined) {
  return useQuery({
    queryKey: keys.inside(question),
    enabled: question !== undefined,
    queryFn: () =>
      take(api.GET('/api/v1/inside', { params: { query: question ?? { suite: 0, setup: [] } } })),
    placeholderData: (before) => before,
  })
}
