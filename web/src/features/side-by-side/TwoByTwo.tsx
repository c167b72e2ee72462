import type { Schemas } from '../../api/client'
import { capital, counted, groups } from '../../figures/words'
import { bases, differenceWords, halfWords, inkClass, shownWords } from '../../subjects/differences'
import type { Basis } from '../../subjects/differences'
import { togetherWords } from './words'
import { UnseenHead } from '../../ui/UnseenHead'

type Cross = Schemas['ComparedCross']
type Tests = Schemas['CrossedTests']
type Difference = Schemas['Difference']

export interface TwoByTwoProps {
  readonly cross: Cross
  readonly basis: Basis
}

/** Four setups along two facts: each change where the other is made and where it is not, and whether the two add. */
export function TwoByTwo({ cross, basis }: TwoByTwoProps) {
  if (cross.tests.length === 0) return null
  return (
    <section className="border-b border-line2 py-3" data-testid="two-by-two">
      <h2 className="text-base">
        {cross.rows} by {cross.columns.toLowerCase()}
      </h2>
      <p className="text-ink2 text-sm">
        {capital(bases[basis].name)}; means over the tests that all four have. At the ends: one choice against
        the other, in the same row or column.
      </p>
      <div className="flex flex-wrap gap-x-10 gap-y-3 mt-2">
        {cross.tests.map((t) => (
          <OneTable key={t.group ?? 'all'} cross={cross} tests={t} basis={basis} />
        ))}
      </div>
    </section>
  )
}

function OneTable({ cross, tests, basis }: TwoByTwoProps & { readonly tests: Tests }) {
  const [top = '', low = ''] = cross.rowNames
  const [left = '', right = ''] = cross.columnNames
  const of = tests.group === undefined ? 'All tests together' : capital(groups[tests.group])
  const cell = (d: Difference) => <Cell difference={d} basis={basis} />
  return (
    <table className="border-collapse text-base" data-cross={tests.group ?? 'ALL'}>
      <caption className="text-left font-bold">
        {of} <span className="unit">{counted(tests.tests, 'test')}</span>
      </caption>
      <thead>
        <tr className="text-left align-bottom">
          <UnseenHead words="one choice" />
          <th className="pr-5 text-base text-ink font-medium">{left}</th>
          <th className="pr-5 text-base text-ink font-medium">{right}</th>
          <th className="pr-5 text-base text-ink2">
            {right} against {left}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr>
          <th className="text-left pr-5 text-base text-ink font-medium">{top}</th>
          <td className="pr-5 text-ink2">reference</td>
          {cell(tests.columnInFirst)}
          {cell(tests.columnInFirst)}
        </tr>
        <tr>
          <th className="text-left pr-5 text-base text-ink font-medium">{low}</th>
          {cell(tests.rowInFirst)}
          {cell(tests.both)}
          {cell(tests.columnInSecond)}
        </tr>
        <tr>
          <th className="text-left pr-5 text-base text-ink2">
            {low} against {top}
          </th>
          {cell(tests.rowInFirst)}
          {cell(tests.rowInSecond)}
          <td />
        </tr>
        <tr>
          <td colSpan={4} className="text-ink2 text-sm pt-1" data-testid="together">
            {togetherWords(tests.together)}
          </td>
        </tr>
      </tbody>
    </table>
  )
}

function Cell({ difference: d, basis }: { readonly difference: Difference; readonly basis: Basis }) {
  return (
    <td className={`num pr-5 whitespace-nowrap ${inkClass(d)}`} title={differenceWords(d, basis)}>
      {d.shown === undefined ? '' : shownWords(d.shown, basis, undefined, d.amount)}{' '}
      <span className="unit">{d.verdict === undefined ? '' : halfWords(d, basis)}</span>
    </td>
  )
}
