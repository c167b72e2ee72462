import { addresses, among, numberIn, numberOr, says, textOr, texts } from '../../subjects/address'
import type { Field } from '../../subjects/address'
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

/** The last unless it is said; the first where what is said fits none. */
const reference: Field<number, Question> = {
  name: 'ref',
  read: (search) => {
    const count = search.getAll('s').length
    const said = numberIn(search, 'ref') ?? count - 1
    return Number.isInteger(said) && said >= 0 && said < count ? said : 0
  },
  texts: (value, q) => (value === q.subjects.length - 1 ? [] : [String(value)]),
}

/** What an address asks, and the address of a question. */
export const { question, address } = addresses<Question>({
  subjects: texts('s'),
  reference,
  basis: among('basis', ['GAIN', 'TIMES_AS_FAST', 'SHORT', 'MIDPOINT', 'TIME_SAVED', 'OWN_UNIT']),
  threshold: numberOr('threshold', 0.01, (v) => v >= 0 && v < 1),
  sort: among('sort', ['group', 'size', 'suite']),
  over: among('over', ['COMMON', 'OWN']),
  votes: among('votes', ['TEST', 'SUITE']),
  telling: says('only', 'telling'),
  speaks: textOr('speaks', 'as-shipped'),
  open: texts('open'),
})

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
