import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { significant } from './format'

export interface TraceProps {
  /** Newest last. */
  readonly values: readonly number[]
  readonly unit: string
  readonly width: number
  readonly height: number
}

/** A line of the values measured so far; the newest is marked. */
export function Trace({ values, unit, width, height }: TraceProps) {
  const last = values.at(-1)
  if (last === undefined) return null
  const low = Math.min(...values)
  const high = Math.max(...values)
  const span = Math.max(high - low, 0.1 * Math.abs(high), 1e-12)
  const middle = (low + high) / 2
  const y = scaleLinear([middle - span / 2, middle + span / 2], [height - 8, 8])
  const x = scaleLinear([Math.min(0, values.length - 2), Math.max(0, values.length - 1)], [0, width - 8])
  const path = line<number>((_, i) => x(i), y).digits(1)(values)
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`${String(values.length)} samples so far, ${significant(low)} to ${significant(high)} ${unit}, now ${significant(last)}`}
      className="block"
    >
      <path d={path ?? undefined} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      <circle cx={x(values.length - 1)} cy={y(last)} r={3} fill="var(--ink)" />
    </svg>
  )
}
