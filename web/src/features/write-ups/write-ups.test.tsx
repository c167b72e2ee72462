import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { Reply, serve, show } from '../../testing'
import { fittingFinds } from './editor/Finds'
import { WriteUpPage } from './WriteUpPage'
import { ShowPage } from './ShowPage'
import { WriteUpsPage } from './WriteUpsPage'
import { points } from './words'

afterEach(cleanup)

const figure: Schemas['FigureView'] = {
  number: 1,
  address: '/standings?kind=MINI',
  content: {
    title: 'Reed bed, 1080 lines',
    about: 'frames/s, more is better',
    notes: ['Memory differs: DDR4, DDR5.'],
    source: 'Yarrowmark, revision 7 of the scores',
    width: 400,
    height: 100,
    drawing: '<rect width="40" height="8"></rect>',
    table: [['device', 'frames/s']],
  },
  putBy: 'Wren Alder',
  putAt: '2026-05-04T09:05:00Z',
  used: true,
}

const view: Schemas['WriteUpView'] = {
  id: 3,
  slug: 'a-small-box',
  title: 'A small box',
  line: 'for hides',
  text: 'It is quick.\n\n::figure{number=1}\n',
  verdict: {
    verdict: 'Buy it.',
    forWhom: '',
    notForWhom: '',
    pros: ['quiet'],
    cons: [],
    lacks: [],
    next: [],
  },
  answers: [],
  figures: [figure],
  remarks: [],
  readers: [],
  states: [],
  state: 'DRAFT',
  madeBy: 'Wren Alder',
  madeAt: '2026-05-04T09:00:00Z',
  changedBy: 'Wren Alder',
  changedAt: '2026-05-04T09:05:00Z',
  edition: 4,
}

const claims: Schemas['SaidNumber'][] = [
  { text: '64.2', standing: 'FOUND', own: false, where: 'Reed bed: Nook', words: '' },
  { text: '12 m', standing: 'UNKNOWN', own: false, where: '', words: '' },
]

const server = {
  'GET /api/v1/write-ups/3/claims': claims,
  'GET /api/v1/write-ups/3': view,
  'GET /api/v1/models': [],
  'GET /api/v1/session': { name: 'Wren Alder', role: 'REVIEWER' },
}

describe('the list of write-ups', () => {
  it('says what one is while there is none', async () => {
    serve({ 'GET /api/v1/write-ups': [], 'GET /api/v1/models': [] })
    show(<WriteUpsPage />, '/write-ups')
    expect(await screen.findByText(/Nothing is written yet/)).toBeTruthy()
  })

  it('begins one with a title, and opens it', async () => {
    const sent = serve({
      'GET /api/v1/write-ups': [],
      'GET /api/v1/models': [],
      'POST /api/v1/write-ups': new Reply(201, view),
    })
    show(<WriteUpsPage />, '/write-ups', '/write-ups')
    fireEvent.click(await screen.findByText('Begin a write-up'))
    fireEvent.change(screen.getByLabelText('Title'), { target: { value: 'A small box' } })
    fireEvent.click(screen.getByRole('button', { name: 'Begin' }))
    expect(await screen.findByText('another view')).toBeTruthy()
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ title: 'A small box', line: '' })
  })
})

describe('a write-up', () => {
  it('shows its text with its figures, and what is open', async () => {
    serve(server)
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    expect((await screen.findByTestId('text')).textContent).toContain('It is quick.')
    expect(await screen.findByRole('img', { name: 'Reed bed, 1080 lines' })).toBeTruthy()
    const open = screen.getByTestId('points').textContent
    expect(open).toContain('One note under a figure has no word of yours')
    expect(open).toContain('Nobody put their name to it yet.')
  })

  it('keeps what is typed by itself, with the edition that was read', async () => {
    const kept = { ...view, title: 'A smaller box', edition: 5 }
    const sent = serve({ ...server, 'PUT /api/v1/write-ups/3': kept })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    fireEvent.change(await screen.findByLabelText('Title'), { target: { value: 'A smaller box' } })
    fireEvent.change(screen.getByLabelText('For'), { target: { value: 'quiet\nsmall\n' } })
    expect(screen.getByRole('status').textContent).toContain('not kept yet')
    await waitFor(
      () => {
        expect(screen.getByRole('status').textContent).toContain('kept')
        expect(sent.filter((s) => s.method === 'PUT')).toHaveLength(1)
      },
      { timeout: 4000 },
    )
    const body = sent.find((s) => s.method === 'PUT')?.body as Schemas['WriteUpEdit']
    expect(body.edition).toBe(4)
    expect(body.title).toBe('A smaller box')
    expect(body.text).toBe(view.text)
    expect(body.verdict.pros).toEqual(['quiet', 'small'])
  })

  it('shows both where somebody else kept another one, and overwrites nothing by itself', async () => {
    const current = { ...view, title: 'Their box', edition: 5 }
    const sent = serve({
      ...server,
      'PUT /api/v1/write-ups/3': () => new Reply(409, { detail: 'changed meanwhile', current }),
    })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    fireEvent.change(await screen.findByLabelText('Title'), { target: { value: 'My box' } })
    const both = await screen.findByTestId('overtaken', undefined, { timeout: 4000 })
    expect(both.textContent).toContain('Their box')
    expect(both.textContent).toContain('My box')
    expect(sent.filter((s) => s.method === 'PUT')).toHaveLength(1)
    fireEvent.click(screen.getByText('Take theirs'))
    await waitFor(() => {
      expect(screen.getByLabelText<HTMLInputElement>('Title').value).toBe('Their box')
    })
  })

  it('says which numbers are in no figure, and takes one’s own word for it', async () => {
    const sent = serve({ ...server, 'PUT /api/v1/write-ups/3': { ...view, edition: 5 } })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    expect(await screen.findByText('“12 m” is in no figure here')).toBeTruthy()
    expect(screen.getByText('1 of 2 stand in a figure of the text, or are your own word.')).toBeTruthy()
    fireEvent.click(screen.getByText('It is my own word'))
    await waitFor(
      () => {
        const body = sent.find((s) => s.method === 'PUT')?.body as Schemas['WriteUpEdit'] | undefined
        expect(body?.answers).toEqual([{ caveat: 'own word: 12 m', text: 'my own word' }])
      },
      { timeout: 4000 },
    )
  })

  it('is thrown away once one is sure, and the list is shown', async () => {
    const sent = serve({ ...server, 'DELETE /api/v1/write-ups/3': new Reply(204, null) })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    fireEvent.click(await screen.findByText('Throw it away …'))
    expect(sent.some((s) => s.method === 'DELETE')).toBe(false)
    fireEvent.click(await screen.findByRole('button', { name: 'Throw it away' }))
    expect(await screen.findByText('another view')).toBeTruthy()
    expect(sent.some((s) => s.method === 'DELETE')).toBe(true)
  })

  it('can be read and not changed by who only reads', async () => {
    serve({ ...server, 'GET /api/v1/session': { name: 'Ida Fell', role: 'READER' } })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    expect(await screen.findByText('See it as readers do')).toBeTruthy()
    await waitFor(() => {
      expect(screen.queryByText('Publish …')).toBeNull()
    })
    expect(screen.getByLabelText<HTMLInputElement>('Title').readOnly).toBe(true)
    expect(screen.queryByText('I read it, with my name')).toBeNull()
  })
})

describe('show', () => {
  it('turns the figures of the text by keys, in its order, and comes back', async () => {
    const second = { ...figure, number: 2, content: { ...figure.content, title: 'Overall' } }
    const text = '::figure{number=2}\n\n::figure{number=9}\n\n::figure{number=1}'
    serve({ 'GET /api/v1/write-ups/3': { ...view, text, figures: [figure, second] } })
    show(<ShowPage />, '/write-ups/3/show', '/write-ups/:id/show')
    expect(await screen.findByRole('heading', { name: 'Overall' })).toBeTruthy()
    fireEvent.keyDown(window, { key: 'ArrowRight' })
    expect(screen.getByRole('heading', { name: 'Reed bed, 1080 lines' })).toBeTruthy()
    expect(screen.getByRole('status').textContent).toBe('Figure 2 of 2')
    fireEvent.keyDown(window, { key: 'ArrowRight' })
    expect(screen.getByRole('status').textContent).toBe('Figure 2 of 2')
    fireEvent.keyDown(window, { key: 'Escape' })
    expect(await screen.findByText('another view')).toBeTruthy()
  })
})

describe('what is open', () => {
  const titles = (change: Partial<Schemas['WriteUpView']>) =>
    points({ ...view, ...change }).map((p) => `${p.kind} ${p.title}`)

  it('names figures that are not there, and those that are not in the text', () => {
    expect(titles({ text: '::figure{number=7}', figures: [{ ...figure, used: false }] })).toEqual(
      expect.arrayContaining(['open Figure 7 is not there', 'changed Figure 1 is not in the text']),
    )
  })

  it('is done once notes have a word, the verdict is said and somebody stands by it', () => {
    const done = titles({
      answers: [{ caveat: 'Memory differs: DDR4, DDR5.', text: 'That is what you get.' }],
      readers: [{ who: 'Ida Fell', at: view.madeAt, changedSince: false }],
    })
    expect(done.every((t) => t.startsWith('done'))).toBe(true)
  })

  it('tells a name that stands from one that was put before a change', () => {
    const before = points({ ...view, readers: [{ who: 'Ida Fell', at: view.madeAt, changedSince: true }] })
    expect(before.find((p) => p.title === 'Second reader')?.words).toBe(
      'Ida Fell read it before it was changed.',
    )
  })
})

it('finds figures by any of their words', () => {
  const finds = [
    { number: 1, title: 'Reed bed, 1080 lines' },
    { number: 2, title: 'Overall' },
  ]
  expect(fittingFinds(finds, 'lines reed').map((f) => f.number)).toEqual([1])
  expect(fittingFinds(finds, 'figure 2').map((f) => f.number)).toEqual([2])
  expect(fittingFinds(finds, '')).toHaveLength(2)
  expect(fittingFinds(finds, 'nothing')).toEqual([])
})
