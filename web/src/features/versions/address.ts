import type { Schemas } from '../../api/client'

type Line = Schemas['LineView']

/** Everything that makes a view of versions what it is; kept in the address. */
export interface Question {
  /** One setup, whose line is found, or several, which are the line; none for what is in focus. */
  readonly setups: readonly number[]
  /** Key of the fact that is followed; `time` for none; what moves most if absent. */
  readonly factor?: string | undefined
  readonly order: Line['order']
  readonly basis: Line['basis']
  readonly threshold: number
  readonly show: Show
  /** Only tests that stepped, shifted or drifted. */
  readonly moved: boolean
  /** Suite and metric of two tests that stand on two scales. */
  readonly two: readonly string[]
}

export type Show = 'plots' | 'change' | 'units'

const bases: readonly Line['basis'][] = [
  'GAIN',
  'TIMES_AS_FAST',
  'SHORT',
  'MIDPOINT',
  'TIME_SAVED',
  'OWN_UNIT',
]

/** What an address asks; what it leaves out is usual. */
export function question(search: URLSearchParams): Question {
  const threshold = Number(search.get('threshold') ?? 0.01)
  return {
    setups: search
      .getAll('setup')
      .map(Number)
      .filter((n) => Number.isInteger(n) && n > 0),
    factor: search.get('factor') ?? undefined,
    order: search.get('order') === 'date' ? 'DATE' : 'VERSION',
    basis: bases.find((b) => b === search.get('basis')) ?? 'GAIN',
    threshold: threshold >= 0 && threshold < 1 ? threshold : 0.01,
    show: (['change', 'units'] as const).find((s) => s === search.get('show')) ?? 'plots',
    moved: search.get('only') === 'moved',
    two: search.getAll('two').slice(0, 2),
  }
}

/** The address of a question; `keep` holds what else it says, such as the device in focus. */
export function address(q: Question, keep = new URLSearchParams()): URLSearchParams {
  const next = new URLSearchParams(keep)
  for (const name of ['setup', 'factor', 'order', 'basis', 'threshold', 'show', 'only', 'two'])
    next.delete(name)
  for (const s of q.setups) next.append('setup', String(s))
  if (q.factor !== undefined) next.set('factor', q.factor)
  if (q.order === 'DATE') next.set('order', 'date')
  if (q.basis !== 'GAIN') next.set('basis', q.basis)
  if (q.threshold !== 0.01) next.set('threshold', String(q.threshold))
  if (q.show !== 'plots') next.set('show', q.show)
  if (q.moved) next.set('only', 'moved')
  for (const t of q.two) next.append('two', t)
  return next
}
