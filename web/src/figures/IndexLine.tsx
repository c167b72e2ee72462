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
  /** Ends of the 90 % interval; absent for the reference. */
  readonly low?: number | undefined
  readonly high?: number | undefined
  readonly focus: boolean
  /** Tuned setups are diamonds. */
  readonly tuned: boolean
}

/** One row: a dot for the index, a line for its interval. */
export function IndexLine({ scale, index, low, high, focus, tuned }: IndexLineProps) {
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
      {low !== undefined && high !== undefined && (
        <line
          x1={scale.x(low)}
          x2={scale.x(high)}
          y1={17}
          y2={17}
          stroke={focus ? 'var(--gold)' : 'var(--ink2)'}
          strokeWidth={focus ? 3 : 1.4}
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
        <circle cx={x} cy={17} r={focus ? 5.5 : 4} fill={ink} />
      )}
    </svg>
  )
}

/** The row in words. */
function indexText(index: number, low?: number, high?: number): string {
  const middle = `index ${number(index, 0)}`
  return low === undefined || high === undefined
    ? middle
    : `${middle}, 90 % interval ${number(low, 0)} to ${number(high, 0)}`
}
