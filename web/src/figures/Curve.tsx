import { scaleLinear, scaleLog } from 'd3-scale'
import { line } from 'd3-shape'
import { axisWords } from './axis'
import type { Axis } from './axis'
import { significant } from './format'
import { type } from './type'

export interface CurveProps {
  readonly x: readonly number[]
  readonly y: readonly number[]
  /** What the values and places are, for the text alternative. */
  readonly name: string
  readonly unit: string
  /** What the places are; sizes are drawn on a log axis. */
  readonly axis: Axis
  /** In pixels, 266 by 84 unless given. */
  readonly width?: number
  readonly height?: number
}

/** Numbers along an axis as a line, with the lowest and the highest value written at the left. */
export function Curve({ x, y, name, unit, axis, width = 266, height = 84 }: CurveProps) {
  const sizes = axis.axis === 'size'
  if (y.length === 0) return <span className="gap">no point</span>
  const ends = [x[0] ?? 0, x.at(-1) ?? 1]
  const low = Math.min(0, ...y)
  const high = Math.max(...y)
  const px =
    sizes && ends.every((v) => v > 0) ? scaleLog(ends, [40, width - 4]) : scaleLinear(ends, [40, width - 4])
  const py = scaleLinear([low, high], [height - 16, 8])
  const path = line<number>((_, i) => px(x[i] ?? 0), py).digits(1)(y)
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={curveText(x, y, name, unit, axis)}
      className="block"
    >
      {[low, high].map((v) => (
        <g key={v}>
          <line x1={40} x2={width} y1={py(v)} y2={py(v)} stroke="var(--line2)" />
          <text x={36} y={py(v) + 4} textAnchor="end" fontSize={type.axis} fill="var(--ink2)">
            {significant(v, 3)}
          </text>
        </g>
      ))}
      <path d={path ?? undefined} fill="none" stroke="var(--ink)" strokeWidth={1.3} />
      {y.length <= 30 &&
        y.map((v, i) => <circle key={i} cx={px(x[i] ?? 0)} cy={py(v)} r={2} fill="var(--ink)" />)}
      {[0, x.length - 1].map((i) => (
        <text
          key={i}
          x={px(x[i] ?? 0)}
          y={height - 3}
          textAnchor={i === 0 ? 'start' : 'end'}
          fontSize={type.axis}
          fill="var(--ink2)"
        >
          {axisWords(axis, x[i] ?? 0)}
        </text>
      ))}
    </svg>
  )
}

/** The curve in words. */
function curveText(
  x: readonly number[],
  y: readonly number[],
  name: string,
  unit: string,
  axis: Axis,
): string {
  const high = Math.max(...y)
  return `${name}: ${String(y.length)} points, from ${significant(y[0] ?? 0)} to ${significant(y[y.length - 1] ?? 0)} ${unit}, lowest ${significant(Math.min(...y))}, highest ${significant(high)} at ${axisWords(axis, x[y.indexOf(high)] ?? 0)}`
}
