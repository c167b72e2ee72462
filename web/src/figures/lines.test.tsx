import { fireEvent, render, screen } from '@testing-library/react'
import { pointsOf } from '../testing'
import { describe, expect, it } from 'vitest'
import { Lines, linesText, lookOf, nearest, valueAt } from './Lines'
import type { LinesProps, PlotLine } from './Lines'

const line = (name: string, y: readonly number[], over: Partial<PlotLine> = {}): PlotLine => ({
  name,
  x: y.map((_, i) => 4 * 2 ** i),
  y,
  look: lookOf(0, false),
  ...over,
})
const props = (over: Partial<LinesProps> = {}): LinesProps => ({
  lines: [line('read', [100, 300, 500, 520])],
  unit: 'MB/s',
  log: true,
  xWords: (x) => `${String(x)} KiB`,
  width: 600,
  height: 200,
  ...over,
})
const figure = (over: Partial<LinesProps> = {}) => render(<Lines {...props(over)} />).container
/** Without the titles inside. */
const texts = (of: Element) => [...of.querySelectorAll('text')].map((t) => t.firstChild?.textContent ?? '')

describe('lines over one axis', () => {
  it('say in words from where to where they go, and their ends', () => {
    expect(
      linesText(
        props({
          spots: [{ line: 0, x: 8, y: 300, kind: 'dip', words: 'dip of 20 % at 8 KiB' }],
        }),
      ),
    ).toBe(
      'read: 4 points from 4 KiB to 32 KiB, lowest 100.0 at 4 KiB, highest 520.0 MB/s at 32 KiB. dip of 20 % at 8 KiB',
    )
  })

  it('have sizes equally far apart where they double, and their names under them', () => {
    const of = figure()
    const places = pointsOf(of.querySelector('[data-line]')).map(([x]) => x)
    const gaps = places.slice(1).map((x, i) => x - (places[i] ?? 0))
    expect(Math.max(...gaps) - Math.min(...gaps)).toBeLessThan(0.3)
    expect(texts(of)).toEqual(expect.arrayContaining(['4 KiB', '32 KiB', 'MB/s', 'read']))
  })

  it('have whole minutes under them where the places are seconds', () => {
    const line = { name: 'work', x: [0, 600], y: [4, 3], look: lookOf(0, false) }
    const clock = (s: number) => `${String(Math.floor(s / 60))}:${String(s % 60).padStart(2, '0')}`
    const of = figure({ lines: [line], log: false, clock: true, xWords: clock, spots: [] })
    expect(texts(of)).toEqual(expect.arrayContaining(['2:00', '4:00', '6:00']))
    expect(texts(of)).not.toContain('1:40')
  })

  it('begin at 0 unless the values lie close together far from it', () => {
    expect(texts(figure())).toContain('0')
    expect(texts(figure({ lines: [line('read', [500, 505, 510, 507])] }))).not.toContain('0')
    expect(texts(figure({ fromZero: false }))).not.toContain('0')
  })

  it('are named at their ends, apart from each other and inside the figure', () => {
    const many = ['a', 'b', 'c', 'd', 'e'].map((name) => line(name, [100, 100]))
    const of = figure({ lines: many, height: 120 })
    const ys = [...of.querySelectorAll('text')]
      .filter((t) =>
        many.some((l) => t.textContent.startsWith(l.name) && t.getAttribute('font-size') === '11.5'),
      )
      .map((t) => Number(t.getAttribute('y')))
    expect(ys).toHaveLength(5)
    ys.slice(1).forEach((y, i) => {
      expect(y - (ys[i] ?? 0)).toBeGreaterThanOrEqual(15)
    })
    expect(Math.max(...ys)).toBeLessThan(120)
  })

  it('cut a long name and keep it whole in its title', () => {
    const name = 'Corvane Nook 2 Plus, second module'
    const of = figure({ lines: [line(name, [1, 2])] })
    expect(of.querySelector('title')?.textContent).toBe(name)
    expect(texts(of).some((t) => t.includes('Corvane Nook 2 Plus, …'))).toBe(true)
  })

  it('leave single runs faint, without name, dots or words', () => {
    const faint = line('repeat 1', [90, 290, 490, 500], { look: { ...lookOf(0, false), faint: true } })
    const of = figure({ lines: [faint, line('read', [100, 300, 500, 520])] })
    expect(of.querySelectorAll('[data-line]')).toHaveLength(2)
    expect(of.querySelectorAll('circle')).toHaveLength(4)
    expect(texts(of)).not.toContain('repeat 1')
    expect(screen.getByRole('img').getAttribute('aria-label')).not.toContain('repeat 1')
    expect(nearest([faint], 8)).toBeUndefined()
  })

  it('read the nearest place, or the value at it or before', () => {
    const read = line('read', [100, 300, 500, 520])
    expect(nearest([read], 9)).toBe(8)
    expect(nearest([read], 1000)).toBe(32)
    expect(valueAt(read, 8)).toBe(300)
    expect(valueAt(read, 15)).toBe(300)
    expect(valueAt(read, 3)).toBeUndefined()
  })

  it('mark dips, declines, crossings and what is slow in shapes of their own', () => {
    const kinds = ['dip', 'decline', 'crossing', 'slow'] as const
    const of = figure({ spots: kinds.map((kind) => ({ line: 0, x: 8, y: 300, kind, words: kind })) })
    const shapes = kinds.map((k) => {
      const mark = [...of.querySelectorAll('g')].find(
        (g) => g.querySelector(':scope > title')?.textContent === k,
      )
      const shape = mark?.lastElementChild
      return `${shape?.tagName ?? ''} ${shape?.getAttribute('d')?.replace(/^M[\d. -]+/, '') ?? shape?.getAttribute('r') ?? ''}`
    })
    expect(new Set(shapes).size).toBe(4)
  })

  it('are drawn over to look closer, but not by a click', () => {
    const stretches: [number, number][] = []
    const of = figure({ log: false, onStretch: (a, b) => stretches.push([a, b]) })
    const svg = of.querySelector('svg')
    if (!svg) throw new Error('no figure')
    svg.getBoundingClientRect = () => ({ left: 0, width: 600 }) as DOMRect
    fireEvent.mouseDown(svg, { clientX: 400 })
    fireEvent.mouseUp(svg, { clientX: 402 })
    expect(stretches).toEqual([])
    fireEvent.mouseDown(svg, { clientX: 400 })
    fireEvent.mouseUp(svg, { clientX: 200 })
    expect(stretches).toHaveLength(1)
    const [from, to] = stretches[0] ?? [0, 0]
    expect(from).toBeLessThan(to)
    fireEvent.mouseDown(svg, { clientX: 200 })
    fireEvent.mouseLeave(svg)
    fireEvent.mouseUp(svg, { clientX: 400 })
    expect(stretches).toHaveLength(1)
  })

  it('tell where the pointer is by the place nearest to it', () => {
    const at: (number | undefined)[] = []
    const svg = figure({ onAt: (x) => at.push(x) }).querySelector('svg')
    if (!svg) throw new Error('no figure')
    svg.getBoundingClientRect = () => ({ left: 0, width: 600 }) as DOMRect
    fireEvent.mouseMove(svg, { clientX: 58 })
    fireEvent.mouseMove(svg, { clientX: 447 })
    fireEvent.mouseLeave(svg)
    expect(at).toEqual([4, 32, undefined])
  })

  it('are an empty figure where there is nothing, and a level one where all is the same', () => {
    expect(figure({ lines: [] }).querySelectorAll('[data-line]')).toHaveLength(0)
    const level = figure({ lines: [line('read', [0, 0])] })
    expect(level.innerHTML).not.toContain('NaN')
  })

  it('tell lines apart without colour, and keep gold for the one in focus', () => {
    const looks = Array.from({ length: 6 }, (_, i) => lookOf(i, false))
    expect(new Set(looks.map((l) => `${l.stroke} ${l.dash ?? ''} ${String(l.width)}`)).size).toBe(6)
    expect(looks.some((l) => l.stroke === 'var(--gold)')).toBe(false)
    expect(lookOf(3, true)).toMatchObject({ stroke: 'var(--gold)', dash: '2 3' })
    expect(lookOf(6, false)).toEqual(lookOf(0, false))
  })

  it('show levels and uprights with their words', () => {
    const of = figure({
      levels: [{ value: 550, words: '550 claimed' }],
      uprights: [{ value: 16, words: 'throttles' }],
    })
    expect(texts(of)).toEqual(expect.arrayContaining(['550 claimed', 'throttles']))
    // The scale makes room for the claim.
    const y = Number(
      [...of.querySelectorAll('text')].find((t) => t.textContent === '550 claimed')?.getAttribute('y'),
    )
    expect(y).toBeGreaterThan(8)
  })
})
