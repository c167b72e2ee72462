import { clockTime, number, significant, unitWords } from './format'

/** What stands along an axis: sizes that double, a time, or anything that is counted. */
export interface Axis {
  readonly axis: 'size' | 'time' | 'other'
  /** As the series has it; empty for a bare count. */
  readonly unit: string
}

const inBytes: Readonly<Record<string, number>> = {
  By: 1,
  B: 1,
  kBy: 1000,
  MBy: 1e6,
  KiBy: 1024,
  KiB: 1024,
  MiBy: 1024 ** 2,
  MiB: 1024 ** 2,
  GiBy: 1024 ** 3,
  GiB: 1024 ** 3,
}

/** A place on an axis in words: 4 KiB, 1:35, 3 pages. */
export function axisWords({ axis, unit }: Axis, x: number): string {
  if (axis === 'size') return bytes(x * (inBytes[unit] ?? 1))
  if (axis === 'time' && unit === 's') return clockTime(x)
  return `${Number.isInteger(x) ? number(x, 0) : significant(x, 3)} ${unitWords(unit)}`.trim()
}

/** 4096 gives 4 KiB. */
export function bytes(value: number): string {
  const step = Math.min(3, Math.floor(Math.log2(Math.max(1, value)) / 10))
  return `${String(Math.round(value / 1024 ** step))} ${['B', 'KiB', 'MiB', 'GiB'][step] ?? 'B'}`
}
