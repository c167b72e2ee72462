import { fireEvent, render, screen, waitFor, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { serve, show, strip } from '../../testing'
import { question } from './address'
import { comparisonFigure } from './figure'
import { blocks } from './rows'
import { SideBySidePage } from './SideBySidePage'
import { subjectName, title } from './words'

type View = Schemas['ComparisonView']
type Cell = Schemas['ComparedTest']['cells'][number]
type Test = Schemas['ComparedTest']

const subject = (n: number, over: Partial<Schemas['SubjectView']> = {}): Schemas['SubjectView'] => ({
  key: `setup-${String(n)}`,
  name: 'Ostrel Fen 13',
  detail: `setup ${String(n)}`,
  kind: 'LAPTOP',
  tuned: false,
  origin: '',
  setupId: n,
  modelId: 1,
  setups: 1,
  ...over,
})
const difference = (times: number, verdict: Schemas['Difference']['verdict']): Schemas['Difference'] => ({
  times,
  low: times * 0.99,
  high: times * 1.01,
  shown: times - 1,
  shownLow: times * 0.99 - 1,
  shownHigh: times * 1.01 - 1,
  amount: false,
  look: 1,
  confidence: 0.95,
  ...(verdict === undefined ? {} : { verdict }),
})
const cell = (value: number, over: Partial<Schemas['ComparedScore']> = {}): Cell => ({
  kind: 'SCORE',
  value,
  decimals: 0,
  count: 3,
  days: 1,
  doubtful: false,
  readings: [value - 1, value, value + 1],
  reach: 0.005,
  sources: [],
  ...over,
})
const test = (key: string, cells: readonly Cell[], over: Partial<Test> = {}): Test => ({
  suiteId: 3,
  suite: 'Kernmill',
  version: '3',
  metric: key,
  name: key,
  unit: 'MB/s',
  scale: 'RATIO',
  better: 'HIGHER',
  group: 'PROCESSOR',
  total: false,
  settings: '',
  cells: [...cells],
  ...over,
})
const summary = (n: number, over: Partial<Schemas['ComparedSummary']> = {}): Schemas['ComparedSummary'] => ({
  subject: n,
  tests: 3,
  of: 3,
  mean: difference(1.04, 'AHEAD'),
  ahead: 2,
  behind: 0,
  even: 0,
  undecided: 1,
  unknown: 0,
  readAhead: 0,
  readBehind: 0,
  suites: [],
  caveats: [],
  ...over,
})
const view: View = {
  revision: 4,
  threshold: 0.01,
  basis: 'GAIN',
  subjects: [subject(11), subject(12)],
  reference: 1,
  differs: [
    {
      subject: 0,
      key: 'memory.size',
      name: 'Memory',
      group: 'MEMORY',
      before: '8 GiB',
      after: '16 GiB',
      standing: 'MEANT',
      affects: ['MEMORY'],
    },
    {
      subject: 0,
      key: 'memory.channels',
      name: 'Channels',
      group: 'MEMORY',
      before: 'one',
      after: 'two',
      standing: 'UNMEANT',
      affects: ['PROCESSOR'],
    },
  ],
  together: [],
  groups: [
    {
      group: 'PROCESSOR',
      summaries: [summary(0, { caveats: ['Channels'] })],
      tests: [
        test('Weave', [cell(1020, { difference: difference(1.02, 'AHEAD') }), cell(1000)]),
        test('Sieve', [
          cell(101, {
            difference: {
              ...difference(1.01, 'UNDECIDED'),
              more: { aim: 'A_LEAD', answer: 'ABOUT', days: 2, runs: 5, hasDays: 1, hasRuns: 3 },
            },
          }),
          cell(100),
        ]),
        test('Forge', [{ kind: 'GAP', gap: 'failed: it crashed' }, cell(50)]),
        test(
          'Total',
          [
            cell(1071, {
              difference: difference(1.05, 'AHEAD'),
              sources: [
                { metric: 'weave', name: 'Weave', share: 20 },
                { metric: 'sieve', name: 'Sieve', share: 1 },
              ],
            }),
            cell(1050),
          ],
          { total: true, unit: '{point}' },
        ),
      ],
    },
  ],
  apart: [{ subject: 0, suite: 'Webspan', tests: 3, reason: 'version 1 and version 2 are different tests' }],
  ticks: [{ times: 1.02, shown: 0.02 }],
}
const server = (over: Partial<View> = {}) => ({
  'GET /api/v1/sittings': strip,
  'GET /api/v1/models': [],
  'GET /api/v1/comparison': { ...view, ...over },
})
const address = '/side-by-side?s=setup-11&s=setup-12'

describe('side by side', () => {
  it('hangs every test on the line with its values, interval and verdict', async () => {
    serve(server())
    show(<SideBySidePage />, address)
    expect(await screen.findByText('Ostrel Fen 13: setup 11, against setup 12')).toBeTruthy()
    const row = document.querySelector<HTMLElement>('tr[data-test=Weave]')
    if (!row) throw new Error('no row')
    expect(within(row).getByText('+2.0 %')).toBeTruthy()
    expect(within(row).getByText('±1.0')).toBeTruthy()
    expect(row.dataset.verdict).toBe('AHEAD')
    expect(
      screen.getByLabelText('Kernmill, Weave: +2.0 %, 95 % interval +1.0 % to +3.0 %, ahead'),
    ).toBeTruthy()
  })

  it('shows how far another choice of tests could lead, under the interval on these tests', async () => {
    serve(server())
    const { unmount } = show(<SideBySidePage />, address)
    expect(await screen.findByText('too few tests to generalise')).toBeTruthy()
    unmount()
    const wide = { ...difference(1.04, undefined), low: 0.95, high: 1.14, shownLow: -0.05, shownHigh: 0.14 }
    const groups = view.groups.map((g) => ({ ...g, summaries: [summary(0, { anyTests: wide })] }))
    serve(server({ groups }))
    show(<SideBySidePage />, address)
    expect(await screen.findByText(/kind of work −5\.0.% to \+14\.0.%/)).toBeTruthy()
    expect(screen.getByLabelText(/^Processor: kind of work/)).toBeTruthy()
    const figure = comparisonFigure(
      { ...view, groups },
      blocks({ ...view, groups }, { sort: 'group', telling: false, open: [] }, (g) => g),
      question(new URLSearchParams('s=setup-11&s=setup-12')),
    )
    expect(figure.table.at(-1)?.[3]).toBe('geometric mean, for this kind of work')
    expect(render(<svg>{figure.drawing}</svg>).container.textContent).toContain('Kind of work')
  })

  it('says why a side is missing, what was not meant and what it can touch', async () => {
    serve(server())
    show(<SideBySidePage />, address)
    expect(await screen.findByText('reference only: failed: it crashed')).toBeTruthy()
    expect(screen.getByText(/not meant: channels/)).toBeTruthy()
    expect(document.querySelector('[data-standing=UNMEANT]')?.getAttribute('title')).toContain(
      'can touch processor',
    )
    expect(screen.getByText(/version 1 and version 2 are different tests/)).toBeTruthy()
  })

  it('tells where a total came from and what would decide', async () => {
    serve(server())
    show(<SideBySidePage />, address)
    expect((await screen.findByTestId('sources')).textContent).toContain('Weave explains nearly all of it')
    expect(screen.getByTestId('deciding').textContent).toContain(
      'about 2 more runs on each side, on the same day, would show a lead',
    )
  })

  it('asks anew for another basis, and for another reference by its number key', async () => {
    const sent = serve(server())
    show(<SideBySidePage />, address)
    fireEvent.click(await screen.findByRole('radio', { name: 'times as fast' }))
    await vi.waitFor(() => {
      expect(sent.some((s) => s.path.includes('basis=TIMES_AS_FAST'))).toBe(true)
    })
    fireEvent.keyDown(window, { key: '1' })
    await vi.waitFor(() => {
      expect(sent.some((s) => s.path.includes('reference=0'))).toBe(true)
    })
  })

  it('puts many on one scale in a matrix', async () => {
    const three = view.groups.map((g) => ({
      ...g,
      summaries: [summary(0), summary(2, { mean: difference(0.9, 'BEHIND') })],
      tests: g.tests.map((t) => ({
        ...t,
        cells: [...t.cells, cell(7, { difference: difference(0.9, 'BEHIND') })],
      })),
    }))
    serve(
      server({
        subjects: [...view.subjects, subject(13, { name: 'Corvane Nook 2', detail: '' })],
        groups: three,
      }),
    )
    show(<SideBySidePage />, `${address}&s=setup-13&ref=1`)
    expect(await screen.findByTestId('matrix')).toBeTruthy()
    expect(screen.getByText('2 against Ostrel Fen 13, setup 12')).toBeTruthy()
    expect(screen.getAllByLabelText(/^Corvane Nook 2: .*behind$/)).toHaveLength(5)
  })

  it('says of several what differs only where something was set up', async () => {
    const fact = view.differs[0]
    serve(
      server({
        subjects: [
          subject(11),
          subject(12, { detail: 'as shipped' }),
          subject(13),
          { ...subject(14, { key: 'claim-1', detail: 'as claimed' }), setupId: undefined },
        ],
        differs: fact ? [{ ...fact, subject: 0 }] : [],
      }),
    )
    show(<SideBySidePage />, `${address}&s=setup-13&s=claim-1&ref=1`)
    expect((await screen.findByTestId('differs')).querySelector('summary')?.textContent).toBe(
      'Differs from the reference: setup 11 in 1 fact; setup 13 in nothing known',
    )
  })

  it('tells a model from the very setup that speaks for it', () => {
    const both = [subject(11), subject(12, { key: 'model-1', detail: 'setup 11' })]
    expect(both.map((s) => subjectName(s, both))).toEqual(['setup 11', 'the model, setup 11'])
    expect(title({ ...view, subjects: both, reference: 0 })).toBe(
      'Ostrel Fen 13: the model, setup 11, against setup 11',
    )
  })

  it('folds long groups to what stands out, and opens them', async () => {
    const many = Array.from({ length: 30 }, (_, i) =>
      test(`T${String(i)}`, [
        cell(100, { difference: difference(1 + i / 100, i > 5 ? 'AHEAD' : 'EVEN') }),
        cell(100),
      ]),
    )
    serve(server({ groups: [{ group: 'PROCESSOR', summaries: [summary(0)], tests: many }] }))
    show(<SideBySidePage />, address)
    const more = await screen.findByText('27 more')
    expect([...document.querySelectorAll('tr[data-test]')].map((r) => r.getAttribute('data-test'))).toEqual([
      'T29',
      'T28',
      'T27',
    ])
    fireEvent.click(more)
    await vi.waitFor(() => {
      expect(document.querySelectorAll('tr[data-test]')).toHaveLength(30)
    })
  })

  it('says that nothing stands out rather than showing nothing', async () => {
    const even = [test('Weave', [cell(100, { difference: difference(1, 'EVEN') }), cell(100)])]
    serve(server({ groups: [{ group: 'PROCESSOR', summaries: [summary(0)], tests: even }] }))
    show(<SideBySidePage />, `${address}&only=telling`)
    expect(await screen.findByText('Nothing stands out: no test shows a lead.')).toBeTruthy()
  })

  it('with one alone says what to do, and finds another', async () => {
    serve({
      ...server(),
      'GET /api/v1/sittings': [],
      'GET /api/v1/search': [
        { kind: 'MODEL', title: 'Corvane Nook 2', about: 'mini', place: { at: 'MODEL', id: 5 } },
        { kind: 'RUN', title: 'a run', about: '', place: { at: 'RUN', id: '1' } },
      ],
    })
    show(<SideBySidePage />, '/side-by-side?s=setup-11')
    fireEvent.click(await screen.findByText('Choose what to hold it against'))
    fireEvent.change(screen.getByRole('combobox'), { target: { value: 'nook' } })
    const options = await screen.findAllByRole('option')
    expect(options).toHaveLength(1)
    fireEvent.keyDown(screen.getByRole('combobox'), { key: 'Enter' })
    expect(await screen.findByTestId('plumb')).toBeTruthy()
  })

  it('says in its caveats which numbers rest on a single run, and which are missing and why', () => {
    const [group] = view.groups
    const tests = (group?.tests ?? []).map((t) => ({
      ...t,
      cells: t.cells.map((c) => (c.kind === 'SCORE' ? { ...c, readings: [1] } : c)),
    }))
    const single = { ...view, groups: group ? [{ ...group, tests }] : [] }
    const shown = blocks(single, { sort: 'group', telling: false, open: ['PROCESSOR'] }, (g) => g)
    const figure = comparisonFigure(single, shown, question(new URLSearchParams('s=setup-11&s=setup-12')))
    const told = figure.caveats?.join('\n') ?? ''
    expect(told).toContain('All 4 tests shown rest on a single run, on one side at least.')
    expect(told).toMatch(/No number: .*Forge of setup 1[12]: failed: it crashed\./)
  })

  it('says which leads stand alone, and where tests are looked at again', () => {
    const told = (change: Partial<Schemas['Difference']>) => {
      const groups = view.groups.map((g) => ({
        ...g,
        tests: g.tests.map((t) => ({
          ...t,
          cells: t.cells.map((c) =>
            c.kind === 'SCORE' && c.difference ? { ...c, difference: { ...c.difference, ...change } } : c,
          ),
        })),
      }))
      const shown = blocks(
        { ...view, groups },
        { sort: 'group', telling: false, open: ['PROCESSOR'] },
        (g) => g,
      )
      const asked = question(new URLSearchParams('s=setup-11&s=setup-12'))
      return comparisonFigure({ ...view, groups }, shown, asked).caveats?.join('\n') ?? ''
    }
    expect(told({ verdict: 'AHEAD', counted: 'UNDECIDED' })).toMatch(
      /Ahead or behind alone, and not among all tests: .*Weave/,
    )
    expect(told({ verdict: 'AHEAD', counted: 'AHEAD' })).not.toContain('alone')
    expect(told({ look: 3, confidence: 0.978 })).toContain('looked at again after runs were added')
    expect(told({ look: 1 })).not.toContain('looked at again')
  })

  it('can be taken with every test in its data, shown or folded', () => {
    const asked = question(new URLSearchParams('s=setup-11&s=setup-12'))
    const shown = blocks(view, { sort: 'group', telling: true, open: [] }, (g) => g)
    const figure = comparisonFigure(view, shown, asked)
    expect(figure.title).toBe('Ostrel Fen 13: setup 11, against setup 12')
    expect(figure.about).toContain('Gain on the reference')
    // A head, four tests on two sides, and the mean of the group; three tests do not speak for their kind.
    expect(figure.table).toHaveLength(10)
    expect(figure.table.at(-1)?.slice(3, 14)).toEqual([
      'geometric mean of 3 of 3 tests, on these tests',
      '',
      'higher',
      '',
      'Ostrel Fen 13, setup 11',
      '',
      '',
      '1.04',
      String(1.04 * 0.99),
      String(1.04 * 1.01),
      'ahead',
    ])
    expect(figure.table.find((r) => r[3] === 'Forge' && r[14] !== '')?.[14]).toBe('failed: it crashed')
    expect(figure.notes).toEqual([
      'Kernmill 3.',
      '2 of 4 tests shown.',
      'Differs from the reference as it was meant to: memory 8 GiB → 16 GiB.',
    ])
    expect(figure.caveats).toEqual([
      'Differs from the reference and was not meant to: channels one → two.',
      'All 2 tests shown rest on runs of one day, on one side at least; how far numbers move from day to day is taken from other setups, or assumed.',
    ])
    const drawn = render(<svg>{figure.drawing}</svg>).container
    expect(drawn.textContent).toContain('Kernmill, Weave')
    expect(drawn.textContent).not.toContain('Forge')
  })

  it('shows the value of everybody, and four along two facts as a table of cells', async () => {
    const d = (times: number, verdict?: Schemas['Difference']['verdict']) => difference(times, verdict)
    const four = [11, 12, 13, 14].map((n) => subject(n))
    const own = (value: number, times?: number) =>
      cell(value, times === undefined ? {} : { difference: d(times, 'AHEAD') })
    const group: View['groups'][number] = {
      group: 'GRAPHICS',
      summaries: [1, 2, 3].map((n) => summary(n)),
      tests: [test('Ridge', [own(80), own(120, 1.5), own(88, 1.1), own(132, 1.65)])],
    }
    const cross = {
      rows: 'System',
      rowNames: ['Marram 14', 'Fenwin 11'],
      columns: 'Graphics',
      columnNames: ['Tarn 5', 'Tarn 7'],
      cells: [0, 1, 2, 3],
      tests: [
        {
          group: 'GRAPHICS' as const,
          tests: 1,
          columnInFirst: d(1.5, 'AHEAD'),
          columnInSecond: d(1.5, 'AHEAD'),
          rowInFirst: d(1.1, 'AHEAD'),
          rowInSecond: d(1.1, 'AHEAD'),
          both: d(1.65, 'AHEAD'),
          together: d(1, 'EVEN'),
        },
      ],
    }
    serve(server({ subjects: four, reference: 0, differs: [], groups: [group], apart: [], cross }))
    show(<SideBySidePage />, '/side-by-side?s=setup-11&s=setup-12&s=setup-13&s=setup-14&ref=0')
    const matrix = await screen.findByTestId('matrix')
    for (const value of ['80', '120', '88', '132']) expect(matrix.textContent).toContain(value)
    const table = screen.getByTestId('two-by-two')
    expect(table.textContent).toContain('System by graphics')
    expect(table.textContent).toContain('Fenwin 11 against Marram 14')
    expect(screen.getByTestId('together').textContent).toBe(
      'The two add: together they give what they give one by one.',
    )
    const q = question(new URLSearchParams('s=setup-11&s=setup-12&s=setup-13&s=setup-14&ref=0'))
    const whole: View = { ...view, subjects: four, reference: 0, differs: [], groups: [group], cross }
    const others =
      comparisonFigure(
        whole,
        blocks(whole, q, (g) => g),
        q,
      ).others ?? []
    expect(others.map((o) => o.words)).toEqual(['bars with values', 'two by two'])
    const drawn = render(<svg>{others[1]?.figure().drawing}</svg>).container.textContent
    expect(drawn).toContain('Fenwin 11 against Marram 14')
    expect(drawn).toContain('The two add')
    // Which tests a mean is over can be chosen only where there are more than two.
    expect(screen.getByLabelText('Tests that a mean is over')).toBeTruthy()
  })

  it('is drawn as bars with values of some tests too, gaps with their reasons', () => {
    const q = question(new URLSearchParams(address.slice(address.indexOf('?'))))
    const figure = comparisonFigure(
      view,
      blocks(view, q, (g) => g),
      q,
    )
    const bars = figure.others?.[0]?.figure()
    const words = (f: typeof bars) => render(<svg>{f?.drawing}</svg>).container.textContent
    expect(bars?.notes?.[0]).toContain('Kernmill 3')
    for (const text of ['Weave', '1\u2009020', '1\u2009000', '±0.5']) expect(words(bars)).toContain(text)
    const some = bars?.choice?.of(new Set([1]))
    expect(words(some)).toContain(bars?.choice?.names[1] ?? 'none')
    expect(words(some)).not.toContain('Weave')
    expect(some?.notes?.join(' ')).toContain(`1 of ${String(view.groups[0]?.tests.length ?? 0)} tests shown`)
  })

  it('judges the device in focus against what was picked, whichever came first', async () => {
    localStorage.setItem('yarrowmark.picks', 'setup-12\nsetup-11')
    const sent = serve(server())
    show(<SideBySidePage />, '/side-by-side')
    await screen.findByTestId('plumb')
    await waitFor(() => {
      expect(sent.some((s) => s.path.includes('subject=setup-11&subject=setup-12&reference=1'))).toBe(true)
    })
  })

  it('offers what belongs to the one that stands alone', async () => {
    serve({
      ...server(),
      'GET /api/v1/setups/11': { id: 11, modelId: 5, name: 'second module', parentId: 10, facts: [] },
      'GET /api/v1/models': [
        { id: 5, maker: 'Ostrel', name: 'Fen 13', kind: 'LAPTOP', details: { claims: [{}], tags: [] } },
      ],
    })
    show(<SideBySidePage />, '/side-by-side?s=setup-11')
    fireEvent.click(await screen.findByText('Choose what to hold it against'))
    expect(await screen.findByText('Ostrel Fen 13, as claimed')).toBeTruthy()
    expect(screen.getByText('Best of all laptops')).toBeTruthy()
    expect(screen.getByText('Ostrel Fen 13, before')).toBeTruthy()
  })

  it('explains its words where they stand', async () => {
    serve(server())
    show(<SideBySidePage />, address)
    fireEvent.click(await screen.findByText('Ahead or behind'))
    expect((await screen.findByRole('dialog')).textContent).toContain('The difference is there')
  })
})
