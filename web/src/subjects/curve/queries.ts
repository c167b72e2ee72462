import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'

/** Reads a table of places and quantities; nothing is kept. Absent asks nothing. */
export function useCurve(asked: Schemas['Asked'] | undefined) {
  return useQuery({
    queryKey: keys.curve(asked),
    enabled: asked !== undefined,
    queryFn: () => take(api.POST('/api/v1/tables/curve', { body: asked ?? { text: '' } })),
    placeholderData: (before) => before,
  })
}
