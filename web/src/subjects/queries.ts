import { useQuery } from '@tanstack/react-query'
import { api, take } from '../api/client'
import { keys } from '../api/keys'

export function useBoards() {
  return useQuery({ queryKey: keys.boards(), queryFn: () => take(api.GET('/api/v1/boards')) })
}

/** @param words asked for once there are any */
export function useSearch(words: string) {
  return useQuery({
    queryKey: keys.search(words),
    enabled: words !== '',
    queryFn: () => take(api.GET('/api/v1/search', { params: { query: { q: words } } })),
    placeholderData: (before) => before,
  })
}

export function useEvidence(run: string) {
  return useQuery({
    queryKey: keys.evidence(run),
    queryFn: () => take(api.GET('/api/v1/runs/{id}/evidence', { params: { path: { id: run } } })),
  })
}

/** Whether a setup has any run, on the desk now or ever; undefined while that is asked. */
export function useHasRuns(setup: number): boolean | undefined {
  const runs = useQuery({
    queryKey: keys.ledger(['of setup', setup]),
    queryFn: () => take(api.GET('/api/v1/runs', { params: { query: { setup, size: 1 } } })),
  })
  return runs.data && runs.data.total > 0
}

/** Every write-up, the last changed first. */
export function useWriteUps() {
  return useQuery({ queryKey: keys.writeUps(), queryFn: () => take(api.GET('/api/v1/write-ups')) })
}

export function useWriteUp(id: number) {
  return useQuery({
    queryKey: keys.writeUp(id),
    queryFn: () => take(api.GET('/api/v1/write-ups/{id}', { params: { path: { id } } })),
  })
}
