import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'
import type { TestGroup, DeviceKind } from '../../api/queries'
import type { paths } from '../../api/schema'

export type StandingsQuestion = Omit<
  NonNullable<paths['/api/v1/standings']['get']['parameters']['query']>,
  'around'
>

/** @param around key of a subject that is to be seen wherever it stands */
export function useStandings(question: StandingsQuestion, around?: string) {
  return useQuery({
    queryKey: keys.standings('places', question, around),
    queryFn: () =>
      take(
        api.GET('/api/v1/standings', {
          params: { query: { ...question, ...(around === undefined ? {} : { around }) } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

/** @param around key of a subject that is to be seen wherever it stands */
export function useRanking(question: StandingsQuestion, around?: string) {
  return useQuery({
    queryKey: keys.standings('ranking', question, around),
    queryFn: () =>
      take(
        api.GET('/api/v1/ranking', {
          params: { query: { ...question, ...(around === undefined ? {} : { around }) } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

export function useWhy(question: StandingsQuestion, subject: string) {
  return useQuery({
    queryKey: keys.standings('why', question, subject),
    queryFn: () => take(api.GET('/api/v1/standings/why', { params: { query: { ...question, subject } } })),
  })
}

export function useValue(question: StandingsQuestion, cost: string | undefined) {
  return useQuery({
    queryKey: keys.standings('value', question, cost),
    queryFn: () =>
      take(
        api.GET('/api/v1/standings/value', {
          params: { query: { ...question, ...(cost === undefined ? {} : { cost }) } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

export function useShortList(group: TestGroup, minutes: number, kind: DeviceKind | undefined) {
  return useQuery({
    queryKey: keys.plan('suites', group, minutes, kind),
    queryFn: () =>
      take(
        api.GET('/api/v1/plans/suites', {
          params: { query: { group, minutes, ...(kind === undefined ? {} : { kind }) } },
        }),
      ),
    placeholderData: (before) => before,
  })
}
