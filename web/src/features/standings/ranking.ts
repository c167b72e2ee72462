import type { Schemas } from '../../api/client'
import { amount, number, unitWords } from '../../figures/format'
import { kindOf, subjectText } from '../../figures/words'

type View = Schemas['RankingView']
type Row = Schemas['RankedRow']
type Test = Schemas['TestView']

/** Suite with version, test, settings. */
export function testTitle(test: Test): string {
  const suite = `${test.suite} ${test.version}${test.settings === '' ? '' : ` (${test.settings})`}`
  return test.name.toLowerCase() === test.suite.toLowerCase() ? suite : `${suite}, ${test.name}`
}

/** What was read, in digits or words. */
export function valueOf(row: Row, test: Test): string {
  return row.words ?? amount(row.value, row.decimals, test.unit)
}

/** A row by its name, and what tells it from others: its kind only where there are several. */
export function rowName({ subject }: Row, { rows }: View): string {
  const mixed = rows.some((r) => r.subject.kind !== subject.kind)
  const kind = mixed && subject.kind !== undefined ? kindOf(subject.kind).one : ''
  const tells = subject.detail === '' ? kind : subject.detail
  return tells === '' ? subject.name : `${subject.name}, ${tells}`
}

/** What the order is of, who is in it, and what the lines are. */
export function aboutRanking(view: View): string {
  const test = view.test?.test
  if (test === undefined) return 'Nothing has been measured yet.'
  const parts = [
    test.better === 'HIGHER' ? 'More is better.' : 'Less is better.',
    view.without === 0 && view.ranked === 1
      ? 'The only one in the pool.'
      : view.without === 0
        ? `All ${String(view.ranked)} in the pool have it.`
        : `${String(view.ranked)} of ${String(view.ranked + view.without)} in the pool have it.`,
    view.rows.some((r) => r.low !== undefined) ? 'Line: 95 % interval.' : '',
    view.rows.some((r) => r.low === undefined && r.words === undefined && test.scale === 'RATIO')
      ? 'Without a line: one run, its noise is unknown.'
      : '',
  ]
  return parts.filter((p) => p !== '').join(' ')
}

/** Of fewer than eight a percentile says nothing that the place does not. */
export function hasPercentiles({ ranked }: View): boolean {
  return ranked >= 8
}

/** Where the one in focus stands, and who stands above and below it. */
export function neighbours(view: View, focus: string): string {
  const test = view.test?.test
  const at = view.rows.findIndex((r) => r.subject.key === focus)
  const own = view.rows[at]
  if (test === undefined) return ''
  if (own === undefined) return 'The device in focus has no number here, or is not in this pool.'
  const unit = unitWords(test.unit)
  const told = (r: Row) => `${subjectText(r.subject)} with ${`${valueOf(r, test)} ${unit}`.trim()}`
  const equal = view.rows.filter((r) => r.place === own.place).length
  // A place is the row of the first who has it; who stands before that may be among those not shown.
  const above = view.rows.find((r) => r.row === own.place - 1)
  const below = view.rows.find((r) => r.row > own.row && r.place > own.place)
  const place = `${subjectText(own.subject)} is ${ordinalOf(own.place)} of ${String(view.ranked)}${equal > 1 ? `, with ${view.rows.length < view.ranked ? 'others' : `${String(equal - 1)} more`} of the same` : ''}.`
  return [place, above ? `Above it ${told(above)}.` : '', below ? `Below it ${told(below)}.` : '']
    .filter((p) => p !== '')
    .join(' ')
}

function ordinalOf(n: number): string {
  const end = n % 100 >= 11 && n % 100 <= 13 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th')
  return `${number(n, 0)}${end}`
}
