import { useQuery } from '@tanstack/react-query'
import { api, take } from './client'
import type { Schemas } from './client'
import { keys } from './keys'

export type RunState = Schemas['LedgerRow']['state']
export type TestGroup = Schemas['SuiteView']['group']
export type DeviceKind = Schemas['ModelView']['kind']

export function useSession() {
  return useQuery({
    queryKey: keys.session(),
    queryFn: () => take(api.GET('/api/v1/session')),
    staleTime: Infinity,
  })
}

export function useModels() {
  return useQuery({ queryKey: keys.models(), queryFn: () => take(api.GET('/api/v1/models')) })
}

export function useSuites() {
  return useQuery({ queryKey: keys.suites(), queryFn: () => take(api.GET('/api/v1/suites')) })
}

export function useStrip() {
  return useQuery({ queryKey: keys.strip(), queryFn: () => take(api.GET('/api/v1/sittings')) })
}

/** @param wanted whether they are to be read now */
export function useScores(suite: number, setup: number, wanted = true) {
  return useQuery({
    queryKey: keys.scores(suite, setup),
    enabled: wanted,
    queryFn: () => take(api.GET('/api/v1/scores', { params: { query: { suite, setup } } })),
  })
}

export function useSetup(id: number | undefined) {
  return useQuery({
    queryKey: keys.setup(id ?? 0),
    enabled: id !== undefined,
    queryFn: () => take(api.GET('/api/v1/setups/{id}', { params: { path: { id: id ?? 0 } } })),
  })
}

export function useFacts() {
  return useQuery({ queryKey: keys.facts(), queryFn: () => take(api.GET('/api/v1/facts')) })
}
