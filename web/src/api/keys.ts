import type { QueryClient } from '@tanstack/react-query'

/** The name under which an answer is kept in the page: its family, then what was asked. */
export type Key<F extends string = string> = readonly [F, ...unknown[]]

function key<F extends string>(family: F, ...parts: readonly unknown[]): Key<F> {
  return [family, ...parts]
}

/** Everything kept in the page. Without its question a key stands for all answers of its family. */
export const keys = {
  session: () => key('session'),
  models: () => key('models'),
  suites: () => key('suites'),
  strip: (...of: readonly unknown[]) => key('strip', ...of),
  sheet: (sitting: number) => key('sheet', sitting),
  joined: (sitting: number) => key('joined', sitting),
  lan: (...of: readonly unknown[]) => key('lan', ...of),
  demo: () => key('demo'),
  scores: (suite: number, setup: number) => key('scores', suite, setup),
  check: (suite: number, setup: number, texts: unknown) => key('check', suite, setup, texts),
  standings: (...question: readonly unknown[]) => key('standings', ...question),
  comparison: (question: unknown) => key('comparison', question),
  ledger: (question: unknown) => key('ledger', question),
  run: (id: string) => key('run', id),
  evidence: (run: string) => key('run', run, 'evidence'),
  facts: (...of: readonly unknown[]) => key('facts', ...of),
  setup: (id: number) => key('setup', id),
  setups: (...of: readonly unknown[]) => key('setups', ...of),
  profile: (of: 'model' | 'fact' | 'parts' | 'suite', ...which: readonly unknown[]) =>
    key('profile', of, ...which),
  imports: (...which: readonly unknown[]) => key('imports', ...which),
  sheetText: (suite: number) => key('sheet-text', suite),
  sheetCheck: (text: string) => key('sheet-check', text),
  curve: (asked: unknown) => key('curve', asked),
  boards: () => key('boards'),
  writeUps: () => key('write-ups'),
  writeUp: (id: number, ...of: readonly unknown[]) => key('write-up', id, ...of),
  numberWays: (question: unknown) => key('number-ways', question),
  secondReaders: () => key('second-readers'),
  writeUpMoves: (of: 'published' | 'unseen') => key('write-up-moves', of),
  choice: () => key('choice'),
  line: (question: unknown) => key('line', question),
  inside: (question: unknown) => key('inside', question),
  plan: (of: 'runs' | 'suites', ...question: readonly unknown[]) => key('plan', of, ...question),
  search: (words: string) => key('search', words),
  access: (of: 'tokens' | 'events' | 'people' | 'links' | 'sessions') => key('access', of),
  history: (question: unknown) => key('history', question),
  link: (secret: string) => key('link', secret),
} as const

/** A family of answers, such as all run sheets. */
export type Family = ReturnType<(typeof keys)[keyof typeof keys]>[0]

/** Asks again for everything of some families that is shown, and for the rest when it is shown next. */
export async function renew(client: QueryClient, families: readonly Family[]): Promise<void> {
  const names: ReadonlySet<unknown> = new Set(families)
  await client.invalidateQueries({ predicate: (q) => names.has(q.queryKey[0]) })
}

/** As {@link renew}, for everything but who is signed in. */
export async function renewAll(client: QueryClient): Promise<void> {
  await client.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'session' })
}
