import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { api, take } from './client'
import type { Schemas } from './client'
import type { paths } from './schema'

export type RunState = Schemas['LedgerRow']['state']
export type TestGroup = Schemas['SuiteView']['group']
export type DeviceKind = Schemas['ModelView']['kind']

/** Keys of everything kept in the page; live events name them. */
export const keys = {
  session: ['session'],
  models: ['models'],
  suites: ['suites'],
  strip: ['strip'],
  sheet: (id: number) => ['sheet', id],
  scores: (suite: number, setup: number) => ['scores', suite, setup],
  standings: (...parts: readonly unknown[]) => ['standings', ...parts],
  comparison: (...parts: readonly unknown[]) => ['comparison', ...parts],
  ledger: (...parts: readonly unknown[]) => ['ledger', ...parts],
  run: (id: string) => ['run', id],
  evidence: (run: string) => ['run', run, 'evidence'],
  facts: ['facts'],
  setup: (id: number) => ['setup', id],
  profile: (...parts: readonly unknown[]) => ['profile', ...parts],
  imports: ['imports'],
  import: (...parts: readonly unknown[]) => ['imports', ...parts],
  sheetText: (id: number) => ['sheet-text', id],
  boards: ['boards'],
  line: (...parts: readonly unknown[]) => ['line', ...parts],
  inside: (...parts: readonly unknown[]) => ['inside', ...parts],
  plan: (...parts: readonly unknown[]) => ['plan', ...parts],
} as const

export function useSession() {
  return useQuery({
    queryKey: keys.session,
    queryFn: () => take(api.GET('/api/v1/session')),
    staleTime: Infinity,
  })
}

export function useModels() {
  return useQuery({ queryKey: keys.models, queryFn: () => take(api.GET('/api/v1/models')) })
}

export function useSuites() {
  return useQuery({ queryKey: keys.suites, queryFn: () => take(api.GET('/api/v1/suites')) })
}

export function useStrip() {
  return useQuery({ queryKey: keys.strip, queryFn: () => take(api.GET('/api/v1/sittings')) })
}

export function useSheet(id: number) {
  return useQuery({
    queryKey: keys.sheet(id),
    queryFn: () => take(api.GET('/api/v1/sittings/{id}', { params: { path: { id } } })),
    // A device that fell silent is found out by asking again.
    refetchInterval: ({ state }) => (state.data?.progress ? 20_000 : false),
  })
}

export function useScores(suite: number, setup: number) {
  return useQuery({
    queryKey: keys.scores(suite, setup),
    queryFn: () => take(api.GET('/api/v1/scores', { params: { query: { suite, setup } } })),
  })
}

export function useSetupsOfUnit(unitId: number | undefined) {
  return useQuery({
    queryKey: ['setups', unitId],
    enabled: unitId !== undefined,
    queryFn: () =>
      take(api.GET('/api/v1/units/{unitId}/setups', { params: { path: { unitId: unitId ?? 0 } } })),
  })
}

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

export interface ComparisonQuestion {
  readonly subjects: readonly string[]
  readonly reference: number
  readonly basis: Schemas['ComparisonView']['basis']
  readonly threshold: number
  readonly speaks: string
}

export function useComparison({ subjects, reference, basis, threshold, speaks }: ComparisonQuestion) {
  return useQuery({
    queryKey: keys.comparison(subjects, reference, basis, threshold, speaks),
    enabled: subjects.length >= 2,
    queryFn: () =>
      take(
        api.GET('/api/v1/comparison', {
          params: { query: { subject: [...subjects], reference, basis, threshold, speaks } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

export type LineQuestion = NonNullable<paths['/api/v1/lines']['get']['parameters']['query']>

/** Units that have several setups. */
export function useUnitLines() {
  return useQuery({
    queryKey: keys.line('units'),
    queryFn: () => take(api.GET('/api/v1/lines/units')),
  })
}

export function useLine(question: LineQuestion | undefined) {
  return useQuery({
    queryKey: keys.line(question),
    enabled: question !== undefined,
    queryFn: () => take(api.GET('/api/v1/lines', { params: { query: question ?? { setup: [] } } })),
    placeholderData: (before) => before,
  })
}

export type InsideQuestion = NonNullable<paths['/api/v1/inside']['get']['parameters']['query']>

export function useInside(question: InsideQuestion | undefined) {
  return useQuery({
    queryKey: keys.inside(question),
    enabled: question !== undefined,
    queryFn: () =>
      take(api.GET('/api/v1/inside', { params: { query: question ?? { suite: 0, setup: [] } } })),
    placeholderData: (before) => before,
  })
}

export function useNextRuns(setup: number, minutes: number, everyKind: boolean) {
  return useQuery({
    queryKey: keys.plan('runs', setup, minutes, everyKind),
    queryFn: () => take(api.GET('/api/v1/plans/runs', { params: { query: { setup, minutes, everyKind } } })),
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

export function useBoards() {
  return useQuery({ queryKey: keys.boards, queryFn: () => take(api.GET('/api/v1/boards')) })
}

/** Keeps a view under a name; with a number, in the place of the one that has it. */
export function useKeepBoard() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: ({
      id,
      edition,
      ...body
    }: Schemas['BoardDraft'] & { readonly id?: number; readonly edition?: number }) =>
      id === undefined
        ? take(api.POST('/api/v1/boards', { body }))
        : take(
            api.PUT('/api/v1/boards/{id}', {
              params: { path: { id } },
              body: { ...body, edition: edition ?? 0 },
            }),
          ),
    // Also after a refusal: what somebody else kept meanwhile is then seen.
    onSettled: () => client.invalidateQueries({ queryKey: keys.boards }),
  })
}

export function useForgetBoard() {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (id: number) => take(api.DELETE('/api/v1/boards/{id}', { params: { path: { id } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: keys.boards }),
  })
}

/** @param words asked for once there are any */
export function useSearch(words: string) {
  return useQuery({
    queryKey: ['search', words],
    enabled: words !== '',
    queryFn: () => take(api.GET('/api/v1/search', { params: { query: { q: words } } })),
    placeholderData: (before) => before,
  })
}

export function useSetup(id: number | undefined) {
  return useQuery({
    queryKey: keys.setup(id ?? 0),
    enabled: id !== undefined,
    queryFn: () => take(api.GET('/api/v1/setups/{id}', { params: { path: { id: id ?? 0 } } })),
  })
}

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

export function useEvidence(run: string) {
  return useQuery({
    queryKey: keys.evidence(run),
    queryFn: () => take(api.GET('/api/v1/runs/{id}/evidence', { params: { path: { id: run } } })),
  })
}

export function useFacts() {
  return useQuery({ queryKey: keys.facts, queryFn: () => take(api.GET('/api/v1/facts')) })
}

export function useModelProfile(id: number, setup: number | undefined) {
  return useQuery({
    queryKey: keys.profile('model', id, setup),
    queryFn: () =>
      take(
        api.GET('/api/v1/profiles/models/{id}', {
          params: { path: { id }, query: setup === undefined ? {} : { setup } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

export function useFactProfile(key: string, value: string) {
  return useQuery({
    queryKey: keys.profile('fact', key, value),
    queryFn: () => take(api.GET('/api/v1/profiles/facts', { params: { query: { key, value } } })),
  })
}

export function useParts() {
  return useQuery({
    queryKey: keys.profile('parts'),
    queryFn: () => take(api.GET('/api/v1/profiles/parts')),
  })
}

export function useSuiteProfile(id: number) {
  return useQuery({
    queryKey: keys.profile('suite', id),
    queryFn: () => take(api.GET('/api/v1/profiles/suites/{id}', { params: { path: { id } } })),
  })
}

export function useSheetText(id: number | undefined) {
  return useQuery({
    queryKey: keys.sheetText(id ?? 0),
    enabled: id !== undefined,
    queryFn: () => take(api.GET('/api/v1/sheets/{id}', { params: { path: { id: id ?? 0 } } })),
  })
}

export function useImports() {
  return useQuery({ queryKey: keys.imports, queryFn: () => take(api.GET('/api/v1/imports')) })
}

export function useImport(id: number, page: number) {
  return useQuery({
    queryKey: keys.import(id, page),
    queryFn: () => take(api.GET('/api/v1/imports/{id}', { params: { path: { id }, query: { page } } })),
    placeholderData: (before) => before,
    refetchInterval: (query) => (query.state.data?.batch.state === 'ACCEPTING' ? 1000 : false),
  })
}

/** What looks wrong with a repeat that is being typed; asked anew whenever the texts change. */
export function useCheck(suite: number, setup: number, texts: Readonly<Record<string, string>>) {
  const filled = Object.values(texts).some((t) => t.trim() !== '')
  return useQuery({
    queryKey: ['check', suite, setup, texts],
    enabled: filled,
    staleTime: 60_000,
    queryFn: () =>
      take(
        api.POST('/api/v1/suites/{id}/checks', {
          params: { path: { id: suite } },
          body: { setup, texts: { ...texts } },
        }),
      ),
    placeholderData: (before) => before,
  })
}

/** Sets a run aside (with a reason) or brings it back (without). */
export function useRunMove(id: string) {
  const client = useQueryClient()
  return useMutation({
    mutationFn: (reason: string | null) =>
      reason === null
        ? take(api.POST('/api/v1/runs/{id}/bring-back', { params: { path: { id } } }))
        : take(api.POST('/api/v1/runs/{id}/set-aside', { params: { path: { id } }, body: { reason } })),
    onSuccess: async (detail) => {
      client.setQueryData(keys.run(id), detail)
      await client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
    },
  })
}
