import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'
import type { TestGroup, DeviceKind } from '../../api/queries'
import type { paths } from '../../api/schema'

export type StandingsQuestion = Omit<
  NonNullable<paths['/api/v1/standings']['get']['parameters']['query']>,
  'around' | 'rows'
>

/** Which rows of an order are shown: the first, and those around one. */
function shownRows(around: string | undefined, rows: number | undefined) {
  return { ...(around === undefined ? {} : { around }), ...(rows === undefined ? {} : { rows }) }
}

/**
 * @param around key of a subject that is to be seen wherever it stands
 * @param rows how many of the first are shown; the server's usual number if not said
 */
export function useStandings(question: StandingsQuestion, around?: string, rows?: number) {
  return useQuery({
    queryKey: keys.standings('places', question, around, rows),
    queryFn: () =>
      take(
        api.GET('/api/v1/standings', {
          params: { query: { ...question, ...shownRows(around, rows) } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

/** Takes what {@link useStandings} takes. */
export function useRanking(question: StandingsQuestion, around?: string, rows?: number) {
  return useQuery({
    queryKey: keys.standings('ranking', question, around, rows),
    queryFn: () =>
      take(
        api.GET('/api/v1/ranking', {
          params: { query: { ...question, ...shownRows(around, rows) } },
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
