import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { IndexLine, indexScale } from './IndexLine'
import { PlumbAxis, PlumbRow, plumbScale } from './Plumb'
import { RepeatDots } from './RepeatDots'
import { RuleStrip } from './RuleStrip'
import { Samples } from './Samples'
import { Trace } from './Trace'

const ticksOf = (of: HTMLElement) =>
  (of.querySelector('[data-ticks]')?.getAttribute('d') ?? '').split('M').length - 1

const pool = [90, 100, 130].map((value) => ({ value, label: `setup ${String(value)}` }))

describe('RuleStrip', () => {
  it('has a tick for each, a taller median, and a gold notch for the one in focus', () => {
    const { container } = render(<RuleStrip pool={pool} own={100} focus unit="points" />)
    expect(ticksOf(container)).toBe(3)
    expect(container.querySelector('[data-mark=focus]')?.getAttribute('fill')).toBe('var(--gold)')
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
      '3 scores from 90.00 to 130.0 points, median 100.0; this one 100.0',
    )
  })
  it('is turned where less is better, so that better is to the right', () => {
    const at = (turned: boolean) => {
      const { container } = render(<RuleStrip pool={pool} own={90} lessIsBetter={turned} />)
      return Number(container.querySelector('[data-mark] rect')?.getAttribute('x'))
    }
    expect(at(false)).toBeLessThan(20)
    expect(at(true)).toBeGreaterThan(190)
  })
  it('says times as times', () => {
    const { container } = render(
      <RuleStrip pool={[{ ...pool[0], value: 99 } as (typeof pool)[number]]} own={224} unit="s{m:ss}" />,
    )
    expect(container.querySelector('[aria-label]')?.getAttribute('aria-label')).toBe(
      'one score, 1:39; this one 3:44',
    )
  })

  it('says so where nobody has a score', () => {
    render(<RuleStrip pool={[]} />)
    expect(screen.getByText('nobody has it yet')).toBeTruthy()
  })
  it('goes from tick to tick with the arrow keys, and opens one with Enter', () => {
    const opened: number[] = []
    const strip = pool.map((t, i) => ({ ...t, setupId: 7 + i }))
    render(<RuleStrip pool={strip} own={100} unit="points" onOpen={(id) => opened.push(id)} />)
    const slider = screen.getByRole('slider')
    fireEvent.keyDown(slider, { key: 'ArrowRight' })
    expect(slider.getAttribute('aria-valuetext')).toBe('setup 130: 130.0 points')
    fireEvent.keyDown(slider, { key: 'ArrowRight' })
    fireEvent.keyDown(slider, { key: 'Enter' })
    fireEvent.keyDown(slider, { key: 'ArrowLeft' })
    fireEvent.keyDown(slider, { key: 'ArrowLeft' })
    fireEvent.keyDown(slider, { key: 'Enter' })
    expect(opened).toEqual([9, 7])
    fireEvent.keyDown(slider, { key: 'Escape' })
    expect(screen.queryByRole('status')).toBeNull()
  })
  it('thins a pool of thousands', () => {
    const many = Array.from({ length: 5000 }, (_, i) => ({ value: 1 + i, label: '' }))
    const { container } = render(<RuleStrip pool={many} />)
    expect(ticksOf(container)).toBeLessThanOrEqual(420)
    expect(container.querySelectorAll('svg *').length).toBeLessThan(8)
  })
})

describe('RepeatDots', () => {
  it('has a dot where a run counts, a cross where it does not, and faint ones to come', () => {
    const { container } = render(
      <RepeatDots
        dots={[
          { value: 10, state: 'counted' },
          { value: 7, state: 'aside' },
        ]}
        missing={2}
      />,
    )
    expect(container.querySelectorAll('circle')).toHaveLength(3)
    expect(container.querySelectorAll('path')).toHaveLength(1)
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('repeats 10.00; 1 set aside; 2 to come')
  })
})

describe('IndexLine', () => {
  const scale = indexScale([50, 200], 300)
  it('has its comparison line, and none where one test makes an order only', () => {
    const { rerender } = render(
      <IndexLine scale={scale} index={120} low={110} high={131} focus={false} tuned={false} />,
    )
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('index 120, comparison line 110 to 131')
    rerender(<IndexLine scale={scale} index={100} focus tuned={false} />)
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe('index 100')
  })
  it('is a diamond where the setup is tuned', () => {
    const { container } = render(<IndexLine scale={scale} index={120} focus={false} tuned />)
    expect(container.querySelector('rect[transform]')).toBeTruthy()
    expect(container.querySelector('circle')).toBeNull()
  })
})

describe('Samples', () => {
  it('tell warm-ups and disturbed ones from those that count', () => {
    const { container } = render(<Samples values={[8, 10, 10.1, 7]} marks="wccd" unit="MB/s" />)
    expect(container.querySelectorAll('circle')).toHaveLength(3)
    expect(container.querySelectorAll('path')).toHaveLength(1)
    expect(screen.getByRole('img').getAttribute('aria-label')).toContain('2 counted, 1 warm-ups, 1 disturbed')
  })
})

describe('Trace', () => {
  it('says how far it is, and is nothing before the first sample', () => {
    const { container, rerender } = render(<Trace values={[]} unit="MB/s" width={100} height={40} />)
    expect(container.innerHTML).toBe('')
    rerender(<Trace values={[10, 12]} unit="MB/s" width={100} height={40} />)
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
      '2 samples so far, 10.00 to 12.00 MB/s, now 12.00',
    )
  })
})

describe('the plumb line', () => {
  const mark = (times: number, verdict: 'AHEAD' | 'BEHIND' | 'EVEN' = 'AHEAD') => ({
    times,
    low: times * 0.99,
    high: times * 1.01,
    verdict,
  })

  it('has ahead to the right of the line and behind to the left, as far for ×2 as for ×½', () => {
    const scale = plumbScale([mark(2), mark(0.5, 'BEHIND')], 300)
    expect(scale.x(1)).toBeCloseTo(scale.line)
    expect(scale.x(2) - scale.line).toBeCloseTo(scale.line - scale.x(0.5))
  })

  it('cuts what is far beyond the others, with an open end, so that it squashes nothing', () => {
    const scale = plumbScale([mark(1.03), mark(1.04), mark(1.05), mark(30)], 300)
    expect(scale.beyond(30)).toBe(true)
    expect(scale.beyond(1.05)).toBe(false)
    expect(scale.x(30)).toBe(299)
  })

  it('draws ahead solid, behind hatched, even on the line', () => {
    const scale = plumbScale([mark(1.2), mark(0.8, 'BEHIND')], 300)
    const row = (m: ReturnType<typeof mark>) =>
      render(<PlumbRow scale={scale} height={28} mark={m} threshold={0.01} words="row" />).container
    expect(row(mark(1.2)).querySelector('rect[fill="var(--teal)"]')).not.toBeNull()
    expect(row(mark(0.8, 'BEHIND')).querySelector('pattern')).not.toBeNull()
    expect(row(mark(1, 'EVEN')).querySelector('circle[fill="var(--even)"]')).not.toBeNull()
  })

  it('names only as many round differences as have room', () => {
    const scale = plumbScale([mark(1.2), mark(0.9, 'BEHIND')], 200)
    const ticks = [0.9, 0.95, 0.98, 1.02, 1.05, 1.1, 1.2].map((times) => ({
      times,
      label: `×${String(times)}`,
    }))
    const { container } = render(<PlumbAxis scale={scale} ticks={ticks} />)
    const shown = [...container.querySelectorAll('text')]
      .map((t) => Number(t.getAttribute('x')))
      .sort((a, b) => a - b)
    expect(shown.length).toBeGreaterThan(1)
    shown.slice(1).forEach((x, i) => {
      expect(x - (shown[i] ?? 0)).toBeGreaterThan(25)
    })
  })
})
