import { askedDays } from '../../api/zone'
import type { RunState } from '../../api/queries'
import type { LedgerQuestion } from './queries'

const pageSize = 50

/** What an address of the ledger asks. */
export function question(search: URLSearchParams): LedgerQuestion {
  const shown = search.get('state') ?? 'any'
  const isState = !['any', 'flagged', 'doubted'].includes(shown)
  const fact = search.get('fact')
  const value = search.get('value')
  return {
    page: pageOf(search),
    size: pageSize,
    ...(isState && { state: shown as RunState }),
    ...(shown === 'flagged' && { flagged: true }),
    ...(shown === 'doubted' && { doubted: true }),
    ...(fact !== null && value !== null && { fact, value }),
    ...numbers(search),
    ...askedDays(search),
  }
}

/** The page of rows, the newest 0. */
export function pageOf(search: URLSearchParams): number {
  return whole(search.get('page')) ?? 0
}

function numbers(search: URLSearchParams): Pick<LedgerQuestion, 'suite' | 'model' | 'setup' | 'import'> {
  const names = (['suite', 'model', 'setup', 'import'] as const).filter(
    (n) => whole(search.get(n)) !== undefined,
  )
  return Object.fromEntries(names.map((n) => [n, whole(search.get(n))]))
}

/** A whole number from 0 on; undefined for what is none. */
function whole(text: string | null): number | undefined {
  return text !== null && /^\d{1,15}$/.test(text) ? Number(text) : undefined
}

/** What the ledger is narrowed down to without a choice of its own above the table. */
export function narrowedBy(
  search: URLSearchParams,
): readonly { readonly name: string; readonly words: string }[] {
  const words = { fact: search.get('value') ?? 'one fact', setup: 'one setup', import: 'one import' }
  return (['fact', 'setup', 'import'] as const)
    .filter((name) => search.get(name) !== null)
    .map((name) => ({ name, words: words[name] }))
}

/** The address with one thing set, or left out: another question begins at its first page. */
export function withOther(search: URLSearchParams, name: string, value: string | null): URLSearchParams {
  const next = new URLSearchParams(search)
  if (name !== 'page' && name !== 'run') next.delete('page')
  if (name === 'fact') next.delete('value')
  if (value === null || value === 'any') next.delete(name)
  else next.set(name, value)
  return next
}
