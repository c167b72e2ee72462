import { range } from 'd3-array'
import { scaleLog, scalePoint } from 'd3-scale'
import { line } from 'd3-shape'
import { number } from './format'
import { type } from './type'

/** A test in one version, drawn. */
export interface StepPoint {
  /** First version = 100, or the value itself in own units; absent where there is a gap. */
  readonly value?: number | undefined
  readonly low?: number | undefined
  readonly high?: number | undefined
  /** Single repeats, on the same scale. */
  readonly dots: readonly number[]
  readonly gap?: string | undefined
}

/** What stands under the line at a version. */
export interface StepMark {
  readonly at: number
  readonly kind: 'up' | 'down' | 'blip' | 'shift up' | 'shift down'
}

/** A straight line through versions that drift. */
export interface Drift {
  readonly first: number
  readonly last: number
  readonly up: boolean
}

export interface StepLineProps {
  readonly points: readonly StepPoint[]
  readonly marks: readonly StepMark[]
  readonly drifts: readonly Drift[]
  /** Ends of the scale, the same for all lines that are held against each other. */
  readonly range: readonly [number, number]
  /** The value that the hairline stands for; none in own units. */
  readonly base?: number | undefined
  /** Number of the version in focus. */
  readonly focus?: number | undefined
  /** Number of the version that is read. */
  readonly at?: number | undefined
  readonly width: number
  readonly height: number
  /** Whether less is better in own units: up is still more there. */
  readonly stout?: boolean
}

const foot = 20
const side = 14

/** Where the versions stand. */
export function stepX(count: number, width: number): (version: number) => number {
  const x = versionScale(count, width)
  return (version) => x(version) ?? width / 2
}

function versionScale(count: number, width: number) {
  return scalePoint(range(Math.max(1, count)), [side, width - side])
}

/** Which version is nearest to a place. */
export function versionAt(count: number, width: number, x: number): number {
  const step = versionScale(count, width).step()
  return count < 2 ? 0 : Math.max(0, Math.min(count - 1, Math.round((x - side) / step)))
}

/** A line along versions: scores with their intervals and repeats, gaps as brackets, steps marked underneath. */
export function StepLine(props: StepLineProps) {
  const { points, marks, drifts, base, focus, at, width, height, stout = false } = props
  const x = stepX(points.length, width)
  const log = scaleLog(props.range, [height - foot - 8, 8])
  const y = (value: number) => log(Math.max(1e-12, value))
  const has = points.flatMap((p, i) => (p.value === undefined ? [] : [{ ...p, value: p.value, i }]))
  const path = line<(typeof has)[number]>(
    (p) => x(p.i),
    (p) => y(p.value),
  ).digits(1)(has)
  const small = points.length > 16
  return (
    <g>
      {base !== undefined && (
        <line x1={0} x2={width} y1={y(base)} y2={y(base)} stroke="var(--line)" strokeWidth={1} />
      )}
      {at !== undefined && (
        <line x1={x(at)} x2={x(at)} y1={2} y2={height - foot} stroke="var(--line)" strokeWidth={1} />
      )}
      {drifts.map((d) => (
        <DriftLine key={d.first} drift={d} points={points} x={x} y={y} />
      ))}
      <path
        data-line=""
        d={path ?? undefined}
        fill="none"
        stroke="var(--ink2)"
        strokeWidth={stout ? 1.8 : 1.2}
      />
      {has.map((p) => (
        <g key={p.i}>
          {!small &&
            p.dots.map((d, k) => (
              <circle key={k} cx={x(p.i) + spread(k, p.dots.length)} cy={y(d)} r={1.3} fill="var(--even)" />
            ))}
          {p.low !== undefined && p.high !== undefined && (
            <line
              x1={x(p.i)}
              x2={x(p.i)}
              y1={y(p.low)}
              y2={y(p.high)}
              stroke={p.i === focus ? 'var(--gold)' : 'var(--ink2)'}
              strokeWidth={1.4}
            />
          )}
          <circle
            cx={x(p.i)}
            cy={y(p.value)}
            r={p.i === focus ? 4.6 : small ? 1.9 : 2.7}
            fill={p.i === focus ? 'var(--gold)' : 'var(--ink)'}
          />
        </g>
      ))}
      {points.map(
        (p, i) =>
          p.value === undefined && (
            <text
              key={i}
              x={x(i)}
              y={base === undefined ? height / 2 : y(base) - 5}
              textAnchor="middle"
              fontSize={small ? type.tiny : type.axis}
              fill="var(--ink2)"
            >
              {p.gap !== undefined && <title>{p.gap}</title>}[ ]
            </text>
          ),
      )}
      {marks.map((m) => (
        <Glyph key={`${String(m.at)} ${m.kind}`} mark={m} x={x(m.at)} y={height - 10} />
      ))}
    </g>
  )
}

function spread(k: number, of: number): number {
  return of < 2 ? 0 : ((k / (of - 1)) * 2 - 1) * Math.min(5, of)
}

function DriftLine({
  drift,
  points,
  x,
  y,
}: {
  readonly drift: Drift
  readonly points: readonly StepPoint[]
  readonly x: (i: number) => number
  readonly y: (v: number) => number
}) {
  const from = points[drift.first]?.value
  const to = points[drift.last]?.value
  if (from === undefined || to === undefined) return null
  return (
    <line
      x1={x(drift.first)}
      y1={y(from)}
      x2={x(drift.last)}
      y2={y(to)}
      stroke={drift.up ? 'var(--teal)' : 'var(--mulberry)'}
      strokeWidth={5}
      strokeLinecap="round"
      opacity={0.22}
    />
  )
}

/** A stair for a step, broken for a shift; a peak that comes back for a blip. Shape and colour say the same. */
function Glyph({ mark, x, y }: { readonly mark: StepMark; readonly x: number; readonly y: number }) {
  const up = mark.kind.endsWith('up')
  if (mark.kind === 'blip') {
    return (
      <path
        d={`M${String(x - 7)} ${String(y + 3)}h4l3 -7l3 7h4`}
        fill="none"
        stroke="var(--ink2)"
        strokeWidth={1.6}
      />
    )
  }
  return (
    <path
      d={`M${String(x - 7)} ${String(y + (up ? 4 : -4))}h7v${up ? '-8' : '8'}h7`}
      fill="none"
      stroke={up ? 'var(--teal)' : 'var(--mulberry)'}
      strokeWidth={2}
      {...(mark.kind.startsWith('shift') ? { strokeDasharray: '3 2' } : {})}
    />
  )
}

/** The line in words: every version with its value. */
export function stepLineText(name: string, points: readonly StepPoint[], labels: readonly string[]): string {
  return `${name}: ${points
    .map((p, i) => `${labels[i] ?? ''} ${p.value === undefined ? (p.gap ?? 'no score') : number(p.value, 1)}`)
    .join(', ')}`
}

/** One scale for many lines: all their values, at least a twentieth wide. */
export function stepRange(lines: readonly (readonly StepPoint[])[]): readonly [number, number] {
  const all = lines.flat().flatMap((p) => (p.value !== undefined && p.value > 0 ? [p.value] : []))
  if (all.length === 0) return [95, 105]
  const low = Math.min(...all)
  const high = Math.max(...all)
  const middle = Math.sqrt(low * high)
  return [Math.min(low * 0.995, middle / 1.025), Math.max(high * 1.005, middle * 1.025)]
}
