import { render } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { kernmill, pools, setup } from '../../testing'
import { scoresFigure } from './figure'

const model = { id: 5, maker: 'Ostrel', name: 'Fen 13', kind: 'LAPTOP' } as Schemas['ModelView']
const drift = (pools[0] ?? {}) as Schemas['ScorePoolView']
const unread: Schemas['ScorePoolView'] = {
  ...{ metric: 'wait', name: 'Wait', unit: 's', scale: 'RATIO', better: 'LOWER' },
  ...{ pool: [], scores: 0, plainPool: [], gap: 'not run' },
}
const own = (settings: Schemas['SuiteView']['settings']) =>
  scoresFigure(model, setup, [{ suite: { ...kernmill, settings }, pools: [drift, unread] }])

describe('the scores of a setup as a figure', () => {
  it('have values, intervals and places, and leave out what was not read', () => {
    const figure = own([])
    const text = render(<svg>{figure.drawing}</svg>).container.textContent
    for (const words of ['Kernmill, Total', '3\u2009117', '±0.4', '2 of 3']) expect(text).toContain(words)
    expect(text).not.toContain('Wait')
    expect(figure.title).toBe(`Ostrel Fen 13, ${setup.name}`)
    expect(figure.about).toContain('among laptops')
    expect(figure.table[1]?.slice(5)).toEqual(['3117', '3', '2', '3', '3117', '3'])
  })

  it('say which version of a suite they are of, with its settings, and how many of them are shown', () => {
    const figure = own([{ name: 'threads', value: '8' }])
    expect(figure.notes).toEqual([`Kernmill ${kernmill.version} (threads 8).`])
    expect(figure.choice?.of(new Set([0])).notes?.at(-1)).toBe('1 of 1 test shown.')
  })
})
