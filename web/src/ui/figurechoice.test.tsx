import { fireEvent, render, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Figure } from '../figures/take'
import { TakeFigure } from './TakeFigure'
import { keptOf } from './figure-choice'

const names = ['Fen', 'Carr', 'Skerry', 'Loam', 'Tarn']
const figure = (rows: readonly string[]): Figure => ({
  title: 'Places',
  about: '',
  source: '',
  width: 100,
  height: 100,
  drawing: <g />,
  table: [['subject'], ...rows.map((r) => [r])],
  choice: {
    what: 'places',
    names: rows,
    focus: 3,
    of: (kept) => figure(rows.filter((_, i) => kept.has(i))),
  },
})

describe('rows of a figure', () => {
  const kept = (kind: 'all' | 'first' | 'around' | 'these', count = '1', these: readonly number[] = []) => {
    const { choice } = figure(names)
    return choice ? [...keptOf(choice, { kind, count, these: new Set(these) })] : []
  }

  it('are all, the first, those around the one in focus, or some by name', () => {
    expect(kept('all')).toEqual([0, 1, 2, 3, 4])
    expect(kept('first', '2')).toEqual([0, 1])
    expect(kept('around', '1')).toEqual([2, 3, 4])
    expect(kept('these', '1', [4, 0])).toEqual([0, 4])
  })

  it('are all where none would be left', () => {
    expect(kept('these')).toHaveLength(5)
    expect(kept('first', 'some')).toHaveLength(5)
  })

  it('are chosen in the dialog', async () => {
    render(<TakeFigure figure={() => figure(names)} />)
    fireEvent.click(screen.getByText('Take figure'))
    expect((await screen.findByRole('combobox', { name: 'Which places' })).textContent).toContain(
      'all 5 places',
    )
    expect(screen.queryByText('Drawn as')).toBeNull()
  })
})
