import { render } from '@testing-library/react'
import { pointsOf } from '../testing'
import { describe, expect, it } from 'vitest'
import { StepLine, stepLineText, stepRange, stepX, versionAt } from './StepLine'
import type { StepLineProps, StepPoint } from './StepLine'

const point = (value: number): StepPoint => ({
  value,
  low: value * 0.99,
  high: value * 1.01,
  dots: [value * 0.995, value, value * 1.005],
})
const gap: StepPoint = { dots: [], gap: 'needs version 113' }

function drawn(over: Partial<StepLineProps>) {
  const points = over.points ?? [point(100), gap, point(110), point(121)]
  return render(
    <svg>
      <StepLine
        points={points}
        marks={[]}
        drifts={[]}
        range={stepRange([points])}
        base={100}
        width={252}
        height={92}
        {...over}
      />
    </svg>,
  ).container
}

describe('a line along versions', () => {
  it('has every version at its place, and the place at its version', () => {
    const x = stepX(6, 252)
    for (let i = 0; i < 6; i++) expect(versionAt(6, 252, x(i))).toBe(i)
    expect(versionAt(6, 252, -50)).toBe(0)
    expect(versionAt(6, 252, 900)).toBe(5)
    expect(stepX(1, 252)(0)).toBe(126)
    expect(versionAt(1, 252, 10)).toBe(0)
  })

  it('leaves a bracket with its reason where there is no score, and draws nothing there', () => {
    const of = drawn({})
    expect(of.querySelector('text')?.textContent).toContain('[ ]')
    expect(of.querySelector('text title')?.textContent).toBe('needs version 113')
    expect(of.querySelector('[data-line]')?.getAttribute('d')?.split('L')).toHaveLength(3)
  })

  it('has up for better: a larger value is higher, on a log scale', () => {
    const of = drawn({ points: [point(100), point(200), point(400)] })
    const ys = pointsOf(of.querySelector('[data-line]')).map(([, y]) => y)
    expect(ys[1]).toBeLessThan(ys[0] ?? 0)
    expect((ys[0] ?? 0) - (ys[1] ?? 0)).toBeCloseTo((ys[1] ?? 0) - (ys[2] ?? 0), 0)
  })

  it('shows repeats as dots, as long as they have room', () => {
    const circles = (n: number) =>
      drawn({ points: Array.from({ length: n }, () => point(100)) }).querySelectorAll('circle').length
    expect(circles(4)).toBe(16)
    expect(circles(20)).toBe(20)
  })

  it('marks the one in focus in gold and nothing else', () => {
    expect(drawn({}).innerHTML).not.toContain('--gold')
    const of = drawn({ focus: 2 })
    expect([...of.querySelectorAll('[fill="var(--gold)"]')]).toHaveLength(1)
  })

  it('has a shape of its own for every kind of step', () => {
    const of = drawn({
      marks: [
        { at: 0, kind: 'up' },
        { at: 1, kind: 'down' },
        { at: 2, kind: 'blip' },
        { at: 3, kind: 'shift up' },
        { at: 3, kind: 'shift down' },
      ],
    })
    const shapes = [...of.querySelectorAll('path:not([data-line])')].map(
      (p) =>
        `${p.getAttribute('d')?.replace(/^M[\d.]+ [\d.]+/, '') ?? ''} ${p.getAttribute('stroke-dasharray') ?? ''}`,
    )
    expect(new Set(shapes).size).toBe(5)
  })

  it('draws a drift from end to end, and none where an end has no score', () => {
    const wide = (first: number, last: number) =>
      drawn({ drifts: [{ first, last, up: true }] }).querySelectorAll('line[stroke-width="5"]').length
    expect(wide(0, 3)).toBe(1)
    expect(wide(1, 3)).toBe(0)
  })

  it('says every version with its value or its reason', () => {
    expect(stepLineText('Letters', [point(100), gap, point(110.04)], ['112', '113', '114'])).toBe(
      'Letters: 112 100.0, 113 needs version 113, 114 110.0',
    )
  })

  it('has a scale for all lines, at least a twentieth wide, so that noise does not look like a mountain', () => {
    expect(stepRange([])).toEqual([95, 105])
    expect(stepRange([[gap]])).toEqual([95, 105])
    const [low, high] = stepRange([[point(100), point(100.1)]])
    expect(high / low).toBeGreaterThan(1.05)
    const [all, above] = stepRange([[point(50)], [point(200)]])
    expect(all).toBeLessThan(50)
    expect(above).toBeGreaterThan(200)
  })
})
