import { scaleLog } from 'd3-scale'
import { useId } from 'react'
import { type } from './type'

/** What a comparison shows; undefined where the noise is unknown. */
type Shown = 'AHEAD' | 'BEHIND' | 'EVEN' | 'UNDECIDED' | undefined

/** One mark on the plumb line: a ratio turned so that more than 1 is ahead, with its interval. */
export interface PlumbMark {
  readonly times: number
  /** Ends of the interval; absent where the noise is unknown. */
  readonly low?: number | undefined
  readonly high?: number | undefined
  readonly verdict: Shown
  /** Called so alone, but not among all that are shown: drawn hollow. */
  readonly alone?: boolean
}

/** Where ratios fall: the plumb line is where they are 1. */
export interface PlumbScale {
  readonly width: number
  readonly line: number
  readonly x: (times: number) => number
  /** Whether a ratio lies beyond the picture, and is drawn with an open end. */
  readonly beyond: (times: number) => boolean
}

/**
 * One log scale for all rows. A few odd rows do not squash the rest: what is far beyond the others is cut, with an open end.
 */
export function plumbScale(marks: readonly PlumbMark[], width: number): PlumbScale {
  const logs = (pick: (m: PlumbMark) => number) => marks.map((m) => Math.log(pick(m)))
  const least = Math.log(1.02)
  const ahead = reach(logs((m) => Math.max(m.times, m.high ?? m.times)))
  const behind = reach(logs((m) => Math.min(m.times, m.low ?? m.times)).map((v) => -v))
  const right = Math.max(ahead, least, behind / 6)
  const left = Math.max(behind, least, ahead / 6)
  const log = scaleLog([Math.exp(-left), Math.exp(right)], [0, width])
  return {
    width,
    line: log(1),
    x: (times) => Math.min(width - 1, Math.max(1, log(times))),
    beyond: (times) => Math.log(times) > right + 1e-9 || Math.log(times) < -left - 1e-9,
  }
}

/** The farthest of what is not odd, with a little room: odd is more than twice the other and ten times the middle one. */
function reach(logs: readonly number[]): number {
  const sizes = logs.filter((v) => v > 0).sort((a, b) => a - b)
  const middle = sizes[Math.floor(sizes.length / 2)] ?? 0
  const usual = sizes.filter((v) => v <= Math.max(10 * middle, Math.LN2))
  return 1.06 * (usual.at(-1) ?? 0)
}

export interface PlumbAxisProps {
  readonly scale: PlumbScale
  readonly ticks: readonly { readonly times: number; readonly label: string }[]
}

/** Round differences above the rows; as many as have room. */
export function PlumbAxis({ scale, ticks }: PlumbAxisProps) {
  const shown: { x: number; label: string }[] = []
  const near = [...ticks].sort((a, b) => Math.abs(Math.log(b.times)) - Math.abs(Math.log(a.times)))
  for (const t of near) {
    const x = scale.x(t.times)
    const half = t.label.length * 3.4 + 5
    const free =
      !scale.beyond(t.times) &&
      x > half - 8 &&
      x < scale.width - half + 8 &&
      Math.abs(x - scale.line) > half &&
      shown.every((s) => Math.abs(s.x - x) > half + s.label.length * 3.4 + 5)
    if (free) shown.push({ x, label: t.label })
  }
  return (
    <svg width={scale.width} height={16} aria-hidden="true" className="block overflow-visible">
      {shown.map((s) => (
        <text
          key={s.label}
          x={s.x}
          y={12}
          textAnchor="middle"
          fontSize={type.label}
          fill="var(--ink2)"
          className="num"
        >
          {s.label}
        </text>
      ))}
    </svg>
  )
}

export interface PlumbRowProps {
  readonly scale: PlumbScale
  readonly height: number
  readonly mark: PlumbMark | undefined
  /** Smallest difference that matters, as a share; a faint band around the line. */
  readonly threshold: number
  /** The difference in words, for those who do not see it. */
  readonly words: string
  /** A summary is drawn stouter. */
  readonly stout?: boolean
}

/** One row of the plumb line: ahead to the right and solid, behind to the left and hatched, the rest on the line. */
export function PlumbRow({ scale, height, mark, threshold, words, stout = false }: PlumbRowProps) {
  const band = [scale.x(1 / (1 + threshold)), scale.x(1 + threshold)] as const
  return (
    <svg width={scale.width} height={height} role="img" aria-label={words} className="block overflow-visible">
      <rect x={band[0]} width={band[1] - band[0]} y={0} height={height} fill="var(--line2)" opacity={0.7} />
      {mark && <Mark scale={scale} mark={mark} y={height / 2} thick={stout ? 12 : 9} />}
      <line x1={scale.line} x2={scale.line} y1={0} y2={height} stroke="var(--ink)" strokeWidth={1.6} />
    </svg>
  )
}

export interface PlumbReachProps {
  readonly scale: PlumbScale
  readonly height: number
  readonly low: number
  readonly high: number
  readonly words: string
}

/** An interval alone, dotted, under the mark it belongs to: wider than the mark's own, and of another kind. */
export function PlumbReach({ scale, height, low, high, words }: PlumbReachProps) {
  const ends = [scale.x(low), scale.x(high)] as const
  return (
    <svg width={scale.width} height={height} role="img" aria-label={words} className="block overflow-visible">
      <line
        x1={ends[0]}
        x2={ends[1]}
        y1={height / 3}
        y2={height / 3}
        stroke="var(--ink2)"
        strokeWidth={1.4}
        strokeDasharray="1.5 3"
      />
      {ends.map((x, i) => (
        <line key={i} x1={x} x2={x} y1={height / 3 - 3} y2={height / 3 + 3} stroke="var(--ink2)" />
      ))}
      <line x1={scale.line} x2={scale.line} y1={0} y2={height} stroke="var(--ink)" strokeWidth={1.6} />
    </svg>
  )
}

interface MarkProps {
  readonly scale: PlumbScale
  readonly mark: PlumbMark
  readonly y: number
  readonly thick: number
}

function Mark({ scale, mark, y, thick }: MarkProps) {
  return (
    <>
      {mark.verdict === 'AHEAD' || mark.verdict === 'BEHIND' ? (
        <LeadBar scale={scale} mark={mark} y={y} thick={thick} />
      ) : mark.verdict === 'EVEN' ? (
        <circle cx={scale.x(mark.times)} cy={y} r={thick / 2.2} fill="var(--even)" />
      ) : (
        <circle
          cx={scale.x(mark.times)}
          cy={y}
          r={thick / 2.4}
          fill="var(--sheet)"
          stroke="var(--ink2)"
          strokeWidth={1.3}
        />
      )}
      {mark.low !== undefined && mark.high !== undefined && (
        <Whisker scale={scale} low={mark.low} high={mark.high} y={y} />
      )}
      {scale.beyond(mark.times) && <OpenEnd x={scale.x(mark.times)} y={y} ahead={mark.times > 1} />}
    </>
  )
}

/** From the line to where it is: solid ahead, hatched behind, and hollow where it is called so alone. */
function LeadBar({ scale, mark, y, thick }: MarkProps) {
  const hatch = useId()
  const x = scale.x(mark.times)
  const ahead = mark.verdict === 'AHEAD'
  const colour = ahead ? 'var(--teal)' : 'var(--mulberry)'
  return (
    <>
      {!ahead && (
        <defs>
          <pattern
            id={hatch}
            width={5}
            height={5}
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width={5} height={5} fill="var(--sheet)" />
            <rect width={2} height={5} fill="var(--mulberry)" />
          </pattern>
        </defs>
      )}
      <rect
        x={Math.min(x, scale.line)}
        width={Math.abs(x - scale.line)}
        y={y - thick / 2}
        height={thick}
        fill={mark.alone ? 'var(--sheet)' : ahead ? colour : `url(#${hatch})`}
        stroke={ahead && !mark.alone ? 'none' : colour}
        strokeWidth={mark.alone ? 1.4 : 1}
        data-alone={mark.alone}
      />
    </>
  )
}

/** What lies beyond the picture. */
function OpenEnd({ x, y, ahead }: { readonly x: number; readonly y: number; readonly ahead: boolean }) {
  const side = ahead ? 1 : -1
  return (
    <path
      d={`M${String(x - 7 * side)} ${String(y - 7)}l${String(6 * side)} 7l${String(-6 * side)} 7`}
      fill="none"
      stroke="var(--ink)"
      strokeWidth={1.4}
    />
  )
}

function Whisker({
  scale,
  low,
  high,
  y,
}: {
  readonly scale: PlumbScale
  readonly low: number
  readonly high: number
  readonly y: number
}) {
  const ends = [scale.x(low), scale.x(high)] as const
  const open = [scale.beyond(low), scale.beyond(high)] as const
  return (
    <g stroke="var(--ink)" strokeWidth={1.1}>
      <line x1={ends[0]} x2={ends[1]} y1={y} y2={y} />
      {ends.map((x, i) => !open[i] && <line key={i} x1={x} x2={x} y1={y - 4} y2={y + 4} />)}
    </g>
  )
}
