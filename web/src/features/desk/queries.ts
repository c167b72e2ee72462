import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'
import { useSuites } from '../../api/queries'
import type { DeviceKind } from '../../api/queries'

export function useSheet(id: number) {
  return useQuery({
    queryKey: keys.sheet(id),
    queryFn: () => take(api.GET('/api/v1/sittings/{id}', { params: { path: { id } } })),
    // A device that fell silent is found out by asking again.
    refetchInterval: ({ state }) => (state.data?.progress ? 20_000 : false),
  })
}

export function useSetupsOfUnit(unitId: number | undefined) {
  return useQuery({
    queryKey: keys.setups('of unit', unitId),
    enabled: unitId !== undefined,
    queryFn: () =>
      take(api.GET('/api/v1/units/{unitId}/setups', { params: { path: { unitId: unitId ?? 0 } } })),
  })
}

/** The suites that the last device of a kind had on the desk. */
export function useUsualSuites(kind: DeviceKind | undefined) {
  return useQuery({
    queryKey: keys.strip('usual', kind),
    enabled: kind !== undefined,
    queryFn: () => take(api.GET('/api/v1/sittings/usual', { params: { query: { kind: kind ?? 'LAPTOP' } } })),
  })
}

export function useNextRuns(setup: number, minutes: number, everyKind: boolean) {
  return useQuery({
    queryKey: keys.plan('runs', setup, minutes, everyKind),
    queryFn: () => take(api.GET('/api/v1/plans/runs', { params: { query: { setup, minutes, everyKind } } })),
    placeholderData: (before) => before,
  })
}

/** What looks wrong with a repeat that is being typed; asked anew whenever the texts change. */
export function useCheck(
  suite: number,
  setup: number,
  texts: Readonly<Record<string, string>>,
  digits: Readonly<Record<string, string>> = {},
) {
  const filled = Object.values(texts).some((t) => t.trim() !== '')
  return useQuery({
    queryKey: keys.check(suite, setup, [texts, digits]),
    enabled: filled,
    staleTime: 60_000,
    queryFn: () =>
      take(
        api.POST('/api/v1/suites/{id}/checks', {
          params: { path: { id: suite } },
          body: {
            setup,
            texts: { ...texts },
            ...(Object.keys(digits).length === 0 ? {} : { digits: { ...digits } }),
          },
        }),
      ),
    placeholderData: (before) => before,
  })
}

export function useLan() {
  return useQuery({ queryKey: keys.lan(), queryFn: () => take(api.GET('/api/v1/lan')) })
}

/** Devices that joined a run sheet. */
export function useJoined(sitting: number) {
  return useQuery({
    queryKey: keys.joined(sitting),
    queryFn: () => take(api.GET('/api/v1/sittings/{id}/devices', { params: { path: { id: sitting } } })),
    refetchInterval: 5000,
  })
}

/** The computer that the desk runs on, and the suite of ours that it would run first. */
export function useOwnComputer() {
  const computer = useQuery({
    queryKey: keys.lan('own computer'),
    queryFn: () => take(api.GET('/api/v1/own-computer')),
  }).data
  const suite = useSuites()
    .data?.filter((s) => s.home === 'NATIVE' && s.group === 'PROCESSOR')
    .sort((a, b) => a.minutes - b.minutes)[0]
  return computer?.canBe === true && suite ? { computer, suite } : undefined
}

/** The demo desk beside this one; asked for again while it starts. */
export function useDemo() {
  return useQuery({
    queryKey: keys.demo(),
    queryFn: () => take(api.GET('/api/v1/demo')),
    refetchInterval: ({ state }) => (state.data?.desk.state === 'STARTING' ? 1000 : false),
  }).data
}
