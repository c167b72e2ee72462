/** Maps values to a width on a log scale, with a margin at both ends; equal values fall in the middle. */
export function logScale(values: readonly number[], width: number, margin = 4): (value: number) => number {
  const logs = values.filter((v) => v > 0).map(Math.log)
  const low = Math.min(...logs)
  const high = Math.max(...logs)
  const span = high - low
  if (!(span > 0)) return () => width / 2
  return (value) => {
    const share = (Math.log(value) - low) / span
    return Math.min(width - 1, Math.max(1, margin + share * (width - 2 * margin)))
  }
}

/** Returns the middle value, or the mean of the two in the middle; undefined for none. */
export function median(values: readonly number[]): number | undefined {
  if (values.length === 0) return undefined
  const sorted = [...values].sort((a, b) => a - b)
  const half = sorted.length >> 1
  const upper = sorted[half] ?? 0
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? 0) + upper) / 2
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
