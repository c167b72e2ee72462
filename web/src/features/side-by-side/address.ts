import type { Basis } from '../../subjects/differences'

export type Sort = 'group' | 'size' | 'suite'
export type Over = 'COMMON' | 'OWN'
export type Votes = 'TEST' | 'SUITE'

/** Everything that makes a side-by-side what it is; kept in the address. */
export interface Question {
  /** Keys of the subjects, such as `setup-12`. */
  readonly subjects: readonly string[]
  /** Number of the subject all others are held against. */
  readonly reference: number
  readonly basis: Basis
  /** Smallest difference that matters, as a share. */
  readonly threshold: number
  readonly sort: Sort
  /** Which tests a mean is over, where not all subjects have the same. */
  readonly over: Over
  /** What has one vote in a mean. */
  readonly votes: Votes
  /** Only what is ahead or behind. */
  readonly telling: boolean
  /** Groups of which every test is shown; the others show what stands out where there are many. */
  readonly open: readonly string[]
  /** Which setup speaks for a model: `as-shipped`, `latest`, `best`, `named-…`. */
  readonly speaks: string
}

const bases: readonly Basis[] = ['GAIN', 'TIMES_AS_FAST', 'SHORT', 'MIDPOINT', 'TIME_SAVED', 'OWN_UNIT']

/** What an address says, if it is one of those; else what is usual. */
function among<T extends string>(said: string | null, choices: readonly T[], usual: T): T {
  return choices.find((c) => c.toLowerCase() === said?.toLowerCase()) ?? usual
}

/** What an address asks; what it leaves out is usual. */
export function question(search: URLSearchParams): Question {
  const subjects = search.getAll('s')
  const reference = Number(search.get('ref') ?? subjects.length - 1)
  const threshold = Number(search.get('threshold') ?? 0.01)
  return {
    subjects,
    reference: Number.isInteger(reference) && reference >= 0 && reference < subjects.length ? reference : 0,
    basis: among(search.get('basis'), bases, 'GAIN'),
    threshold: threshold >= 0 && threshold < 1 ? threshold : 0.01,
    sort: among(search.get('sort'), ['group', 'size', 'suite'], 'group'),
    over: among(search.get('over'), ['COMMON', 'OWN'], 'COMMON'),
    votes: among(search.get('votes'), ['TEST', 'SUITE'], 'TEST'),
    telling: search.get('only') === 'telling',
    open: search.getAll('open'),
    speaks: search.get('speaks') ?? 'as-shipped',
  }
}

/** The address of a question; `keep` holds what else it says, such as the device in focus. */
export function address(q: Question, keep = new URLSearchParams()): URLSearchParams {
  const next = new URLSearchParams(keep)
  // Name, what is asked, what is usual.
  const said: readonly (readonly [string, string, string])[] = [
    ['ref', String(q.reference), String(q.subjects.length - 1)],
    ['basis', q.basis, 'GAIN'],
    ['threshold', String(q.threshold), '0.01'],
    ['sort', q.sort, 'group'],
    ['over', q.over.toLowerCase(), 'common'],
    ['votes', q.votes.toLowerCase(), 'test'],
    ['only', q.telling ? 'telling' : '', ''],
    ['speaks', q.speaks, 'as-shipped'],
  ]
  for (const name of ['s', 'open', ...said.map(([n]) => n)]) next.delete(name)
  for (const s of q.subjects) next.append('s', s)
  for (const [name, value, usual] of said) if (value !== usual) next.set(name, value)
  for (const g of q.open) next.append('open', g)
  return next
}

/** The same with a subject more, before the reference, which stands last unless somebody moved it. */
export function withSubject(q: Question, key: string): Question {
  if (q.subjects.includes(key)) return q
  const at = q.subjects.length === 0 ? 0 : q.reference
  const subjects = [...q.subjects.slice(0, at), key, ...q.subjects.slice(at)]
  return { ...q, subjects, reference: q.subjects.length === 0 ? 0 : q.reference + 1 }
}

/** The same with a subject less; the reference stays who it is, or becomes the last. */
export function withoutSubject(q: Question, number: number): Question {
  const subjects = q.subjects.filter((_, i) => i !== number)
  const reference =
    number === q.reference ? Math.max(0, subjects.length - 1) : q.reference - (number < q.reference ? 1 : 0)
  return { ...q, subjects, reference }
}
