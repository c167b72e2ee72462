import type { Schemas } from '../../api/client'
import { number, significant, unitWords } from '../../figures/format'
import { subjectText } from '../../figures/words'
import type { Basis } from './address'

type Difference = Schemas['Difference']
type Test = Schemas['ComparedTest']

/** What a difference in its own unit needs to know of its test. */
export interface OwnUnit {
  readonly unit: string
  readonly cells: readonly { readonly decimals: number }[]
}

const thin = '\u2009'

/** What each basis is called, and what it is a share of. */
export const bases: Record<Basis, { readonly name: string; readonly about: string }> = {
  GAIN: { name: 'gain on reference', about: 'Gain on the reference, as a share of it' },
  TIMES_AS_FAST: { name: 'times as fast', about: 'Ratio to the reference, more is better' },
  SHORT: {
    name: 'reference short',
    about: 'How far the reference falls short, as a share of the one beside it',
  },
  MIDPOINT: { name: 'midpoint', about: 'Difference as a share of the middle between the two' },
  TIME_SAVED: {
    name: 'time saved',
    about: 'Time saved, as a share of the reference’s time; other tests: none',
  },
  OWN_UNIT: { name: 'own unit', about: 'Plain difference in each test’s own unit' },
}

/** A difference in the basis asked for: +4.1 %, ×1.25, +35 points. */
export function shownWords(shown: number, basis: Basis, test?: OwnUnit): string {
  if (basis === 'TIMES_AS_FAST') return `×${times(shown)}`
  if (basis === 'OWN_UNIT' && test) return `${signed(shown, ownDecimals(test))}${thin}${unitWords(test.unit)}`
  return percent(shown)
}

/** Half of the interval, in the same basis. */
export function halfWords(d: Difference, basis: Basis, test?: OwnUnit): string {
  if (d.shownLow === undefined || d.shownHigh === undefined) return ''
  const half = Math.abs(d.shownHigh - d.shownLow) / 2
  if (basis === 'TIMES_AS_FAST')
    return `±${half < 0.995 ? half.toFixed(half < 0.0095 ? 3 : 2) : significant(half, 2)}`
  if (basis === 'OWN_UNIT' && test) return `±${number(half, ownDecimals(test))}`
  return `±${percentDigits(half * 100)}`
}

function times(value: number): string {
  return value < 10 ? value.toFixed(2) : significant(value, 3)
}

function percent(share: number): string {
  const value = share * 100
  return `${sign(value, value > -99.95 && value < 99.95 ? 1 : 0)}${percentDigits(Math.abs(value))}${thin}%`
}

/** None for what is nothing once it is rounded. */
function sign(value: number, decimals: number): string {
  return Number(value.toFixed(decimals)) === 0 ? '' : value < 0 ? '−' : '+'
}

function percentDigits(value: number): string {
  return number(value, value < 99.95 ? 1 : 0)
}

export function signed(value: number, decimals: number): string {
  return `${sign(value, decimals)}${number(Math.abs(value), decimals)}`
}

/** As fine as the finest of the scores. */
function ownDecimals(test: OwnUnit): number {
  return Math.max(0, ...test.cells.map((c) => c.decimals))
}

/** A round difference on an axis. */
export function tickLabel(shown: number, basis: Basis): string {
  if (basis === 'TIMES_AS_FAST') return `×${String(shown)}`
  const value = Math.round(shown * 1000) / 10
  return `${value < 0 ? '−' : '+'}${String(Math.abs(value))} %`
}

/** What is shown, in a word. */
export const verdicts: Record<NonNullable<Difference['verdict']>, string> = {
  AHEAD: 'ahead',
  BEHIND: 'behind',
  EVEN: 'even',
  UNDECIDED: 'undecided',
}

/** The ink of a difference: a name of the colours of the app. */
export function ink(d: Difference): 'teal' | 'mulberry' | 'ink2' {
  return d.verdict === 'AHEAD' ? 'teal' : d.verdict === 'BEHIND' ? 'mulberry' : 'ink2'
}

/** The same as a class of the page. */
export function inkClass(d: Difference): string {
  return { teal: 'text-teal', mulberry: 'text-mulberry', ink2: 'text-ink2' }[ink(d)]
}

/** A row for those who do not see it. */
export function differenceWords(d: Difference | undefined, basis: Basis, test?: OwnUnit): string {
  if (d?.shown === undefined) return 'no difference to show'
  const verdict = d.verdict === undefined ? 'noise unknown' : verdicts[d.verdict]
  const interval =
    d.shownLow === undefined || d.shownHigh === undefined
      ? ''
      : `, 95 % interval ${shownWords(Math.min(d.shownLow, d.shownHigh), basis, test)} to ${shownWords(Math.max(d.shownLow, d.shownHigh), basis, test)}`
  return `${shownWords(d.shown, basis, test)}${interval}, ${verdict}`
}

/** 7 ahead, 2 even, 9 of 12 tests on both sides. */
export function countWords(s: Schemas['ComparedSummary']): string {
  const parts = [
    [s.ahead, 'ahead'],
    [s.behind, 'behind'],
    [s.even, 'even'],
    [s.undecided, 'undecided'],
    [s.unknown, 'of unknown noise'],
  ] as const
  const told = parts.filter(([n]) => n > 0).map(([n, word]) => `${String(n)} ${word}`)
  if (told.length === 0) return 'no test on both sides'
  const some = s.tests < s.of ? `, ${String(s.tests)} of ${String(s.of)} tests on both sides` : ''
  return told.join(', ') + some
}

/** What the interval for a kind of work is, for those who ask. */
export const kindTitle =
  '95 % interval for this kind of work: how far the mean would move with another choice of tests of the kind. The interval above holds on these tests only.'

/** The interval for a kind of work: of no use beside the one on these tests unless it is named. */
export function kindWords(s: Schemas['ComparedSummary'], basis: Basis): string {
  const d = s.anyTests
  if (d?.shownLow === undefined || d.shownHigh === undefined) return 'too few tests to generalise'
  const [low, high] = [Math.min(d.shownLow, d.shownHigh), Math.max(d.shownLow, d.shownHigh)]
  return `kind of work ${shownWords(low, basis)} to ${shownWords(high, basis)}`
}

/** What would decide an undecided test. */
export function decidingWords(d: Schemas['Deciding']): string {
  const aim = d.aim === 'A_LEAD' ? 'show a lead' : 'show that they are even'
  if (d.answer === 'FINER_READINGS')
    return 'finer readings needed: the digits are coarser than the difference'
  if (d.answer === 'MORE_THAN_40') return `more than 40 runs on each side would be needed to ${aim}`
  return `about ${String(d.more)} more ${d.more === 1 ? 'run' : 'runs'} on each side would ${aim}`
}

/** Suite and test; a total bears the suite's name alone. */
export function testName(test: Test): string {
  return test.total && /^(total|overall|score|suite score)$/i.test(test.name)
    ? test.suite
    : `${test.suite}, ${test.name}`
}

/** Name of a subject in a short place; what all have in common is left out. */
export function subjectName(s: Schemas['SubjectView'], all: readonly Schemas['SubjectView'][]): string {
  const same = all.filter((o) => o.name === s.name)
  if (same.length === 1 || s.detail === '') return s.name
  const detail = detailAmong(s, all)
  return same.length === all.length ? detail : `${s.name}, ${detail}`
}

/** A model beside the very setup that speaks for it would be called the same. */
function detailAmong(s: Schemas['SubjectView'], all: readonly Schemas['SubjectView'][]): string {
  const twice = all.some((o) => o.key !== s.key && o.name === s.name && o.detail === s.detail)
  return twice && s.key.startsWith('model-') ? `the model, ${s.detail}` : s.detail
}

/** The title of the view. */
export function title(view: Schemas['ComparisonView']): string {
  const reference = view.subjects[view.reference]
  const others = view.subjects.filter((_, i) => i !== view.reference)
  const one = others[0]
  if (!reference || !one) return 'Side by side'
  if (others.length > 1) return `${String(others.length)} against ${subjectText(reference)}`
  return one.name === reference.name
    ? `${one.name}: ${detailAmong(one, view.subjects)}, against ${detailAmong(reference, view.subjects)}`
    : `${subjectText(one)} against ${subjectText(reference)}`
}
