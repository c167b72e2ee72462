import { fireEvent, screen, waitFor } from '@testing-library/react'
import { Route, Routes, useLocation } from 'react-router'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../../api/client'
import { Reply, kernmill, serve, setup, show, strip } from '../../../testing'
import { ImportPage } from './ImportPage'
import { columnsToTest } from './NewSuite'
import { lacking, ofSuite, saying, sayingOf, sayings, withOwn } from './settings'
import { SetupAddress } from '../SetupAddress'

const long: Schemas['ImportSettings'] = {
  separator: ',',
  header: ['Model', 'Suite', 'Part', 'Score'],
  shape: 'LONG',
  columns: { DEVICE: 'Model', SUITE: 'Suite', METRIC: 'Part', VALUE: 'Score' },
  metrics: {},
}
const wide: Schemas['ImportSettings'] = {
  separator: ',',
  header: ['Model', 'Weave'],
  shape: 'WIDE',
  columns: { DEVICE: 'Model' },
  metrics: { Weave: 'weave' },
  suite: 'kernmill 3',
}
const without = (settings: Schemas['ImportSettings'], role: keyof Schemas['ImportSettings']['columns']) => {
  const columns = { ...settings.columns }
  Reflect.deleteProperty(columns, role)
  return { ...settings, columns }
}

describe('what a table lacks', () => {
  it('is nothing where every line can be understood', () => {
    expect(lacking(long)).toBeUndefined()
    expect(lacking(wide)).toBeUndefined()
    expect(lacking({ ...without(long, 'SUITE'), suite: 'kernmill 3' })).toBeUndefined()
  })
  it.each([
    ['names the device', without(long, 'DEVICE')],
    ['Choose the suite', without(long, 'SUITE')],
    ['names the test', without(long, 'METRIC')],
    ['with the value', without(long, 'VALUE')],
    ['at least one test', { ...wide, metrics: {} }],
  ])('is said where it %s', (words, settings) => {
    expect(lacking(settings)).toContain(words)
  })
})

describe('what a column says', () => {
  it('is one thing, and nothing else says the same', () => {
    const moved = saying(wide, 'Model', 'metric weave')
    expect(sayingOf(moved, 'Model')).toBe('metric weave')
    expect(sayingOf(moved, 'Weave')).toBe('')
    expect(lacking(moved)).toBe('Choose the column that names the device.')
    const fact = saying(wide, 'Weave', 'fact memory.size')
    expect([sayingOf(fact, 'Weave'), fact.metrics]).toEqual(['fact memory.size', {}])
  })
  it('tells whether a row is a reading or a run', () => {
    expect(saying(saying(wide, 'Model', 'role METRIC'), 'Weave', 'role VALUE').shape).toBe('LONG')
    expect(saying(long, 'Score', '').shape).toBe('WIDE')
  })
  it('follows the suite that is chosen, with units behind the names left aside', () => {
    const bare = { ...wide, header: ['Model', 'Weave (points)', 'Colour'], metrics: {} }
    expect(ofSuite(bare, kernmill).metrics).toEqual({ 'Weave (points)': 'weave' })
    expect(ofSuite(ofSuite(bare, kernmill), undefined).suite).toBeUndefined()
  })
  it('must be decided by a person where its numbers could be read in two ways', () => {
    const unsure = { name: 'Weave', marks: 'COMMA' as const, sure: false, mixed: false, samples: [] }
    expect(lacking(wide, [unsure])).toBe('Say how the numbers of “Weave” are to be read.')
    expect(lacking(wide, [{ ...unsure, sure: true }])).toBeUndefined()
    expect(lacking(wide, [{ ...unsure, name: 'Colour' }])).toBeUndefined()
  })
})

describe('a column that no fact is called by', () => {
  const facts = [
    { key: 'browser.build', words: 'Built for', also: ['Build'], groupWords: 'Browser' },
  ] as unknown as Schemas['FactKeyView'][]
  it('can be a new fact of that name', () => {
    const options = withOwn(sayings(kernmill, facts), 'Build kind', facts)
    expect(options.at(-1)).toMatchObject({ value: 'fact Build kind', label: 'Build kind' })
    expect(sayingOf(saying(wide, 'Weave', 'fact Build kind'), 'Weave')).toBe('fact Build kind')
  })
  it('is no other fact where one is called so', () => {
    const options = sayings(kernmill, facts)
    expect(withOwn(options, 'build', facts)).toEqual(options)
  })
})

describe('a suite of the columns', () => {
  it('has a test for each column of numbers, measured as its head or its cells say', () => {
    const settings = {
      ...wide,
      header: [
        'Model',
        'kernel',
        'read (MB/s)',
        'export',
        'idle',
        'Total',
        'Sleeps',
        'Colour',
        'noise (dB(A))',
      ],
      metrics: {},
      facts: { kernel: 'system.kernel' },
    }
    const rows = [['Fen 13', '7.4.0', '1204.5', '3:24:10', '4.1 W', '3057', 'Passed', 'grey', '28,5']]
    const preview = { settings, rows, remembered: false, sheets: [], columns: [] }
    expect(columnsToTest(settings, preview).map((t) => [t.name, t.unit, t.better, t.decimals])).toEqual([
      ['read', 'MB/s', 'HIGHER', '1'],
      ['export', 'minutes as m:ss', 'LOWER', '0'],
      ['idle', 'W', 'LOWER', '1'],
      ['Total', 'points', 'HIGHER', '0'],
      ['Sleeps', 'passed or failed', 'HIGHER', '0'],
      ['noise', 'dB(A)', 'LOWER', '0'],
    ])
  })
})

describe('the import page', () => {
  const choose = (...files: File[]) => {
    fireEvent.change(screen.getByTestId('table-file'), { target: { files } })
  }
  const open = (settings: Schemas['ImportSettings']) => {
    const sent = serve({
      'GET /api/v1/sittings': strip,
      'GET /api/v1/suites': [kernmill],
      'GET /api/v1/facts': [],
      'POST /api/v1/imports/previews': {
        settings,
        rows: [['Fen 13', '1.846']],
        remembered: false,
        sheets: [],
        columns: [
          {
            name: 'Weave',
            marks: 'COMMA',
            sure: false,
            mixed: false,
            samples: [{ text: '1.846', point: '1.846', comma: '1846' }],
          },
        ],
      },
      'POST /api/v1/imports': new Reply(422, { detail: 'table line 1: the first line names the columns' }),
    })
    show(<ImportPage />, '/catalogue/import', '/catalogue/import')
    return sent
  }

  it('shows the first rows, and waits until the suite is chosen', async () => {
    const bare = { ...wide }
    Reflect.deleteProperty(bare, 'suite')
    open(bare)
    choose(new File(['Model,Weave\nFen 13,1846\n'], 'list.csv'))
    expect(await screen.findByText('1.846')).toBeTruthy()
    expect(screen.getByText(/^Choose the suite/)).toBeTruthy()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Read the table' }).disabled).toBe(true)
  })
  it('waits until a person said how numbers are read that could be either', async () => {
    open(wide)
    choose(new File(['Model,Weave\nFen 13,1.846\n'], 'list.csv'))
    expect(await screen.findByText(/^Say how the numbers of “Weave”/)).toBeTruthy()
    fireEvent.click(screen.getByRole('radio', { name: /1.846 is 1\u2009846/ }))
    expect(screen.queryByText(/^Say how the numbers/)).toBeNull()
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Read the table' }).disabled).toBe(false)
  })
  it('takes one table or many run files, not both', async () => {
    open(wide)
    choose(new File(['a'], 'one.csv'), new File(['b'], 'two.csv'))
    expect(await screen.findByText('Choose one table, or any number of run files (.json).')).toBeTruthy()
    choose(new File(['{}'], 'a.json'), new File(['not'], 'b.json'))
    expect(await screen.findByText(/^is no run file: it lacks id, suite/)).toBeTruthy()
    expect(screen.getByText(/^is not JSON/)).toBeTruthy()
    expect(screen.queryByText('Choose one table, or any number of run files (.json).')).toBeNull()
  })
  it('forgets the run files when a table is chosen after them', async () => {
    open(wide)
    choose(new File(['{}'], 'a.json'))
    await screen.findByText(/^is no run file/)
    choose(new File(['Model,Weave\nFen 13,1846\n'], 'list.csv'))
    expect(await screen.findByText('1.846')).toBeTruthy()
    expect(screen.queryByText(/^is no run file/)).toBeNull()
  })
})

describe('the address of a setup', () => {
  const Where = () => {
    const { pathname, search } = useLocation()
    return <p data-testid="where">{pathname + search}</p>
  }
  const routes = (
    <Routes>
      <Route path="/catalogue/setups/:id" element={<SetupAddress />} />
      <Route path="*" element={<Where />} />
    </Routes>
  )
  it('leads to its model with that setup shown', async () => {
    serve({ 'GET /api/v1/setups/11': setup })
    show(routes, '/catalogue/setups/11')
    await waitFor(() => {
      expect(screen.getByTestId('where').textContent).toBe('/catalogue/models/1?setup=11')
    })
  })
  it('says so where there is none', async () => {
    serve({ 'GET /api/v1/setups/12': new Reply(404, { detail: 'There is no setup number 12.' }) })
    show(routes, '/catalogue/setups/12')
    expect(await screen.findByText(/There is no setup number 12/)).toBeTruthy()
  })
})
