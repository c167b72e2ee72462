import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'

export interface ComparisonQuestion {
  readonly subjects: readonly string[]
  readonly reference: number
  readonly basis: Schemas['ComparisonView']['basis']
  readonly threshold: number
  readonly speaks: string
}

export function useComparison({ subjects, reference, basis, threshold, speaks }: ComparisonQuestion) {
  return useQuery({
    queryKey: keys.comparison({ subjects, reference, basis, threshold, speaks }),
    enabled: subjects.length >= 2,
    queryFn: () =>
      take(
        api.GET('/api/v1/comparison', {
          params: { query: { subject: [...subjects], reference, basis, threshold, speaks } },
        }),
      ),
    placeholderData: (before) => before,
  })
}
