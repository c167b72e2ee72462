import { logScale, median } from './scale'
import { significant } from './format'

/** One tick of a rule strip. */
export interface Tick {
  readonly value: number
  /** Whose it is; shown on hover. */
  readonly label: string
}

export interface RuleStripProps {
  /** Every comparable score of the pool, the marked one included. */
  readonly pool: readonly Tick[]
  /** The score to mark; none if absent. */
  readonly own?: number | undefined
  /** Whether the marked one is the device in focus (gold) or another (ink). */
  readonly focus?: boolean
  /** Whether less is better: the strip is turned, so that better is always to the right. */
  readonly lessIsBetter?: boolean
  /** In pixels, 210 unless given. */
  readonly width?: number
  /** Unit for the text alternative. */
  readonly unit?: string
}

/** A thin rule on a log scale: a tick for each of the pool, a taller one for the median, a notch for one. */
export function RuleStrip({
  pool,
  own,
  focus = false,
  lessIsBetter = false,
  width = 210,
  unit = '',
}: RuleStripProps) {
  if (pool.length === 0 && own === undefined) return <span className="gap">nobody has it yet</span>
  const values = pool.map((t) => t.value)
  const all = own === undefined ? values : [...values, own]
  const plain = logScale(all, width)
  const x = (value: number) => (lessIsBetter ? width - plain(value) : plain(value))
  const middle = median(values)
  const shown = pool.length > 400 ? pool.filter((_, i) => i % Math.ceil(pool.length / 400) === 0) : pool
  return (
    <svg width={width} height={22} role="img" aria-label={stripText(values, own, unit)} className="block">
      <line x1={0} x2={width} y1={18} y2={18} stroke="var(--ink3)" />
      {shown.map((t, i) => (
        <line key={i} x1={x(t.value)} x2={x(t.value)} y1={11} y2={18} stroke="var(--ink2)" opacity={0.6}>
          <title>{`${t.label}: ${significant(t.value)} ${unit}`}</title>
        </line>
      ))}
      {middle !== undefined && <line x1={x(middle)} x2={x(middle)} y1={5} y2={18} stroke="var(--ink)" />}
      {own !== undefined && (
        <g data-mark={focus ? 'focus' : 'own'} fill={focus ? 'var(--gold)' : 'var(--ink)'}>
          <path d={`M${String(x(own) - 5)} 2h10l-5 8z`} />
          <rect x={x(own) - 1.25} y={8} width={2.5} height={11} />
        </g>
      )}
    </svg>
  )
}

/** The strip in words. */
export function stripText(values: readonly number[], own: number | undefined, unit: string): string {
  const middle = median(values)
  if (middle === undefined) return `no others yet; this one ${significant(own ?? 0)} ${unit}`
  const range = `${String(values.length)} scores from ${significant(Math.min(...values))} to ${significant(Math.max(...values))} ${unit}, median ${significant(middle)}`
  return own === undefined ? range : `${range}; this one ${significant(own)}`
}
