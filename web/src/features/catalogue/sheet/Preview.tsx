import type { Schemas } from '../../../api/client'
import { minutes, unitWords } from '../../../figures/format'
import { groups, ordinal } from '../../../figures/words'
import { choicesOf } from '../../../subjects/metric'

/** The grid that the sheet gives. */
export function Preview({ suite }: { readonly suite: Schemas['SuiteView'] }) {
  const repeats = Math.min(3, suite.repeats)
  return (
    <section>
      <h2>
        {suite.name} {suite.version}{' '}
        <span className="text-ink2 font-normal">
          {groups[suite.group]}, {suite.repeats} repeats of {minutes(suite.minutes)}
        </span>
      </h2>
      <table className="border-collapse mt-2 text-base" data-testid="sheet-preview">
        <thead>
          <tr>
            <th className="pr-4 pb-1">Metric</th>
            {Array.from({ length: repeats }, (_, i) => (
              <th key={i} className="text-right px-2 pb-1 w-18.5">
                {ordinal(i + 1)}
              </th>
            ))}
            <th className="pl-3 pb-1">unit</th>
          </tr>
        </thead>
        <tbody>
          {suite.metrics.map((m) => (
            <tr key={m.key}>
              <td className="pr-4 h-7">
                {m.name}
                <span className="unit">
                  {m.group !== suite.group && ` ${groups[m.group]}`}
                  {m.better === 'LOWER' && ' less is better'}
                </span>
              </td>
              {Array.from({ length: repeats }, (_, i) => (
                <td key={i} className="border border-line text-right px-2 text-xs text-ink2">
                  {m.formula !== undefined
                    ? 'computed'
                    : m.series !== undefined
                      ? 'from series'
                      : i === 0
                        ? choicesOf(m).slice(0, 2).join(' / ')
                        : ''}
                </td>
              ))}
              <td className="pl-3 unit">{unitWords(m.unit)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** What comes of a draft: the grid it gives, or what is wrong with it in words. */
export function DraftAside({
  begun,
  checked,
}: {
  readonly begun: boolean
  readonly checked: Schemas['Drafted'] | undefined
}) {
  if (!begun)
    return <p className="text-ink2 text-base">It needs a name and a test; then its grid stands here.</p>
  return (
    <div>
      {checked?.suite && <Preview suite={checked.suite} />}
      <ul className="text-base mt-3" aria-label="What is wrong" aria-live="polite">
        {(checked?.problems ?? []).map((p, i) => (
          <li key={i} className={p.fatal ? 'text-brick' : 'text-mulberry'}>
            {p.message}
            {!p.fatal && <span className="text-ink2"> (looks odd, can be kept)</span>}
          </li>
        ))}
      </ul>
    </div>
  )
}
