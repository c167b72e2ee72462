import { extent } from 'd3-array'
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
  /** The comparable scores of the pool, the marked one included; of many one at each place. */
  readonly pool: readonly Tick[]
  /** Of the whole pool, where not all of it is drawn. */
  readonly whole?: { readonly scores: number; readonly median?: number | undefined }
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
  const { pool, own, width = 210, unit = '', onOpen } = props
  const drawn = drawnOf(props)
  const { x } = drawn
  const { tick, number, read } = useTick(props, x)
  if (pool.length === 0 && own === undefined) return <span className="gap">nobody has it yet</span>
  const words = stripText(drawn, own, unit)
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
      <Drawing {...props} drawn={drawn} width={width} words={words} />
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

/** What a strip needs of its pool. */
interface Drawn {
  readonly x: (value: number) => number
  /** All ticks as one path. */
  readonly ticks: string
  readonly scores: number
  readonly least: number
  readonly most: number
  readonly middle: number | undefined
}

/** Rows share a pool: what is worked out of thousands of scores is kept for as long as the pool is there. */
const kept = new WeakMap<readonly Tick[], Map<string, Drawn>>()

function drawnOf({ pool, own, whole, width = 210, lessIsBetter: turned = false }: RuleStripProps): Drawn {
  const key = `${String(width)} ${String(turned)}`
  const known = kept.get(pool) ?? new Map<string, Drawn>()
  kept.set(pool, known)
  const before = known.get(key) ?? worked(pool, [], width, turned)
  known.set(key, before)
  const within = own === undefined || (own >= before.least && own <= before.most)
  const drawn = within ? before : worked(pool, [own], width, turned)
  return whole ? { ...drawn, scores: whole.scores, middle: whole.median ?? drawn.middle } : drawn
}

/** @param more values beyond the pool that the scale must have room for */
function worked(pool: readonly Tick[], more: readonly number[], width: number, turned: boolean): Drawn {
  const values = pool.map((t) => t.value)
  const plain = logScale(values.concat(more), width)
  const x = (value: number) => (turned ? width - plain(value) : plain(value))
  const [least = Infinity, most = -Infinity] = extent(values)
  return { x, ticks: ticksPath(pool, x), least, most, scores: values.length, middle: median(values) }
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
  readonly drawn: Drawn
  readonly width: number
  readonly words: string
}

/** Every tick as one path; those that fall on one half of a pixel are one. */
function ticksPath(pool: readonly Tick[], x: (value: number) => number): string {
  const places = new Set(pool.map((t) => Math.round(x(t.value) * 2) / 2))
  return [...places].map((place) => `M${String(place)} 11V18`).join('')
}

/** A strip as a drawing alone, to be taken out of the app. */
export function StripDrawing(props: RuleStripProps) {
  return <Drawing {...props} drawn={drawnOf(props)} width={props.width ?? 210} words="" />
}

function Drawing({ own, focus = false, drawn, width, words }: DrawingProps) {
  const { x, ticks, middle } = drawn
  return (
    <svg width={width} height={22} role="img" aria-label={words} className="block">
      <line x1={0} x2={width} y1={18} y2={18} stroke="var(--ink3)" />
      <path data-ticks d={ticks} stroke="var(--ink2)" opacity={0.6} />
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
function stripText(drawn: Drawn, own: number | undefined, unit: string): string {
  const { scores, middle, least, most } = drawn
  if (middle === undefined) return `no others yet; this one ${valueText(own ?? 0, unit)}`
  if (scores === 1) {
    const one = `one score, ${valueText(middle, unit)}`
    return own === undefined ? one : `${one}; this one ${significant(own, 4, unit)}`
  }
  const range = `${String(scores)} scores from ${significant(least, 4, unit)} to ${valueText(most, unit)}, median ${significant(middle, 4, unit)}`
  return own === undefined ? range : `${range}; this one ${significant(own, 4, unit)}`
}
