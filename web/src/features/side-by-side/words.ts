import type { Schemas } from '../../api/client'
import { subjectText } from '../../figures/words'
import type { Basis } from '../../subjects/differences'
import { shownWords } from '../../subjects/differences'

type Test = Schemas['ComparedTest']

/** 7 ahead, 2 even, 9 of 12 tests on both sides. */
export function countWords(s: Schemas['ComparedSummary'], tests: readonly Test[], reference: number): string {
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
    if (plain === 0) return 'no test on both sides'
    return plain === 1
      ? 'one test on both sides, without a ratio'
      : `${String(plain)} tests on both sides, without a ratio`
  }
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
  return `kind of work ${shownWords(low, basis, undefined, d.amount)} to ${shownWords(high, basis, undefined, d.amount)}`
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
