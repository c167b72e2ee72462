import { scaleLinear } from 'd3-scale'

/** A value with its interval. */
export interface Bar {
  readonly value: number
  readonly low?: number | undefined
  readonly high?: number | undefined
}

/** One linear scale for all rows of a ranking: from nothing where a ratio means something, else from the least. */
export interface ValueScale {
  readonly x: (value: number) => number
  /** In pixels. */
  readonly width: number
  /** Whether bars begin at nothing; else values are dots. */
  readonly bars: boolean
}

const room = 6

/**
 * The scale that has room for every value and its interval.
 *
 * @param bars whether a ratio means something, so that bars begin at nothing
 */
export function valueScale(rows: readonly Bar[], bars: boolean, width: number): ValueScale {
  const ends = rows.flatMap((r) => [r.value, r.low ?? r.value, r.high ?? r.value])
  const low = bars ? 0 : Math.min(...ends)
  const high = Math.max(...ends)
  const scale = scaleLinear([low, high > low ? high : low + 1], [room, width - room])
  return { x: (value) => scale(value), width, bars }
}

export interface ValueBarProps {
  readonly scale: ValueScale
  readonly row: Bar
  readonly focus: boolean
  readonly tuned?: boolean
  /** For those who do not see it. */
  readonly words: string
}

/** What was read as a length, with its interval; gold for the one in focus. */
export function ValueBar({ scale, row, focus, tuned = false, words }: ValueBarProps) {
  const height = 22
  const middle = height / 2
  const ink = focus ? 'var(--gold)' : tuned ? 'var(--ink2)' : 'var(--even)'
  const end = scale.x(row.value)
  const start = scale.bars ? scale.x(0) : end
  return (
    <svg width={scale.width} height={height} role="img" aria-label={words} className="block">
      {scale.bars ? (
        <rect x={start} y={middle - 5} width={Math.max(1, end - start)} height={10} fill={ink} />
      ) : (
        <>
          <line
            x1={scale.x(row.value)}
            x2={scale.width - room}
            y1={middle}
            y2={middle}
            stroke="var(--line2)"
          />
          <circle cx={end} cy={middle} r={4} fill={focus ? 'var(--gold)' : 'var(--ink)'} />
        </>
      )}
      {row.low !== undefined && row.high !== undefined && (
        <line
          x1={scale.x(row.low)}
          x2={scale.x(row.high)}
          y1={middle}
          y2={middle}
          stroke="var(--ink)"
          strokeWidth={1.6}
        />
      )}
    </svg>
  )
}
