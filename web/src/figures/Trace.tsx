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
  const y = (v: number) => height / 2 - ((v - (low + high) / 2) / span) * (height - 16)
  const x = (i: number) => (values.length < 2 ? width - 8 : (i / (values.length - 1)) * (width - 8))
  const path = values.map((v, i) => `${i === 0 ? 'M' : 'L'}${x(i).toFixed(1)} ${y(v).toFixed(1)}`).join('')
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={`${String(values.length)} samples so far, ${significant(low)} to ${significant(high)} ${unit}, now ${significant(last)}`}
      className="block"
    >
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      <circle cx={x(values.length - 1)} cy={y(last)} r={3} fill="var(--ink)" />
    </svg>
  )
}
