import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import type { Figure } from '../figures/take'
import { Reply, serve, show } from '../testing'
import { FigureWays } from './FigureWays'

afterEach(cleanup)

// Nothing is laid out here, so nothing scrolls.
Element.prototype.scrollIntoView = () => undefined

const figure: Figure = {
  title: 'Reed bed',
  about: 'frames/s, more is better',
  notes: ['Memory differs.'],
  source: 'Yarrowmark',
  width: 100,
  height: 20,
  drawing: <rect width={40} height={8} fill="var(--gold)" />,
  table: [
    ['device', 'frames/s'],
    ['Nook', '64.2'],
  ],
}

const kept = {
  number: 1,
  source: { address: '/standings' },
  content: {},
  putBy: 'Wren',
  putAt: '',
  used: true,
}

it('puts a figure into a new write-up, with its drawing, its notes and where it opens again', async () => {
  const sent = serve({
    'GET /api/v1/write-ups': [],
    'POST /api/v1/write-ups': new Reply(201, { id: 3 }),
    'POST /api/v1/write-ups/3/figures': new Reply(201, kept),
  })
  show(<FigureWays figure={() => figure} />, '/standings?kind=MINI')
  fireEvent.click(screen.getByText('Put into a write-up'))
  fireEvent.change(await screen.findByLabelText('What the new write-up is called'), {
    target: { value: 'A small box' },
  })
  fireEvent.click(screen.getByText('Put it in'))
  expect(await screen.findByText('It is figure 1 of “A small box”.')).toBeTruthy()
  const body = sent.find((s) => s.path.endsWith('/figures'))?.body as Schemas['NewFigure']
  expect(body.source).toEqual({ address: '/standings?kind=MINI', name: 'Reed bed', choice: '' })
  expect(body.content.drawing).toBe('<rect width="40" height="8" fill="var(--gold)"></rect>')
  expect(body.content.notes).toEqual(['Memory differs.'])
  expect(body.content.table).toEqual(figure.table)
})

it('puts it in place of one that is there', async () => {
  const there = { ...kept, number: 4, content: { title: 'Old bed' } }
  const sent = serve({
    'GET /api/v1/write-ups': [{ id: 3, title: 'A small box' }],
    'GET /api/v1/write-ups/3': { id: 3, figures: [there] },
    'PUT /api/v1/write-ups/3/figures/4': there,
  })
  show(<FigureWays figure={() => figure} />, '/standings')
  fireEvent.click(screen.getByText('Put into a write-up'))
  fireEvent.keyDown(await screen.findByRole('combobox', { name: 'Place' }), { key: 'ArrowDown' })
  fireEvent.click(await screen.findByText('in place of figure 4: Old bed'))
  fireEvent.click(screen.getByText('Put it in'))
  await waitFor(() => {
    expect(sent.some((s) => s.method === 'PUT' && s.path.endsWith('/figures/4'))).toBe(true)
  })
})
