import { scaleLog } from 'd3-scale'

import { extent } from 'd3-array'

export { median } from 'd3-array'

/** Maps values to a width on a log scale, with a margin at both ends; equal values fall in the middle. */
export function logScale(values: readonly number[], width: number, margin = 4): (value: number) => number {
  const [low = 0, high = 0] = extent(values.filter((v) => v > 0))
  if (!(high > low)) return () => width / 2
  const scale = scaleLog([low, high], [margin, width - margin])
  return (value) => Math.min(width - 1, Math.max(1, scale(value)))
}

/** Round numbers for the axis of an index between two ends: 60, 80, 100, 120, 150 … at most `most` of them. */
export function indexTicks(low: number, high: number, most = 6): readonly number[] {
  const steps = [1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8]
  const all: number[] = []
  for (let power = -2; power < 7; power++) for (const s of steps) all.push(s * 10 ** power)
  const within = all.filter((v) => v >= low * 0.999 && v <= high * 1.001)
  const stride = Math.ceil(within.length / most)
  const hundred = within.findIndex((v) => Math.abs(v - 100) < 1e-9)
  const from = hundred < 0 ? 0 : hundred % stride
  return within.filter((_, i) => i % stride === from)
}
