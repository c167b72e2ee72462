import { number } from './format'
import { indexTicks, logScale } from './scale'
import { type } from './type'

export interface IndexScale {
  readonly x: (index: number) => number
  readonly ticks: readonly number[]
  /** In pixels. */
  readonly width: number
}

/** One log scale for all rows of a standing, from the lowest to the highest end of any interval. */
export function indexScale(ends: readonly number[], width: number): IndexScale {
  const low = Math.min(...ends)
  const high = Math.max(...ends)
  return { x: logScale([low, high], width, 10), ticks: indexTicks(low, high), width }
}

/** The numbers above the rows. */
export function IndexAxis({ scale }: { readonly scale: IndexScale }) {
  return (
    <svg width={scale.width} height={16} aria-hidden="true" className="block overflow-visible">
      {scale.ticks.map((t) => (
        <text
          key={t}
          x={scale.x(t)}
          y={12}
          textAnchor="middle"
          fontSize={type.label}
          fill="var(--ink2)"
          className="num"
        >
          {number(t, t < 10 ? 1 : 0)}
        </text>
      ))}
    </svg>
  )
}

export interface IndexLineProps {
  readonly scale: IndexScale
  readonly index: number
  /** Ends of the comparison line; absent where there is one test only. */
  readonly low?: number | undefined
  readonly high?: number | undefined
  readonly focus: boolean
  /** Tuned setups are diamonds. */
  readonly tuned: boolean
  /** Ends of the line of the one that all are held against by eye, drawn through every row. */
  readonly guide?: readonly [number, number] | undefined
}

/**
 * One row: a mark for the index on its comparison line. The line is a broad pale band and no whisker, since it is another thing
 * than an interval: what counts is whether two of them touch.
 */
export function IndexLine({ scale, index, low, high, focus, tuned, guide }: IndexLineProps) {
  const ink = focus ? 'var(--gold)' : 'var(--ink)'
  const x = scale.x(index)
  return (
    <svg
      width={scale.width}
      height={33}
      role="img"
      aria-label={indexText(index, low, high)}
      className="block overflow-visible"
    >
      {scale.ticks.map((t) => (
        <line key={t} x1={scale.x(t)} x2={scale.x(t)} y1={-2} y2={35} stroke="var(--line2)" />
      ))}
      {guide?.map((end, i) => (
        <line
          key={i}
          x1={scale.x(end)}
          x2={scale.x(end)}
          y1={-2}
          y2={35}
          stroke="var(--gold)"
          strokeWidth={1.2}
          strokeDasharray="2 3"
        />
      ))}
      {low !== undefined && high !== undefined && (
        <rect
          x={scale.x(low)}
          width={Math.max(1, scale.x(high) - scale.x(low))}
          y={12}
          height={10}
          rx={2}
          fill={focus ? 'var(--gold)' : 'var(--ink2)'}
          opacity={focus ? 0.45 : 0.28}
        />
      )}
      {tuned ? (
        <rect
          x={x - 4}
          y={13}
          width={8}
          height={8}
          transform={`rotate(45 ${String(x)} 17)`}
          fill="var(--sheet)"
          stroke={ink}
          strokeWidth={1.6}
        />
      ) : (
        <circle cx={x} cy={17} r={focus ? 5 : 3.6} fill={ink} />
      )}
    </svg>
  )
}

/** The row in words. */
function indexText(index: number, low?: number, high?: number): string {
  const middle = `index ${number(index, 0)}`
  return low === undefined || high === undefined
    ? middle
    : `${middle}, comparison line ${number(low, 0)} to ${number(high, 0)}`
}

export interface BracketsProps {
  /** What runs past the row in each lane. */
  readonly runs: readonly (
    { readonly above: boolean; readonly below: boolean; readonly member: boolean } | undefined
  )[]
  readonly height: number
}

/** Brackets past one row, a lane each: a bar at whoever belongs to it, and a thread past whom it skips. */
export function Brackets({ runs, height }: BracketsProps) {
  const middle = height / 2
  const members = runs.filter((r) => r?.member).length
  return (
    <svg
      width={laneWidth * runs.length}
      height={height}
      role="img"
      aria-label={
        members === 0
          ? 'told apart from all that are bracketed'
          : `in ${String(members)} ${members === 1 ? 'bracket' : 'brackets'}`
      }
      className="block overflow-visible"
    >
      {runs.map((r, i) => {
        if (!r) return null
        const x = laneWidth * i + laneWidth / 2
        return (
          <g key={i} stroke="var(--ink2)">
            {(r.above || r.below) && (
              <line
                x1={x}
                x2={x}
                y1={r.above ? 0 : middle}
                y2={r.below ? height : middle}
                strokeWidth={1}
                strokeDasharray={r.member ? undefined : '1 2'}
              />
            )}
            {r.member && <line x1={x} x2={x} y1={middle - 7} y2={middle + 7} strokeWidth={3.2} />}
          </g>
        )
      })}
    </svg>
  )
}

/** Of one lane of brackets, in pixels. */
export const laneWidth = 7
