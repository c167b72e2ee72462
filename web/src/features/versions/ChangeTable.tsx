import type { Schemas } from '../../api/client'
import { amount, unitWords } from '../../figures/format'
import { capital, groups, shortLabels } from '../../figures/words'
import { testKey, testName, told } from './words'
import { halfWords, inkClass, intervalWords, shownWords, verdictWords } from '../../subjects/differences'

type Line = Schemas['LineView']

/** First to last for each test, the largest gain first, in the basis asked for. */
export function ChangeTable({ line }: { readonly line: Line }) {
  const labels = shortLabels(line.versions.map((v) => v.label))
  const rows = line.tests
    .filter((t) => t.firstToLast !== undefined)
    .sort((a, b) => (b.firstToLast?.times ?? 1) - (a.firstToLast?.times ?? 1))
  if (rows.length === 0) return <p className="text-ink2 py-6">No test was run in two versions yet.</p>
  return (
    <table className="w-full border-collapse text-base mt-3" data-testid="changes">
      <thead>
        <tr className="border-b border-line">
          <th className="py-1.5">Test</th>
          <th>Group</th>
          <th className="text-right">First</th>
          <th className="text-right">Last</th>
          <th className="pl-2">Unit</th>
          <th className="text-right">Change</th>
          <th className="pl-2">±</th>
          <th>Verdict</th>
          <th>In between</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((t) => {
          const has = t.cells.filter((c) => c.kind !== 'GAP')
          const [first, last] = [has[0], has.at(-1)]
          const change = t.firstToLast
          if (!first || !last || !change) return null
          const said = told(t, labels)
          const test = { cells: has, unit: t.unit }
          return (
            <tr key={testKey(t)} className="border-b border-line2" data-test={testKey(t)}>
              <td className="h-7 pr-3">
                {testName(t)} <span className="unit">{t.suite}</span>
              </td>
              <td className="text-ink2">{capital(groups[t.group])}</td>
              <td className="num text-right">{amount(first.value, first.decimals, t.unit)}</td>
              <td className="num text-right">{amount(last.value, last.decimals, t.unit)}</td>
              <td className="unit pl-2">
                {unitWords(t.unit)}
                {t.better === 'LOWER' ? ', less is better' : ''}
              </td>
              <td className={`num text-right ${inkClass(change)}`}>
                {change.shown === undefined ? (
                  <span className="gap">not a time</span>
                ) : (
                  shownWords(change.shown, line.basis, test, change.amount)
                )}
              </td>
              <td className="num unit pl-2" title={intervalWords(change)}>
                {change.shown === undefined ? '' : halfWords(change, line.basis, test)}
              </td>
              <td className={inkClass(change)}>{verdictWords(change)}</td>
              <td style={{ color: `var(--${said.ink})` }}>{said.words}</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
