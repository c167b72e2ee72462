import { useState } from 'react'
import type { KeyboardEvent, MouseEvent } from 'react'
import { logScale, median } from './scale'
import { significant, unitWords } from './format'

/** One tick of a rule strip. */
export interface Tick {
  readonly value: number
  /** Whose it is; shown where the pointer or the arrow keys are. */
  readonly label: string
  /** The setup it is of, to be opened. */
  readonly setupId?: number
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
  /** Opens a setup: with it the arrow keys go from tick to tick, and Enter or a click opens one. */
  readonly onOpen?: (setupId: number) => void
}

/** A thin rule on a log scale: a tick for each of the pool, a taller one for the median, a notch for one. */
export function RuleStrip(props: RuleStripProps) {
  const { pool, own, lessIsBetter = false, width = 210, unit = '', onOpen } = props
  const values = pool.map((t) => t.value)
  const x = placing(values.concat(own ?? []), width, lessIsBetter)
  const { tick, number, read } = useTick(props, x)
  if (pool.length === 0 && own === undefined) return <span className="gap">nobody has it yet</span>
  const words = stripText(values, own, unit)
  return (
    <span
      style={{ width }}
      className={`relative inline-block align-middle ${onOpen ? 'cursor-pointer' : ''}`}
      {...(onOpen && {
        tabIndex: 0,
        role: 'slider',
        'aria-label': words,
        'aria-valuemin': 1,
        'aria-valuemax': pool.length,
        'aria-valuenow': number,
        'aria-valuetext': tick === undefined ? words : tickText(tick, unit),
      })}
      {...read}
    >
      <Drawing {...props} x={x} width={width} words={words} />
      {tick && <Pointed x={x(tick.value)} width={width} words={tickText(tick, unit)} />}
    </span>
  )
}

/** The tick that the pointer or the arrow keys are at, and what moves there. */
function useTick({ pool, own, onOpen }: RuleStripProps, x: (v: number) => number) {
  const [at, setAt] = useState<number | undefined>(undefined)
  // From left to right; only a strip that is looked at needs it.
  const order = () => [...pool].sort((a, b) => x(a.value) - x(b.value))
  const tick = at === undefined ? undefined : order()[at]
  const open = () => {
    if (tick?.setupId !== undefined) onOpen?.(tick.setupId)
  }
  const leave = () => {
    setAt(undefined)
  }
  const keys = {
    onKeyDown: (event: KeyboardEvent) => {
      const from = at ?? order().findIndex((t) => t.value === own)
      if (event.key === 'Enter') open()
      else setAt(stepped(event, at, from, pool.length))
    },
    onClick: open,
  }
  return {
    tick,
    number: (at ?? 0) + 1,
    read: {
      onMouseMove: (e: MouseEvent<HTMLElement>) => {
        setAt(nearest(order(), x, e.clientX - e.currentTarget.getBoundingClientRect().left))
      },
      onMouseLeave: leave,
      onBlur: leave,
      ...(onOpen && keys),
    },
  }
}

/** Where a value lies; turned where less is better. */
function placing(values: readonly number[], width: number, turned: boolean): (value: number) => number {
  const plain = logScale(values, width)
  return (value) => (turned ? width - plain(value) : plain(value))
}

/** The place of the tick that is nearest to an offset. */
function nearest(order: readonly Tick[], x: (v: number) => number, offset: number): number {
  const off = order.map((t) => Math.abs(x(t.value) - offset))
  return off.indexOf(Math.min(...off))
}

/** Where an arrow key leads; nowhere with Escape. */
function stepped(
  event: KeyboardEvent,
  at: number | undefined,
  from: number,
  ticks: number,
): number | undefined {
  const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (step === undefined) return event.key === 'Escape' ? undefined : at
  event.preventDefault()
  return Math.min(ticks - 1, Math.max(0, from + step))
}

interface DrawingProps extends RuleStripProps {
  readonly x: (value: number) => number
  readonly width: number
  readonly words: string
}

/** Every tick as one path; those that fall on one half of a pixel are one. */
function ticksPath(pool: readonly Tick[], x: (value: number) => number): string {
  const places = new Set(pool.map((t) => Math.round(x(t.value) * 2) / 2))
  return [...places].map((place) => `M${String(place)} 11V18`).join('')
}

function Drawing({ pool, own, focus = false, x, width, words }: DrawingProps) {
  const middle = median(pool.map((t) => t.value))
  return (
    <svg width={width} height={22} role="img" aria-label={words} className="block">
      <line x1={0} x2={width} y1={18} y2={18} stroke="var(--ink3)" />
      <path data-ticks d={ticksPath(pool, x)} stroke="var(--ink2)" opacity={0.6} />
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

/** Whose the tick is that is pointed at. */
function Pointed({
  x,
  width,
  words,
}: {
  readonly x: number
  readonly width: number
  readonly words: string
}) {
  return (
    <>
      <span className="absolute w-0.5 h-2.75 bg-ink" style={{ left: x - 1, top: 8 }} />
      <span
        role="status"
        className="absolute z-20 bottom-5.5 px-1.5 py-0.5 rounded-sm bg-ink text-sheet text-sm leading-tight whitespace-nowrap pointer-events-none"
        style={x > width / 2 ? { right: width - x - 6 } : { left: x - 6 }}
      >
        {words}
      </span>
    </>
  )
}

function tickText(tick: Tick, unit: string): string {
  return `${tick.label}: ${valueText(tick.value, unit)}`
}

function valueText(value: number, unit: string): string {
  return `${significant(value, 4, unit)} ${unitWords(unit)}`.trim()
}

/** The strip in words. */
function stripText(values: readonly number[], own: number | undefined, unit: string): string {
  const middle = median(values)
  if (middle === undefined) return `no others yet; this one ${valueText(own ?? 0, unit)}`
  if (values.length === 1) {
    const one = `one score, ${valueText(middle, unit)}`
    return own === undefined ? one : `${one}; this one ${significant(own, 4, unit)}`
  }
  const range = `${String(values.length)} scores from ${significant(Math.min(...values), 4, unit)} to ${valueText(Math.max(...values), unit)}, median ${significant(middle, 4, unit)}`
  return own === undefined ? range : `${range}; this one ${significant(own, 4, unit)}`
}
