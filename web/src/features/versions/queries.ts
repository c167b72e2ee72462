import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'
import type { paths } from '../../api/schema'

export type LineQuestion = NonNullable<paths['/api/v1/lines']['get']['parameters']['query']>

/** Units that have several setups. */
export function useUnitLines() {
  return useQuery({
    queryKey: keys.line('units'),
    queryFn: () => take(api.GET('/api/v1/lines/units')),
  })
}

export function useLine(question: LineQuestion | undefined) {
  return useQuery({
    queryKey: keys.line(question),
    enabled: question !== undefined,
    queryFn: () => take(api.GET('/api/v1/lines', { params: { query: question ?? { setup: [] } } })),
    placeholderData: (before) => before,
  })
}
