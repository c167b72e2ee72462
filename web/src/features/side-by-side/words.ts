import type { Schemas } from '../../api/client'
import { subjectText } from '../../figures/words'
import type { Basis } from '../../subjects/differences'
import { shownWords } from '../../subjects/differences'

type Test = Schemas['ComparedTest']

/** 7 ahead, 2 even, 9 of 12 tests on both sides. */
export function countWords(
  s: Schemas['ComparedSummary'],
  tests: readonly Test[],
  reference: number,
  /** Whether the mean is over tests that more than these two have. */
  ofAll = false,
): string {
  const parts = [
    [s.ahead, 'ahead'],
    [s.behind, 'behind'],
    [s.even, 'even'],
    [s.undecided, 'undecided'],
    [s.unknown, 'of unknown noise'],
  ] as const
  const told = parts.filter(([n]) => n > 0).map(([n, word]) => `${String(n)} ${word}`)
  if (told.length === 0) {
    const plain = tests.filter((t) =>
      [reference, s.subject].every((i) => t.cells[i] !== undefined && t.cells[i].kind !== 'GAP'),
    ).length
    if (plain > 0 && ofAll) return 'no test with a ratio that all have'
    if (plain === 0) return 'no test on both sides'
    return plain === 1
      ? 'one test on both sides, without a ratio'
      : `${String(plain)} tests on both sides, without a ratio`
  }
  const some =
    s.tests < s.of
      ? `, ${String(s.tests)} of ${String(s.of)} tests ${ofAll ? 'in all of them' : 'on both sides'}`
      : ''
  return told.join(', ') + asRead(s) + some
}

/** To which side the tests of unknown noise lie, which is no more than what was read. */
function asRead(s: Schemas['ComparedSummary']): string {
  if (s.unknown < 2 || s.readAhead + s.readBehind === 0) return ''
  return ` (as read ${String(s.readAhead)} ahead, ${String(s.readBehind)} behind)`
}

/** Tests that one comparison shows, in their order. */
export function testsOf(view: Schemas['ComparisonView']): readonly Test[] {
  return view.groups.flatMap((g) => g.tests)
}

/** The suites of some tests, with version and settings. */
export function suiteWords(tests: readonly Test[]): string {
  const suites = new Map(
    tests.map((t) => [t.suiteId, `${t.suite} ${t.version}${t.settings === '' ? '' : ` (${t.settings})`}`]),
  )
  return [...suites.values()].join(', ')
}

/** What it takes to be called ahead or behind, after those words. */
export function needs(threshold: number): string {
  const by = threshold === 0 ? 'any lead' : `a lead of ${String(Math.round(threshold * 1000) / 10)} % or more`
  return `needs ${by} that the interval leaves no doubt of.`
}

/** Large shares of small numbers: a step of the last digit is already much. */
export function isTiny(test: Test, reference: number, subject: number): boolean {
  const base = test.cells[reference]
  const own = test.cells[subject]
  if (base?.kind !== 'SCORE' || own?.kind !== 'SCORE' || own.difference === undefined) return false
  const step = 10 ** -Math.max(base.decimals, own.decimals)
  return (
    Math.abs(Math.log(own.difference.times)) >= Math.log(1.2) &&
    Math.abs(own.value - base.value) < 10.5 * step
  )
}

/** What the interval for a kind of work is, for those who ask. */
export const kindTitle =
  '95 % interval for this kind of work: how far the mean would move with another choice of tests of the kind. The interval above holds on these tests only. Tests of one suite are alike; with fewer than three suites it rests on how suites differ for setups of the kind of device, or, where too few tell, on the assumption that they differ as much as their tests do.'

/** The interval for a kind of work: of no use beside the one on these tests unless it is named. */
export function kindWords(s: Schemas['ComparedSummary'], basis: Basis): string {
  const d = s.anyTests
  if (d?.shownLow === undefined || d.shownHigh === undefined) return 'too few tests to generalise'
  const [low, high] = [Math.min(d.shownLow, d.shownHigh), Math.max(d.shownLow, d.shownHigh)]
  return `kind of work ${shownWords(low, basis, undefined, d.amount)} to ${shownWords(high, basis, undefined, d.amount)}`
}

/** What the interval for a kind of work rests on; empty where that is how these suites differ. */
export function kindBasis(s: Schemas['ComparedSummary']): string {
  if (s.anyTestsBasis === undefined || s.anyTestsBasis === 'SUITES') return ''
  const count = s.suites.length === 1 ? 'one suite' : `${String(s.suites.length)} suites`
  const only = s.anyTestsBasis === 'ONE_SUITE'
  if (s.suitesLearnedFrom === undefined) return `${count}: ${only ? '' : 'mostly '}assumed`
  return `${count}: how suites differ is ${only ? '' : 'mostly '}from ${String(s.suitesLearnedFrom)} setups of the kind`
}

/** In how many suites it is ahead or behind, where there are several. */
export function suiteCountWords(s: Schemas['ComparedSummary']): string {
  if (s.suites.length < 2) return ''
  const of = (verdict: 'AHEAD' | 'BEHIND') => s.suites.filter((k) => k.mean.verdict === verdict).length
  const told = [
    [of('AHEAD'), 'ahead'],
    [of('BEHIND'), 'behind'],
  ] as const
  return told
    .filter(([n]) => n > 0)
    .map(([n, word]) => `${word} in ${String(n)} of ${String(s.suites.length)} suites`)
    .join(', ')
}

/** Whether two changes add, with what tells it. */
export function togetherWords(d: Schemas['Difference']): string {
  const side = (times: number) =>
    `${(Math.abs(times - 1) * 100).toFixed(1)}\u2009% ${times < 1 ? 'behind' : 'ahead of'} what the two give one by one`
  if (d.verdict === 'EVEN') return 'The two add: together they give what they give one by one.'
  if (d.verdict === 'UNDECIDED' && d.low !== undefined && d.high !== undefined)
    return `Whether the two add is undecided: together they are ${side(d.low)}, to ${side(d.high)}.`
  const read = Math.abs(d.times - 1) < 0.0005 ? 'give what they give one by one' : `are ${side(d.times)}`
  return d.verdict === undefined
    ? `As read, together they ${read}; the noise is unknown.`
    : `The two do not add: together they ${read}.`
}

/** What would decide an undecided test. */
export function decidingWords(d: Schemas['Deciding']): string {
  const aim = d.aim === 'A_LEAD' ? 'show a lead' : 'show that they are even'
  if (d.answer === 'FINER_READINGS')
    return 'finer readings needed: the digits are coarser than the difference'
  if (d.answer === 'NOT_WITH_THIS_THRESHOLD')
    return `not with what matters now: more than 40 days on each side would be needed to ${aim}; try a larger difference, such as 3 %`
  const days = `${String(d.days)} ${d.days === 1 ? 'day' : 'days'} of three runs on each side`
  if (d.hasDays > 1) return `about ${days}, ${String(d.hasDays)} of them there already, would ${aim}`
  if (d.runs === 0) return `more runs on the same day cannot decide it; about ${days} would ${aim}`
  const more = d.runs - d.hasRuns
  return `about ${String(more)} more ${more === 1 ? 'run' : 'runs'} on each side, on the same day, would ${aim}`
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
