import { useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { number, significant } from '../../figures/format'
import { subjectText } from '../../figures/words'

import { Select } from '../../ui/Select'
import { Empty, Failed, Loading } from '../../ui/States'
import { FigureWays } from '../../subjects/FigureWays'
import { wholeQuestion } from './address'
import { valueFigure } from './figure'
import { Plane, lineWords, said } from './Plane'
import { useValue } from './queries'
import type { StandingsQuestion } from './queries'

type View = Schemas['ValueView']

export interface ValueProps {
  readonly question: StandingsQuestion
  readonly cost: string | undefined
  readonly onCost: (cost: string) => void
  /** Key of the subject in focus. */
  readonly focus: string | undefined
  /** What is ranked, such as `Overall, 24 models`. */
  readonly title: string
}

/** Performance for the price or the watt: each subject in the plane of both, and those nobody beats in both joined. */
export function Value({ question, cost, onCost, focus, title }: ValueProps) {
  const [search] = useSearchParams()
  const value = useValue(question, cost)
  if (value.isPending) return <Loading what="what it costs" />
  if (value.isError) return <Failed error={value.error} retry={() => void value.refetch()} />
  const view = value.data
  return (
    <div className="mt-3" data-testid="value">
      <div className="flex items-center gap-3 text-base">
        <Select
          label="Performance for"
          value={view.cost}
          choices={view.costs.map((c) => ({ value: c.key, label: `for the ${c.words}` }))}
          onValue={onCost}
        />
        {view.lines.length > 0 && (
          <FigureWays
            asked={wholeQuestion(search)}
            figure={() => valueFigure(view, `${title}, for the ${costWords(view)}`, focus)}
          />
        )}
        <span className="text-ink2">
          {view.lines.length} with a known cost. Joined: nobody is both better and cheaper.
        </span>
      </div>
      {view.lines.length === 0 ? (
        <Empty
          title={
            view.without.length === 0 ? 'Nobody is placed here' : 'None of those placed has a known cost'
          }
        >
          <p>
            {view.without.length === 0
              ? 'Performance for a cost needs a place first: what is measured here decides it.'
              : 'Prices stand on the page of a model; watts come from a suite that measures them.'}
          </p>
        </Empty>
      ) : (
        <div className="flex gap-6 mt-3 items-start">
          <Plane view={view} focus={focus} />
          <Lines view={view} focus={focus} />
        </div>
      )}
      {view.without.length > 0 && (
        <p className="text-ink2 text-sm mt-4">
          Without a cost:{' '}
          {view.without.slice(0, 12).map((w, i) => (
            <span key={w.subject.key}>
              {i > 0 && ', '}
              {subjectText(w.subject)} <span className="gap text-xs">{w.why}</span>
            </span>
          ))}
          {view.without.length > 12 && ` and ${String(view.without.length - 12)} more`}
        </p>
      )}
    </div>
  )
}

function costWords(view: View): string {
  return view.costs.find((c) => c.key === view.cost)?.words ?? view.unit
}

function Lines({ view, focus }: { readonly view: View; readonly focus: string | undefined }) {
  return (
    <table className="border-collapse text-base">
      <thead>
        <tr>
          <th className="pr-3">best value first</th>
          <th className="text-right pr-3">index</th>
          <th className="text-right pr-3">{view.unit}</th>
          <th className="text-right">{view.unit === 'W' ? 'for 1 W' : `for 100 ${view.unit}`}</th>
        </tr>
      </thead>
      <tbody>
        {view.lines.slice(0, 16).map((l) => (
          <tr
            key={l.subject.key}
            className={`border-b border-line2 [&>td]:h-7.5 ${l.subject.key === focus ? 'bg-gold-wash' : ''}`}
            data-subject={l.subject.key}
            data-name={subjectText(l.subject)}
            title={lineWords(l, view.unit)}
          >
            <td className="pr-3 max-w-62.5 truncate">
              <span className={l.efficient ? 'font-bold' : ''}>{subjectText(l.subject)}</span>{' '}
              <span className="unit">{said(l)}</span>
            </td>
            <td className="num text-right pr-3">{number(l.index, 0)}</td>
            <td className="num text-right pr-3">{number(l.cost, view.unit === 'W' ? 1 : 0)}</td>
            <td className="num text-right">{significant(l.forEach, 3)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
