import { fireEvent, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { serve, show } from '../../testing'
import { TakeOut, takeOutAddress } from './TakeOut'
import { ImportPage } from './import/ImportPage'
import { deskInWords } from './import/DeskIn'

describe('everything out', () => {
  it('leads to the desk and to the tables, of a kind where one is chosen', async () => {
    serve({
      'GET /api/v1/models': [{ id: 1, maker: 'Ostrel', name: 'Fen', kind: 'LAPTOP', units: [] }],
      'GET /api/v1/facts': [{ key: 'memory.size', words: 'Memory', group: 'MEMORY' }],
    })
    show(<TakeOut />)
    fireEvent.click(screen.getByRole('button', { name: 'Take out' }))
    expect((await screen.findByText('Take desk.zip')).getAttribute('href')).toBe('/api/v1/desk.zip')
    expect(screen.getByText('Take scores.csv').getAttribute('href')).toBe('/api/v1/scores.csv?mark=true')
    expect(screen.getByText(/kept views and people to read/)).toBeTruthy()
    expect(takeOutAddress('readings.csv', 'LAPTOP', ['memory.size', 'system.name'], true)).toBe(
      '/api/v1/readings.csv?kind=LAPTOP&fact=memory.size&fact=system.name&mark=true',
    )
  })
})

describe('a desk in', () => {
  it('is taken in where a ZIP is chosen, and says what came of it', async () => {
    const rejected = [{ field: 'models[3] units[0]', message: 'there is no suite "x 1"' }]
    serve({
      'POST /api/v1/desk-zips': { models: 2, setups: 3, runs: 1200, known: 0, doubted: 0, rejected },
    })
    show(<ImportPage />)
    fireEvent.change(screen.getByTestId('table-file'), {
      target: { files: [new File(['x'], 'desk.zip')] },
    })
    fireEvent.click(await screen.findByRole('button', { name: 'Take it in' }))
    expect(await screen.findByText(/runs taken in, 1 could not be taken/)).toBeTruthy()
    expect(screen.getByText('there is no suite "x 1"')).toBeTruthy()
  })

  it('says one run and known runs as what they are', () => {
    const none = { models: 0, setups: 0, runs: 1, known: 4, doubted: 0, rejected: [] }
    expect(deskInWords(none)).toBe('1 run taken in, 4 were here already')
  })
})
