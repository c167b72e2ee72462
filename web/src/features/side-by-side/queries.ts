import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import type { Over, Votes } from './address'

export interface ComparisonQuestion {
  readonly subjects: readonly string[]
  readonly reference: number
  readonly basis: Schemas['ComparisonView']['basis']
  readonly threshold: number
  readonly over: Over
  readonly votes: Votes
  readonly speaks: string
}

export function useComparison({
  subjects,
  reference,
  basis,
  threshold,
  over,
  votes,
  speaks,
}: ComparisonQuestion) {
  return useQuery({
    queryKey: keys.comparison({ subjects, reference, basis, threshold, over, votes, speaks }),
    enabled: subjects.length >= 2,
    queryFn: () =>
      take(
        api.GET('/api/v1/comparison', {
          params: { query: { subject: [...subjects], reference, basis, threshold, over, votes, speaks } },
        }),
      ),
    placeholderData: (before) => before,
  })
}
