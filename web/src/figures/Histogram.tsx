import { significant } from './format'
import { type } from './type'

export interface HistogramProps {
  /** So many in each bin. */
  readonly bins: readonly number[]
  /** In the unit. */
  readonly binWidth: number
  readonly unit: string
  readonly name: string
  /** From here on it is the slow end. */
  readonly slow: number
  readonly floor?: number | undefined
  readonly width: number
  readonly height: number
}

/** How many of each length; the slow end hatched, counts on a root scale so that few are seen beside many. */
export function Histogram({ bins, binWidth, unit, name, slow, floor, width, height }: HistogramProps) {
  const most = Math.sqrt(Math.max(1, ...bins))
  const bar = (width - 8) / bins.length
  const x = (v: number) => 4 + (v / (binWidth * bins.length)) * (width - 8)
  const y = (count: number) => height - 18 - (Math.sqrt(count) / most) * (height - 30)
  return (
    <svg
      viewBox={`0 0 ${String(width)} ${String(height)}`}
      width="100%"
      role="img"
      aria-label={`${name}: ${bins
        .flatMap((n, i) => (n === 0 ? [] : [`${String(n)} from ${significant(i * binWidth, 3)} ${unit}`]))
        .join(', ')}`}
    >
      {bins.map((n, i) => {
        const isSlow = (i + 1) * binWidth > slow
        return (
          n > 0 && (
            <rect
              key={i}
              x={4 + i * bar + 0.5}
              y={y(n)}
              width={Math.max(1, bar - 1)}
              height={height - 18 - y(n)}
              fill={isSlow ? 'var(--mulberry)' : 'var(--ink2)'}
              opacity={isSlow ? 0.9 : 0.75}
            />
          )
        )
      })}
      <line x1={4} x2={width - 4} y1={height - 18} y2={height - 18} stroke="var(--line)" />
      {floor !== undefined && x(floor) < width - 4 && (
        <g>
          <line
            x1={x(floor)}
            x2={x(floor)}
            y1={4}
            y2={height - 18}
            stroke="var(--ink)"
            strokeDasharray="3 3"
          />
          <text x={x(floor) + 4} y={13} fontSize={type.axis} fill="var(--ink)">
            floor
          </text>
        </g>
      )}
      {[0, 0.5, 1].map((share) => (
        <text
          key={share}
          x={4 + share * (width - 8)}
          y={height - 4}
          textAnchor={share === 0 ? 'start' : share === 1 ? 'end' : 'middle'}
          fontSize={type.axis}
          fill="var(--ink2)"
        >
          {significant(share * binWidth * bins.length, 3)} {share === 1 ? `${unit} and more` : unit}
        </text>
      ))}
    </svg>
  )
}
