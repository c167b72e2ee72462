import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'

/** The numbers of a text as it was kept, held against its figures. */
export function useClaims(id: number, edition: number) {
  return useQuery({
    queryKey: keys.writeUp(id, 'claims', edition),
    queryFn: () => take(api.GET('/api/v1/write-ups/{id}/claims', { params: { path: { id } } })),
    placeholderData: (before) => before,
  })
}
