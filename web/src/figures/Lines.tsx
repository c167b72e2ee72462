import { extent, tickStep } from 'd3-array'
import { scaleLinear, scaleLog, scaleUtc } from 'd3-scale'
import { line as linePath } from 'd3-shape'
import { useRef } from 'react'
import { number, significant } from './format'
import { type } from './type'

/** One line of a figure. */
export interface PlotLine {
  readonly name: string
  readonly x: readonly number[]
  readonly y: readonly number[]
  readonly look: LineLook
}

/** How lines are told apart without colours of their own: by dash, weight and shade; gold is the one in focus. */
export interface LineLook {
  readonly stroke: string
  readonly dash?: string | undefined
  readonly width: number
  /** Single runs behind the middle of them. */
  readonly faint?: boolean
}

export interface Level {
  readonly value: number
  readonly words: string
}

export interface Spot {
  readonly line: number
  readonly x: number
  readonly y: number
  readonly kind: 'dip' | 'decline' | 'crossing' | 'slow'
  readonly words: string
}

export interface LinesProps {
  readonly lines: readonly PlotLine[]
  readonly unit: string
  /** Places double from one to the next. */
  readonly log: boolean
  /** Places are seconds: round ones are minutes, not hundreds. */
  readonly clock?: boolean
  readonly xWords: (x: number) => string
  readonly levels?: readonly Level[]
  readonly uprights?: readonly Level[]
  readonly spots?: readonly Spot[]
  /** Place that is read. */
  readonly at?: number | undefined
  readonly onAt?: (x: number | undefined) => void
  /** A stretch of the axis was drawn over. */
  readonly onStretch?: (from: number, to: number) => void
  readonly width: number
  readonly height: number
  /** The scale begins at 0 unless values lie close together far from it. */
  readonly fromZero?: boolean
  /** Whether the foot bears the places. */
  readonly axis?: boolean
}

const left = 58
const right = 152
const top = 16
const bottom = 22
/** Pixels; less is a press, no stretch. */
const shortestStretch = 8

const looks: readonly LineLook[] = [
  { stroke: 'var(--ink)', width: 1.7 },
  { stroke: 'var(--ink)', dash: '7 4', width: 1.7 },
  { stroke: 'var(--ink2)', width: 2.6 },
  { stroke: 'var(--ink2)', dash: '2 3', width: 2 },
  { stroke: 'var(--ink3)', dash: '10 3 2 3', width: 1.7 },
  { stroke: 'var(--ink3)', width: 1.2 },
]

/** The look of the nth line; the one in focus is gold. */
export function lookOf(n: number, focus: boolean): LineLook {
  const look = looks[n % looks.length] ?? { stroke: 'var(--ink)', width: 1.7 }
  return focus ? { ...look, stroke: 'var(--gold)' } : look
}

/** Lines over one axis, named at their ends; hover or arrow keys read a place. */
export function Lines(props: LinesProps) {
  const { lines, at, width, height, spots = [] } = props
  const scales = scalesOf(props)
  const { x, y, lowest } = scales
  const stretch = useStretch(props, scales)
  return (
    <svg
      viewBox={`0 0 ${String(width)} ${String(height)}`}
      width="100%"
      className="block select-none"
      role="img"
      aria-label={linesText(props)}
      {...stretch}
    >
      <Axes {...props} scales={scales} />
      <Marked {...props} scales={scales} />
      {at !== undefined && (
        <line x1={x(at)} x2={x(at)} y1={top} y2={lowest} stroke="var(--line)" strokeWidth={1.5} />
      )}
      {lines.map((l, i) => (
        <OneLine key={i} line={l} x={x} y={y} />
      ))}
      {spots.map((s, i) => (
        <SpotMark key={i} spot={s} x={x(s.x)} y={y(s.y)} />
      ))}
      {endLabels(lines, y, lowest).map((l) => (
        <EndLabel key={l.name} label={l} x={width - right + 6} />
      ))}
    </svg>
  )
}

/** Reads the place under the pointer; a stretch is what is drawn over with it. */
function useStretch({ lines, width, onAt, onStretch }: LinesProps, { x, invert }: Scales) {
  const from = useRef<number | null>(null)
  const place = (e: React.MouseEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect()
    return invert(((e.clientX - box.left) / Math.max(1, box.width)) * width)
  }
  return {
    onMouseMove: (e: React.MouseEvent<SVGSVGElement>) => {
      onAt?.(nearest(lines, place(e)))
    },
    onMouseLeave: () => {
      onAt?.(undefined)
      from.current = null
    },
    onMouseDown: (e: React.MouseEvent<SVGSVGElement>) => {
      if (onStretch) from.current = place(e)
    },
    onMouseUp: (e: React.MouseEvent<SVGSVGElement>) => {
      const begin = from.current
      const end = place(e)
      from.current = null
      if (begin !== null && Math.abs(x(end) - x(begin)) > shortestStretch)
        onStretch?.(Math.min(begin, end), Math.max(begin, end))
    },
  }
}

type Scaled = LinesProps & { readonly scales: Scales }

function Axes({ unit, width, height, xWords, axis = true, scales }: Scaled) {
  const { x, y, ticksX, ticksY, decimals } = scales
  return (
    <>
      {ticksY.map((v) => (
        <g key={v}>
          <line x1={left} x2={width - right} y1={y(v)} y2={y(v)} stroke="var(--line2)" />
          <text
            x={left - 8}
            y={y(v) + 4}
            textAnchor="end"
            fontSize={type.axis}
            fill="var(--ink2)"
            className="num"
          >
            {number(v, decimals)}
          </text>
        </g>
      ))}
      <text x={0} y={top + 2} fontSize={type.axis} fill="var(--ink2)">
        {unit}
      </text>
      {axis &&
        ticksX.map((v) => (
          <text key={v} x={x(v)} y={height - 6} textAnchor="middle" fontSize={type.axis} fill="var(--ink2)">
            {xWords(v)}
          </text>
        ))}
    </>
  )
}

/** Levels across and uprights, each with its words. */
function Marked({ levels = [], uprights = [], width, scales }: Scaled) {
  const { x, y, lowest } = scales
  return (
    <>
      {levels.map((l, i) => (
        <g key={i}>
          <line
            x1={left}
            x2={width - right}
            y1={y(l.value)}
            y2={y(l.value)}
            stroke="var(--ink2)"
            strokeDasharray="1 4"
            strokeWidth={1.5}
          />
          <text x={left + 4} y={y(l.value) - 4} fontSize={type.axis} fill="var(--ink2)">
            {l.words}
          </text>
        </g>
      ))}
      {uprights.map((u, i) => (
        <g key={i}>
          <line
            x1={x(u.value)}
            x2={x(u.value)}
            y1={top}
            y2={lowest}
            stroke="var(--mulberry)"
            strokeDasharray="4 3"
          />
          <text x={x(u.value) + 5} y={top + 10 + 13 * (i % 3)} fontSize={type.axis} fill="var(--mulberry)">
            {u.words}
          </text>
        </g>
      ))}
    </>
  )
}

interface OneLineProps {
  readonly line: PlotLine
  readonly x: (v: number) => number
  readonly y: (v: number) => number
}

function OneLine({ line, x, y }: OneLineProps) {
  const { look } = line
  const path = linePath<number>((_, k) => x(line.x[k] ?? 0), y).digits(1)
  const faint = look.faint === true
  return (
    <g opacity={faint ? 0.35 : 1}>
      <path
        data-line=""
        d={path(line.y) ?? undefined}
        fill="none"
        stroke={look.stroke}
        strokeWidth={faint ? 0.8 : look.width}
        strokeLinejoin="round"
        {...dashOf(look)}
      />
      {!faint &&
        line.y.length <= 40 &&
        line.y.map((v, k) => <circle key={k} cx={x(line.x[k] ?? 0)} cy={y(v)} r={2.2} fill={look.stroke} />)}
    </g>
  )
}

function dashOf({ dash }: LineLook) {
  return dash === undefined ? {} : { strokeDasharray: dash }
}

interface EndLabelProps {
  readonly label: { readonly name: string; readonly look: LineLook; readonly y: number }
  readonly x: number
}

function EndLabel({ label, x }: EndLabelProps) {
  const { name, look, y } = label
  return (
    <g>
      <line
        x1={x}
        x2={x + 18}
        y1={y}
        y2={y}
        stroke={look.stroke}
        strokeWidth={look.width}
        {...dashOf(look)}
      />
      <text x={x + 23} y={y + 4} fontSize={type.label} fill="var(--ink)">
        {name.length > 22 ? `${name.slice(0, 21)}…` : name}
        <title>{name}</title>
      </text>
    </g>
  )
}

/** A dip is an open notch under its point, a decline a falling stair, a crossing a ring, what is slow a dot. */
function SpotMark({ spot, x, y }: { readonly spot: Spot; readonly x: number; readonly y: number }) {
  return (
    <g>
      <title>{spot.words}</title>
      {spot.kind === 'slow' ? (
        <circle cx={x} cy={y} r={2.6} fill="var(--mulberry)" />
      ) : spot.kind === 'crossing' ? (
        <circle cx={x} cy={y} r={6} fill="none" stroke="var(--ink2)" strokeWidth={1.4} />
      ) : (
        <path
          d={
            spot.kind === 'dip'
              ? `M${String(x - 7)} ${String(y + 8)}l7 7l7 -7`
              : `M${String(x - 7)} ${String(y + 8)}h7v7h7`
          }
          fill="none"
          stroke="var(--mulberry)"
          strokeWidth={2}
        />
      )}
    </g>
  )
}

/** The place of any line that is nearest. */
export function nearest(lines: readonly PlotLine[], x: number): number | undefined {
  const places = lines.filter((l) => l.look.faint !== true).flatMap((l) => l.x)
  return places.reduce<number | undefined>(
    (best, p) => (best === undefined || Math.abs(p - x) < Math.abs(best - x) ? p : best),
    undefined,
  )
}

/** The value of a line at a place, or at the place before it. */
export function valueAt(line: Pick<PlotLine, 'x' | 'y'>, at: number): number | undefined {
  const i = line.x.findLastIndex((v) => v <= at)
  return i < 0 ? undefined : line.y[i]
}

/** Names beside the ends of their lines, moved apart where they would touch. */
function endLabels(lines: readonly PlotLine[], y: (v: number) => number, lowest: number) {
  const named = lines
    .filter((l) => l.look.faint !== true && l.y.length > 0)
    .map((l) => ({ name: l.name, look: l.look, y: y(l.y.at(-1) ?? 0) }))
    .sort((a, b) => a.y - b.y)
  for (let i = 1; i < named.length; i++) {
    const before = named[i - 1]
    const own = named[i]
    if (before && own && own.y < before.y + 15) named[i] = { ...own, y: before.y + 15 }
  }
  const over = (named.at(-1)?.y ?? 0) - lowest
  return over > 0 ? named.map((l) => ({ ...l, y: l.y - over })) : named
}

interface Scales {
  readonly x: (v: number) => number
  readonly y: (v: number) => number
  /** Where the plot ends at the foot. */
  readonly lowest: number
  readonly invert: (pixel: number) => number
  readonly ticksX: readonly number[]
  readonly ticksY: readonly number[]
  readonly decimals: number
}

function scalesOf(props: LinesProps): Scales {
  const { lines, log, clock = false, width, height, axis = true } = props
  const lowest = height - (axis ? bottom : 6)
  const [lowX = 0, highX = 1] = extent(lines.flatMap((l) => [l.x[0] ?? 0, l.x.at(-1) ?? 0]))
  const range = [left, width - right]
  const x = log
    ? scaleLog([Math.max(1e-12, lowX), Math.max(1e-12, highX)], range).base(2)
    : scaleLinear([lowX, highX], range)
  const y = scaleLinear(rangeOf(props), [lowest, top])
  const [low = 0, high = 1] = y.domain()
  return {
    x,
    y,
    lowest,
    invert: (pixel) => x.invert(pixel),
    ticksX: clock ? roundTimes(lowX, highX) : x.ticks(log ? 8 : 6),
    ticksY: y.ticks(4),
    decimals: Math.max(0, Math.ceil(-Math.log10(tickStep(low, high, 4)) - 1e-9)),
  }
}

/** Round times between two, in seconds. */
function roundTimes(from: number, to: number): readonly number[] {
  return scaleUtc()
    .domain([from * 1000, to * 1000])
    .ticks(6)
    .map((t) => t.getTime() / 1000)
}

/** What the scale spans: with some room, and from 0 where that is asked for and not far. */
function rangeOf({ lines, levels = [], fromZero = true }: LinesProps): readonly [number, number] {
  const [least = 0, high = 1] = extent([...lines.flatMap((l) => l.y), ...levels.map((l) => l.value)])
  const low = fromZero && least > 0 && least < 0.72 * high ? 0 : least
  const room = (high - low) * 0.06 || Math.abs(high) * 0.05 || 1
  return [low === 0 ? 0 : low - room, high + room]
}

/** The figure in words. */
export function linesText({ lines, unit, xWords, spots = [] }: LinesProps): string {
  const words = lines
    .filter((l) => l.look.faint !== true)
    .map((l) => {
      let [low, high] = [0, 0]
      l.y.forEach((v, i) => {
        if (v < (l.y[low] ?? 0)) low = i
        if (v > (l.y[high] ?? 0)) high = i
      })
      return `${l.name}: ${String(l.y.length)} points from ${xWords(l.x[0] ?? 0)} to ${xWords(l.x.at(-1) ?? 0)}, lowest ${significant(l.y[low] ?? 0)} at ${xWords(l.x[low] ?? 0)}, highest ${significant(l.y[high] ?? 0)} ${unit} at ${xWords(l.x[high] ?? 0)}`
    })
  return [...words, ...spots.map((s) => s.words)].join('. ')
}
