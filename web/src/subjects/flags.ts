import { useQuery } from '@tanstack/react-query'
import { api, take } from '../api/client'
import type { Schemas } from '../api/client'
import { keys } from '../api/keys'
import type { Deed } from '../ui/deed'

export type Flag = Schemas['RunDetail']['run']['flags'][number]

/** Flags of a run in words, in the order they are offered. */
export const flagWords: Readonly<Record<Flag, string>> = {
  MAKER_TUNING: 'maker tuning suspected',
  HELD_AT_REFRESH: 'held at the display refresh',
  THROTTLED: 'throttled',
  RECORDING: 'screen was recorded',
}

/** Flags on all runs of a setup. */
export function useSetupFlags(setup: number) {
  return useQuery({
    queryKey: keys.setups('flags', setup),
    queryFn: () => take(api.GET('/api/v1/setups/{id}/flags', { params: { path: { id: setup } } })),
  })
}

export interface SetupFlagging {
  readonly setup: number
  readonly flag: Flag
  /** The only suite that it is about; all if absent. */
  readonly suite?: number | undefined
  readonly note?: string
}

/** Flags every run of a setup, those to come too. */
export const flagSetup: Deed<SetupFlagging, readonly Schemas['SetupFlag'][]> = {
  send: ({ setup, flag, suite, note }) =>
    take(
      api.PUT('/api/v1/setups/{id}/flags/{flag}', {
        params: { path: { id: setup, flag } },
        body: { note: note ?? '', ...(suite === undefined ? {} : { suite }) },
      }),
    ),
  renews: 'everything',
}

/** Takes such a flag off again. */
export const unflagSetup: Deed<SetupFlagging, readonly Schemas['SetupFlag'][]> = {
  send: ({ setup, flag, suite }) =>
    take(
      api.DELETE('/api/v1/setups/{id}/flags/{flag}', {
        params: { path: { id: setup, flag }, query: suite === undefined ? {} : { suite } },
      }),
    ),
  renews: 'everything',
  says: () => 'The flag is taken off. Runs flagged by themselves stay so.',
}
