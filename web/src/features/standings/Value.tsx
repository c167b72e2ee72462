import type { Schemas } from '../../api/client'
import { useValue } from '../../api/queries'
import type { StandingsQuestion } from '../../api/queries'
import { number, significant } from '../../figures/format'
import { subjectText } from '../../figures/words'
import { Select } from '../../ui/Select'
import { Empty, Failed, Loading } from '../../ui/States'

type View = Schemas['ValueView']
type Line = Schemas['ValueLine']

export interface ValueProps {
  readonly question: StandingsQuestion
  readonly cost: string | undefined
  readonly onCost: (cost: string) => void
  /** Key of the subject in focus. */
  readonly focus: string | undefined
}

/** Performance for the price or the watt: each subject in the plane of both, and those nobody beats in both joined. */
export function Value({ question, cost, onCost, focus }: ValueProps) {
  const value = useValue(question, cost)
  if (value.isPending) return <Loading what="what it costs" />
  if (value.isError) return <Failed error={value.error} retry={() => void value.refetch()} />
  const view = value.data
  return (
    <div className="mt-3" data-testid="value">
      <div className="flex items-center gap-3 text-[13px]">
        <Select
          label="Performance for"
          value={view.cost}
          choices={view.costs.map((c) => ({ value: c.key, label: `for the ${c.words}` }))}
          onValue={onCost}
        />
        <span className="text-ink2">
          {view.lines.length} with a known cost. Joined: nobody is both better and cheaper.
        </span>
      </div>
      {view.lines.length === 0 ? (
        <Empty title="No cost is known yet">
          <p>Prices stand on the page of a model; watts come from a suite that measures them.</p>
        </Empty>
      ) : (
        <div className="flex gap-6 mt-3 items-start">
          <Plane view={view} focus={focus} />
          <Lines view={view} focus={focus} />
        </div>
      )}
      {view.without.length > 0 && (
        <p className="text-ink2 text-[12.5px] mt-4">
          Without a cost:{' '}
          {view.without.slice(0, 12).map((w, i) => (
            <span key={w.subject.key}>
              {i > 0 && ', '}
              {subjectText(w.subject)} <span className="gap !text-[11.5px]">{w.why}</span>
            </span>
          ))}
          {view.without.length > 12 && ` and ${String(view.without.length - 12)} more`}
        </p>
      )}
    </div>
  )
}

const size = { width: 520, height: 420, left: 44, bottom: 34, top: 10, right: 12 }

function Plane({ view, focus }: { readonly view: View; readonly focus: string | undefined }) {
  const x = axis(
    view.lines.map((l) => l.cost),
    size.left,
    size.width - size.right,
  )
  const y = axis(
    view.lines.flatMap((l) => [l.low ?? l.index, l.high ?? l.index]),
    size.height - size.bottom,
    size.top,
  )
  const front = view.lines.filter((l) => l.efficient).sort((a, b) => a.cost - b.cost)
  const steps = front
    .map((l, i) => (i === 0 ? `M${at(x, l.cost)} ${at(y, l.index)}` : `H${at(x, l.cost)}V${at(y, l.index)}`))
    .join('')
  return (
    <svg
      width={size.width}
      height={size.height}
      role="img"
      aria-label={`Index against cost in ${view.unit}; nobody is both better and cheaper than ${front.map((l) => subjectText(l.subject)).join(', ')}`}
      className="block shrink-0"
    >
      {x.ticks.map((t) => (
        <g key={t}>
          <line
            x1={x.at(t)}
            x2={x.at(t)}
            y1={size.top}
            y2={size.height - size.bottom}
            stroke="var(--line2)"
          />
          <text
            x={x.at(t)}
            y={size.height - 16}
            textAnchor="middle"
            fontSize={11.5}
            fill="var(--ink2)"
            className="num"
          >
            {number(t, 0)}
          </text>
        </g>
      ))}
      {y.ticks.map((t) => (
        <g key={t}>
          <line x1={size.left} x2={size.width - size.right} y1={y.at(t)} y2={y.at(t)} stroke="var(--line2)" />
          <text
            x={size.left - 8}
            y={y.at(t) + 4}
            textAnchor="end"
            fontSize={11.5}
            fill="var(--ink2)"
            className="num"
          >
            {number(t, 0)}
          </text>
        </g>
      ))}
      <text
        x={size.width - size.right}
        y={size.height - 2}
        textAnchor="end"
        fontSize={11.5}
        fill="var(--ink2)"
      >
        {view.unit}, less is better
      </text>
      <path d={steps} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      {view.lines.map((l) => {
        const own = l.subject.key === focus
        return (
          <g key={l.subject.key}>
            <title>{lineWords(l, view.unit)}</title>
            {l.low !== undefined && l.high !== undefined && (
              <line
                x1={x.at(l.cost)}
                x2={x.at(l.cost)}
                y1={y.at(l.low)}
                y2={y.at(l.high)}
                stroke={own ? 'var(--gold)' : 'var(--ink3)'}
              />
            )}
            <circle
              cx={x.at(l.cost)}
              cy={y.at(l.index)}
              r={own ? 6 : 4.5}
              fill={own ? 'var(--gold)' : l.efficient ? 'var(--ink)' : 'var(--sheet)'}
              stroke={own ? 'var(--gold)' : 'var(--ink)'}
              strokeWidth={1.3}
            />
          </g>
        )
      })}
    </svg>
  )
}

function at(scale: { readonly at: (v: number) => number }, value: number): string {
  return scale.at(value).toFixed(1)
}

/** A log axis between two pixels, with round numbers. */
function axis(values: readonly number[], from: number, to: number) {
  const low = Math.log(Math.min(...values) / 1.08)
  const high = Math.log(Math.max(...values) * 1.08)
  const place = (v: number) => from + ((Math.log(v) - low) / (high - low)) * (to - from)
  const all = [1, 1.5, 2, 3, 5, 7]
    .flatMap((s) => [0, 1, 2, 3, 4].map((p) => s * 10 ** p))
    .sort((a, b) => a - b)
  const ticks: number[] = []
  for (const t of all) {
    const near = ticks.at(-1)
    const inside = Math.log(t) > low && Math.log(t) < high
    if (inside && (near === undefined || Math.abs(place(t) - place(near)) > 36)) ticks.push(t)
  }
  return { at: place, ticks }
}

function Lines({ view, focus }: { readonly view: View; readonly focus: string | undefined }) {
  return (
    <table className="border-collapse text-[13px]">
      <thead>
        <tr>
          <th className="pr-3">best value first</th>
          <th className="!text-right pr-3">index</th>
          <th className="!text-right pr-3">{view.unit}</th>
          <th className="!text-right">{view.unit === 'W' ? 'for 1 W' : `for 100 ${view.unit}`}</th>
        </tr>
      </thead>
      <tbody>
        {view.lines.slice(0, 16).map((l) => (
          <tr
            key={l.subject.key}
            className={`border-b border-line2 [&>td]:h-[30px] ${l.subject.key === focus ? 'bg-gold-wash' : ''}`}
            data-subject={l.subject.key}
            data-name={subjectText(l.subject)}
            title={lineWords(l, view.unit)}
          >
            <td className="pr-3 max-w-[250px] truncate">
              <span className={l.efficient ? 'font-[620]' : ''}>{subjectText(l.subject)}</span>{' '}
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

function said(l: Line): string {
  return [l.said, l.on ?? ''].filter((w) => w !== '').join(', ')
}

function lineWords(l: Line, unit: string): string {
  const beaten =
    l.beatenBy === undefined
      ? 'nobody is both better and cheaper'
      : `${l.beatenBy} is both better and cheaper`
  return `${subjectText(l.subject)}: index ${number(l.index, 0)} for ${number(l.cost, 0)} ${unit} (${said(l)}); ${beaten}`
}
