import { significant } from './format'
import { logScale } from './scale'

/** One repeat. */
export interface Dot {
  readonly value: number
  readonly state: 'counted' | 'aside' | 'failed'
  /** Whether this is the run the row is about; the others are drawn faint. */
  readonly own?: boolean
}

export interface RepeatDotsProps {
  readonly dots: readonly Dot[]
  /** How many are still to come: small faint dots at the end. */
  readonly missing?: number
}

const width = 74

/** Each repeat of a score on a tiny shared scale: a dot if it counts, a cross if it was set aside. */
export function RepeatDots({ dots, missing = 0 }: RepeatDotsProps) {
  const values = dots.map((d) => d.value)
  const tight = logScale(spread(values), width, 8)
  return (
    <svg width={width} height={18} role="img" aria-label={dotsText(dots, missing)} className="block">
      <line x1={0} x2={width} y1={9} y2={9} stroke="var(--line)" />
      {Array.from({ length: missing }, (_, i) => (
        <circle key={`m${String(i)}`} cx={width - 5 - i * 8} cy={9} r={2} fill="var(--line)" />
      ))}
      {dots.map((d, i) => (
        <Mark key={i} dot={d} x={tight(d.value)} />
      ))}
    </svg>
  )
}

function Mark({ dot, x }: { readonly dot: Dot; readonly x: number }) {
  const faint = dot.own === false ? 0.3 : 0.85
  if (dot.state !== 'counted') {
    return (
      <path
        d={`M${String(x - 3.4)} 5.6l6.8 6.8m0-6.8l-6.8 6.8`}
        stroke="var(--brick)"
        strokeWidth={1.5}
        opacity={faint}
      />
    )
  }
  return <circle cx={x} cy={9} r={3.6} fill="var(--ink)" opacity={faint} />
}

/** At least 3 % wide around the middle, so that noise of a tenth of a percent does not fill the scale. */
function spread(values: readonly number[]): readonly number[] {
  if (values.length === 0) return values
  const low = Math.min(...values)
  const high = Math.max(...values)
  const centre = Math.sqrt(low * high)
  return [Math.min(low, centre / 1.015), Math.max(high, centre * 1.015)]
}

/** The dots in words. */
function dotsText(dots: readonly Dot[], missing: number): string {
  const counted = dots.filter((d) => d.state === 'counted').map((d) => significant(d.value))
  const aside = dots.length - counted.length
  const parts = [counted.length === 0 ? 'no repeat counts yet' : `repeats ${counted.join(', ')}`]
  if (aside > 0) parts.push(`${String(aside)} set aside`)
  if (missing > 0) parts.push(`${String(missing)} to come`)
  return parts.join('; ')
}
