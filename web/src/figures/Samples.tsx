import { significant } from './format'

export interface SamplesProps {
  readonly values: readonly number[]
  /** A letter for each value: w warm-up, c counted, d disturbed. */
  readonly marks: string
  readonly unit: string
}

const width = 266
const height = 72

/** Every single measurement in order: counted ones are dots, warm-ups hollow, disturbed ones crossed. */
export function Samples({ values, marks, unit }: SamplesProps) {
  const low = Math.min(...values)
  const high = Math.max(...values)
  // Small scatter should look small: at least a tenth of the value fills the height.
  const span = Math.max(high - low, 0.1 * Math.abs(high), 1e-12)
  const middle = (high + low) / 2
  const y = (v: number) => height / 2 - ((v - middle) / span) * (height - 18)
  const step = (width - 16) / Math.max(1, values.length - 1)
  const shown = values.map((v, i) => ({ v, x: 8 + i * step, mark: marks[i] ?? 'c' }))
  const thin = values.length > 400 ? shown.filter((_, i) => i % Math.ceil(values.length / 400) === 0) : shown
  return (
    <svg
      width={width}
      height={height}
      role="img"
      aria-label={samplesText(values, marks, unit)}
      className="block"
    >
      <line x1={0} x2={width} y1={height - 1} y2={height - 1} stroke="var(--line)" />
      {thin.map(({ v, x, mark }, i) => (
        <Mark key={i} x={x} y={y(v)} mark={mark} label={`${significant(v)} ${unit}`} />
      ))}
    </svg>
  )
}

interface MarkProps {
  readonly x: number
  readonly y: number
  readonly mark: string
  readonly label: string
}

function Mark({ x, y, mark, label }: MarkProps) {
  if (mark === 'd') {
    return (
      <path d={`M${String(x - 3)} ${String(y - 3)}l6 6m0-6l-6 6`} stroke="var(--brick)" strokeWidth={1.3}>
        <title>{`${label}, disturbed`}</title>
      </path>
    )
  }
  return mark === 'w' ? (
    <circle cx={x} cy={y} r={3} fill="var(--sheet)" stroke="var(--ink2)" strokeWidth={1.2}>
      <title>{`${label}, warm-up`}</title>
    </circle>
  ) : (
    <circle cx={x} cy={y} r={3} fill="var(--ink)">
      <title>{label}</title>
    </circle>
  )
}

/** The samples in words. */
function samplesText(values: readonly number[], marks: string, unit: string): string {
  const count = (letter: string) => [...marks].filter((m) => m === letter).length
  return `${String(values.length)} samples from ${significant(Math.min(...values))} to ${significant(Math.max(...values))} ${unit}: ${String(count('c'))} counted, ${String(count('w'))} warm-ups, ${String(count('d'))} disturbed`
}
