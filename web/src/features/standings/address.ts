import type { TestGroup } from '../../api/queries'
import { kindOf } from '../../figures/words'
import { numberIn } from '../../subjects/address'
import type { StandingsQuestion } from './queries'

type Tuned = NonNullable<StandingsQuestion['tuned']>
type Origin = NonNullable<StandingsQuestion['origin']>

/** What an address asks to be ranked; what it leaves out is usual. */
export function question(search: URLSearchParams): StandingsQuestion {
  const text = (name: string) => search.get(name) ?? undefined
  const number = (name: string) => numberIn(search, name)
  const group = text('group') as TestGroup | undefined
  const asked = {
    group,
    test: number('test'),
    ranked: text('ranked'),
    speaks: text('speaks'),
    weight: search.getAll('weight'),
    reference: text('reference'),
    kind: text('kind') === 'any' ? undefined : text('kind'),
    yearFrom: number('yearFrom'),
    yearTo: number('yearTo'),
    priceTo: number('priceTo'),
    maker: text('maker'),
    tag: text('tag'),
    tuned: text('tuned') as Tuned | undefined,
    origin: text('origin') as Origin | undefined,
    steep: text('by') === 'steep' ? true : undefined,
  }
  return Object.fromEntries(
    Object.entries(asked).filter(([, v]) => v !== undefined && (!Array.isArray(v) || v.length > 0)),
  )
}

/** The weights with another one of a group; a group that is named counts however few have it. */
export function withWeight(q: StandingsQuestion, group: TestGroup, weight: number): readonly string[] {
  const others = (q.weight ?? []).filter((w) => !w.startsWith(`${group}:`))
  return [...others, `${group}:${String(weight)}`]
}

const parts: Readonly<Record<string, string>> = {
  setup: 'setups',
  model: 'models',
  'cpu.model': 'processors',
  'graphics.model': 'graphics chips',
  'drive.model': 'drives',
  'system.name': 'systems',
  'browser.name': 'browsers',
}

/** What is ranked, for many. */
export function rankedWords(ranked: string | undefined): string {
  return parts[ranked ?? 'setup'] ?? ranked ?? 'setups'
}

/** What can be ranked. */
export const rankable = Object.entries(parts).map(([value, many]) => ({ value, label: `Rank ${many}` }))

/** What narrows the pool, in words; empty for everything there is. */
export function poolWords(q: StandingsQuestion): readonly string[] {
  const { yearFrom, yearTo } = q
  const years =
    yearFrom === undefined && yearTo === undefined
      ? undefined
      : `of ${String(yearFrom ?? 'any year')} to ${String(yearTo ?? 'today')}`
  const told = [
    q.kind && kindOf(q.kind).many,
    q.maker && `of ${q.maker}`,
    q.tag && `tagged ${q.tag}`,
    years,
    q.priceTo !== undefined && `up to ${String(q.priceTo)}`,
    q.tuned && tunedWords[q.tuned],
    q.origin && originWords[q.origin],
  ]
  return told.filter((w) => typeof w === 'string' && w !== '') as readonly string[]
}

const tunedWords: Readonly<Record<Tuned, string>> = { SHIPPED: '', TUNED: 'tuned only', BOTH: 'tuned too' }
const originWords: Readonly<Record<Origin, string>> = {
  BOTH: '',
  OWN: 'measured here',
  ELSEWHERE: 'from elsewhere only',
}

/** An address that says of which kind the pool is, and by which test it is ranked, whatever is usual when it is opened. */
export function wholeQuestion(search: URLSearchParams, test?: number): URLSearchParams {
  const whole = new URLSearchParams(search)
  if (test !== undefined) whole.set('test', String(test))
  if (!whole.has('kind')) whole.set('kind', 'any')
  return whole
}
