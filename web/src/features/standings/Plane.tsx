import type { Schemas } from '../../api/client'
import { number } from '../../figures/format'
import { subjectText } from '../../figures/words'
import { type } from '../../figures/type'

type View = Schemas['ValueView']
type Line = Schemas['ValueLine']

/** In pixels. */
export const size = { width: 520, height: 420, left: 44, bottom: 34, top: 10, right: 12 }

/** Index against cost, both on log axes; those nobody beats in both are filled and joined. */
export function Plane({ view, focus }: { readonly view: View; readonly focus: string | undefined }) {
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
      <Grid x={x} y={y} />
      <text
        x={size.width - size.right}
        y={size.height - 2}
        textAnchor="end"
        fontSize={type.label}
        fill="var(--ink2)"
      >
        {view.unit}, less is better
      </text>
      <path d={steps} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      {uppermostLast(view.lines, focus).map((l) => (
        <Point key={l.subject.key} line={l} unit={view.unit} x={x} y={y} own={l.subject.key === focus} />
      ))}
    </svg>
  )
}

type Axis = ReturnType<typeof axis>

function Grid({ x, y }: { readonly x: Axis; readonly y: Axis }) {
  return (
    <>
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
            fontSize={type.label}
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
            fontSize={type.label}
            fill="var(--ink2)"
            className="num"
          >
            {number(t, 0)}
          </text>
        </g>
      ))}
    </>
  )
}

interface PointProps {
  readonly line: Line
  readonly unit: string
  readonly x: Axis
  readonly y: Axis
  readonly own: boolean
}

function Point({ line: l, unit, x, y, own }: PointProps) {
  return (
    <g>
      <title>{lineWords(l, unit)}</title>
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
}

/** Those that are told apart are not hidden by others at nearly the same place. */
function uppermostLast(lines: readonly Line[], focus: string | undefined): readonly Line[] {
  const height = (l: Line) => (l.subject.key === focus ? 2 : l.efficient ? 1 : 0)
  return [...lines].sort((a, b) => height(a) - height(b))
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

/** What a cost is of: a variant, a day. */
export function said(l: Line): string {
  return [l.said, l.on ?? ''].filter((w) => w !== '').join(', ')
}

/** A subject in words. */
export function lineWords(l: Line, unit: string): string {
  const beaten =
    l.beatenBy === undefined
      ? 'nobody is both better and cheaper'
      : `${l.beatenBy} is both better and cheaper`
  return `${subjectText(l.subject)}: index ${number(l.index, 0)} for ${number(l.cost, 0)} ${unit} (${said(l)}); ${beaten}`
}
