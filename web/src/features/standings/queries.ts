import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'
import type { TestGroup, DeviceKind } from '../../api/queries'
import type { paths } from '../../api/schema'
import type { Schemas } from '../../api/client'
import type { Deed } from '../../ui/deed'

export type StandingsQuestion = Omit<
  NonNullable<paths['/api/v1/standings']['get']['parameters']['query']>,
  keyof ShownRows
>

/** Which rows of an order are asked for: the first ones, those around one subject, or those that words find. */
export interface ShownRows {
  readonly around?: string | undefined
  readonly rows?: number | undefined
  readonly find?: string | undefined
  /** What they stand in order of: `name`, or a group of tests; by place if absent. */
  readonly sort?: string | undefined
}

function asked({ around, rows, find, sort }: ShownRows) {
  return {
    ...(around === undefined ? {} : { around }),
    ...(rows === undefined ? {} : { rows }),
    ...(find === undefined ? {} : { find }),
    ...(sort === undefined ? {} : { sort }),
  }
}

export function useStandings(question: StandingsQuestion, shown: ShownRows = {}) {
  return useQuery({
    queryKey: keys.standings('places', question, shown.around, shown.rows, shown.find, shown.sort),
    queryFn: () =>
      take(
        api.GET('/api/v1/standings', {
          params: { query: { ...question, ...asked(shown) } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

export function useRanking(question: StandingsQuestion, shown: ShownRows) {
  return useQuery({
    queryKey: keys.standings('ranking', question, shown.around, shown.rows, shown.find, shown.sort),
    queryFn: () =>
      take(
        api.GET('/api/v1/ranking', {
          params: { query: { ...question, ...asked(shown) } },
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

/** Which groups count overall on this desk; undefined until it is known. */
export function useChoice() {
  return useQuery({
    queryKey: keys.choice(),
    queryFn: () => take(api.GET('/api/v1/standings/choice')),
  }).data
}

/** Keeps what counts overall for the whole desk. */
export const keepChoice: Deed<Schemas['ChoiceEdit'], Schemas['ChoiceView']> = {
  send: (body) => take(api.PUT('/api/v1/standings/choice', { body })),
  renews: ['choice', 'standings'],
  says: () => 'The weights are kept for the desk.',
}
