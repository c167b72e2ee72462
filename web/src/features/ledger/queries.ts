import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'
import type { RunState } from '../../api/queries'

export interface LedgerQuestion {
  readonly state?: RunState
  readonly suite?: number
  readonly model?: number
  readonly setup?: number
  /** Key of a fact that must have the value. */
  readonly fact?: string
  readonly value?: string
  /** Days, ISO 8601. */
  readonly from?: string
  readonly to?: string
  /** In which those days are, such as Europe/Berlin. */
  readonly zone?: string
  readonly import?: number
  readonly flagged?: boolean
  readonly doubted?: boolean
  readonly page: number
  /** Rows of a page, 1 to 200. */
  readonly size: number
}

export function useLedger(question: LedgerQuestion) {
  return useQuery({
    queryKey: keys.ledger(question),
    queryFn: () => take(api.GET('/api/v1/runs', { params: { query: question } })),
    placeholderData: (before) => before,
  })
}

export function useRun(id: string) {
  return useQuery({
    queryKey: keys.run(id),
    queryFn: () => take(api.GET('/api/v1/runs/{id}', { params: { path: { id } } })),
  })
}
