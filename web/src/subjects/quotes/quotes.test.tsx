import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { figureNumber, placeNumber, ratioNumber } from '../../figures/numbers'
import type { Figure } from '../../figures/take'
import { Reply, serve, show } from '../../testing'
import { chosenAgain, keptChoice } from '../../ui/figure-choice'
import { FigureWays } from '../FigureWays'
import { lookAddress, lookedAtFor } from './look'
import { basesOf, fittingNumbers, numberLine } from './numbers'

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

Element.prototype.scrollIntoView = () => undefined

const numbers = [
  figureNumber('Genround · film', 'Nook 3', '1 890', 1890, { unit: 's', lessIsBetter: true }),
  figureNumber('Genround · film', 'Nook 2', '2 110', 2110, { unit: 's', lessIsBetter: true }),
  ratioNumber('Genround · film', 'Nook 3', 'Nook 2', 1.116, { low: 1.1, high: 1.13 }),
  placeNumber('place', 'Nook 3', 3, 44),
]

const figure = (rows: readonly string[] = ['film', 'rain', 'thread']): Figure => ({
  title: 'Genround',
  about: 's',
  source: 'Yarrowmark',
  width: 100,
  height: 20,
  drawing: <rect width={rows.length} height={8} />,
  table: [['test'], ...rows.map((r) => [r])],
  numbers,
  choice: {
    what: 'tests',
    names: rows,
    of: (kept) => figure(rows.filter((_, i) => kept.has(i))),
  },
})

describe('numbers of a figure', () => {
  it('say what they are in a line', () => {
    expect(numbers.map(numberLine)).toEqual([
      'Genround · film: Nook 3: 1 890 s',
      'Genround · film: Nook 2: 2 110 s',
      'Genround · film: Nook 3 against Nook 2: +11.6\u2009%',
      'place: Nook 3: 3 of 44',
    ])
  })

  it('are found by words in any order, and by digits with or without blanks', () => {
    expect(fittingNumbers(numbers, 'nook 3 film')).toHaveLength(2)
    expect(fittingNumbers(numbers, '1890')).toEqual([numbers[0]])
    expect(fittingNumbers(numbers, '1 890 s')).toEqual([numbers[0]])
    expect(fittingNumbers(numbers, 'rain')).toEqual([])
  })

  it('are held against others of the same only', () => {
    expect(basesOf(numbers, { of: 'Genround · film', subject: 'Nook 3', base: '' })).toEqual(['Nook 2'])
    expect(basesOf(numbers, { of: 'place', subject: 'Nook 3', base: '' })).toEqual([])
  })
})

describe('a figure that is looked at again', () => {
  it('has the rows that were chosen by name, whatever came between them', () => {
    const kept = keptChoice(figure(), '', { kind: 'these', count: '1', these: new Set([0, 2]) })
    expect(chosenAgain(figure(['film', 'water', 'rain', 'thread']), kept).table).toEqual([
      ['test'],
      ['film'],
      ['thread'],
    ])
    expect(keptChoice(figure(), '', { kind: 'all', count: '1', these: new Set() })).toBe('')
    expect(chosenAgain(figure(), '').table).toHaveLength(4)
  })

  it('is asked for in the address of a frame, and nowhere else', () => {
    const wanted = { name: 'Genround # 1', choice: '{"way":""}' }
    const address = lookAddress('/standings?kind=MINI#old', wanted)
    expect(address.startsWith('/standings?kind=MINI#look=')).toBe(true)
    const hash = address.slice(address.indexOf('#'))
    expect(lookedAtFor(hash)).toBeNull()
    vi.stubGlobal('parent', {})
    expect(lookedAtFor(hash)).toEqual(wanted)
    expect(lookedAtFor('')).toBeNull()
  })

  it('tells the page around it what it says', async () => {
    const said: { name: string; content: Schemas['FigureContent'] }[] = []
    vi.stubGlobal('parent', { postMessage: (m: (typeof said)[number]) => said.push(m) })
    const kept = keptChoice(figure(), '', { kind: 'first', count: '2', these: new Set() })
    window.location.hash = lookAddress('', { name: 'Genround', choice: kept })
    serve({})
    show(<FigureWays figure={figure} />, '/standings')
    await waitFor(() => {
      expect(said).toHaveLength(1)
    })
    expect(said[0]?.name).toBe('Genround')
    expect(said[0]?.content.table).toEqual([['test'], ['film'], ['rain']])
    window.location.hash = ''
  })
})

const ways: Schemas['NumberWay'][] = [
  { as: 'TIMES', text: '1.12 times', words: 'against Nook 2', about: 'x' },
  { as: 'GAIN', text: '12 %', words: 'faster or better than Nook 2', about: 'y' },
]

describe('quoting a number', () => {
  it('puts it in as it was chosen, with the figure it hangs on', async () => {
    const sent = serve({
      'GET /api/v1/write-ups': [{ id: 3, title: 'A small box' }],
      'POST /api/v1/write-ups/number-ways': ways,
      'POST /api/v1/write-ups/3/numbers': new Reply(201, { number: 1 }),
    })
    show(<FigureWays figure={figure} />, '/standings?kind=MINI')
    fireEvent.keyDown(window, { key: 'q' })
    fireEvent.change(await screen.findByLabelText('Which number'), { target: { value: 'against' } })
    fireEvent.click(await screen.findByText('+11.6 %'))
    fireEvent.click(await screen.findByText('12 %'))
    fireEvent.click(screen.getByText('Put it in'))
    expect(await screen.findByText('“12 %” stands at the end of “A small box”.')).toBeTruthy()
    const asked = sent.find((s) => s.path.endsWith('/number-ways'))?.body as Schemas['NumberQuestion']
    expect(asked.base).toBe('Nook 2')
    expect(asked.numbers, 'those of another are not needed').toHaveLength(3)
    const body = sent.find((s) => s.path.endsWith('/numbers'))?.body as Schemas['NewNumber']
    expect(body.number).toEqual({ of: 'Genround · film', subject: 'Nook 3', base: 'Nook 2', as: 'GAIN' })
    expect(body.source).toEqual({ address: '/standings?kind=MINI', name: 'Genround', choice: '' })
    expect(body.content.numbers).toHaveLength(4)
  })

  it('says so where a figure has no numbers', async () => {
    serve({})
    show(<FigureWays figure={() => ({ ...figure(), numbers: [] })} />, '/inside')
    fireEvent.click(screen.getByText('Quote a number'))
    expect(await screen.findByText(/no numbers that can be quoted one by one/)).toBeTruthy()
  })
})
