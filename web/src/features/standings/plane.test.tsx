import { render, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { Plane, lineWords, said } from './Plane'

const line = (n: number, cost: number, index: number, over: Partial<Schemas['ValueLine']> = {}) =>
  ({
    subject: {
      key: `setup-${String(n)}`,
      name: `Ostrel Fen ${String(n)}`,
      detail: '',
      kind: 'LAPTOP',
      tuned: false,
      origin: '',
      setups: 1,
    },
    cost,
    index,
    efficient: true,
    said: '16 GiB',
    on: '2026-05-04',
    low: index * 0.95,
    high: index * 1.05,
    ...over,
  }) as Schemas['ValueLine']

const view = (lines: readonly Schemas['ValueLine'][]) =>
  ({ unit: 'EUR', lines, without: [] }) as unknown as Schemas['ValueView']

describe('index against cost', () => {
  const cheap = line(1, 300, 60)
  const dear = line(2, 1200, 150)
  const beaten = line(3, 900, 55, { efficient: false, beatenBy: 'Ostrel Fen 1' })

  it('joins those nobody beats, fills them, and leaves the others open', () => {
    const { container } = render(<Plane view={view([dear, beaten, cheap])} focus={undefined} />)
    expect([...container.querySelectorAll('circle')].map((c) => c.getAttribute('fill'))).toEqual([
      'var(--sheet)',
      'var(--ink)',
      'var(--ink)',
    ])
    const path = [...container.querySelectorAll('path')].map((p) => p.getAttribute('d'))
    // From the cheaper to the dearer, over and then up.
    expect(path[0]).toMatch(/^M[\d.]+ [\d.]+H[\d.]+V[\d.]+$/)
    expect(screen.getByRole('img').getAttribute('aria-label')).toBe(
      'Index against cost in EUR; nobody is both better and cheaper than Ostrel Fen 1, Ostrel Fen 2',
    )
  })

  it('has dearer to the right and better up, with the interval of each', () => {
    const { container } = render(<Plane view={view([cheap, dear])} focus={undefined} />)
    const [a, b] = [...container.querySelectorAll('circle')]
    expect(Number(b?.getAttribute('cx'))).toBeGreaterThan(Number(a?.getAttribute('cx')))
    expect(Number(b?.getAttribute('cy'))).toBeLessThan(Number(a?.getAttribute('cy')))
    expect(container.querySelectorAll('line[stroke="var(--ink3)"]')).toHaveLength(2)
  })

  it('has gold for the one in focus only', () => {
    const { container } = render(<Plane view={view([cheap, dear])} focus="setup-1" />)
    const circles = [...container.querySelectorAll('circle')]
    expect(circles.filter((c) => c.getAttribute('fill') === 'var(--gold)')).toHaveLength(1)
    // Over all others.
    expect(circles.at(-1)?.getAttribute('fill')).toBe('var(--gold)')
  })

  it('has round numbers on both axes that do not touch', () => {
    const many = Array.from({ length: 30 }, (_, i) => line(i, 120 * 1.2 ** i, 20 * 1.1 ** i))
    const { container } = render(<Plane view={view(many)} focus={undefined} />)
    const across = [...container.querySelectorAll('text[text-anchor=middle]')].map((t) =>
      Number(t.getAttribute('x')),
    )
    expect(across.length).toBeGreaterThan(3)
    across.slice(1).forEach((x, i) => {
      expect(x - (across[i] ?? 0)).toBeGreaterThan(36)
    })
  })

  it('stands with one alone', () => {
    const { container } = render(<Plane view={view([cheap])} focus={undefined} />)
    expect(container.innerHTML).not.toContain('NaN')
  })

  it('says of each what it costs, which variant and when, and who beats it', () => {
    expect(said(cheap)).toBe('16 GiB, 2026-05-04')
    expect(said({ ...cheap, said: '' })).toBe('2026-05-04')
    expect(lineWords(beaten, 'EUR')).toBe(
      'Ostrel Fen 3: index 55 for 900 EUR (16 GiB, 2026-05-04); Ostrel Fen 1 is both better and cheaper',
    )
    expect(lineWords(cheap, 'EUR')).toContain('nobody is both better and cheaper')
  })
})
