import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { figureNumber } from '../../figures/numbers'
import { Reply, serve, show } from '../../testing'
import { fittingFinds } from './editor/Finds'
import { WriteUpPage } from './WriteUpPage'
import { ShowPage } from './ShowPage'
import { WriteUpsPage } from './WriteUpsPage'
import { rangeOf } from './passages'
import { rowEnds } from './rows'
import { heldWords, points, rewritten, whyWords } from './words'

afterEach(cleanup)

const figure: Schemas['FigureView'] = {
  number: 1,
  source: { address: '/standings?kind=MINI', name: 'Reed bed', choice: '' },
  content: {
    title: 'Reed bed, 1080 lines',
    about: 'frames/s, more is better',
    notes: ['Petal 2.'],
    caveats: ['Memory differs: DDR4, DDR5.'],
    source: 'Yarrowmark, revision 7 of the scores',
    width: 400,
    height: 100,
    drawing: '<rect width="40" height="8"></rect>',
    table: [['device', 'frames/s']],
    numbers: [],
  },
  putBy: 'Wren Alder',
  putAt: '2026-05-04T09:05:00Z',
  used: true,
  quoted: false,
  asOf: 7,
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
  asked: [],
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
  'GET /api/v1/write-ups/3/moves': { numbers: [], figures: [], unseen: 0 },
  'GET /api/v1/write-ups/unseen-figures': [],
  'GET /api/v1/models': [],
  'GET /api/v1/session': { name: 'Wren Alder', role: 'REVIEWER' },
}

describe('the list of write-ups', () => {
  it('says what one is while there is none', async () => {
    serve({ 'GET /api/v1/write-ups': [], 'GET /api/v1/models': [] })
    show(<WriteUpsPage />, '/write-ups')
    expect(await screen.findByText(/Nothing is written yet/)).toBeTruthy()
  })

  it('says which published numbers no longer hold, and which nobody looked at', async () => {
    const line = {
      state: 'PUBLISHED',
      madeBy: 'Wren Alder',
      changedBy: 'Wren Alder',
      readBy: [],
      waitsFor: [],
      line: '',
    }
    const lines = [1, 2, 3].map((id) => ({ ...line, id, title: `Box ${String(id)}`, changedAt: view.madeAt }))
    serve({
      'GET /api/v1/write-ups': lines,
      'GET /api/v1/write-ups/unseen-figures': [],
      'GET /api/v1/write-ups/published-moves': [
        { writeUp: 1, changed: ['64.2 → 65.5'], numbers: 4, seen: true },
        { writeUp: 2, changed: [], numbers: 4, seen: false },
        { writeUp: 3, changed: [], numbers: 4, seen: true },
      ],
    })
    show(<WriteUpsPage />, '/write-ups')
    expect((await screen.findByText('1 of 4 published numbers no longer hold')).title).toBe('64.2 → 65.5')
    expect(screen.getByText('not looked at since the scores changed')).toBeTruthy()
    expect(screen.getByText('its numbers hold')).toBeTruthy()
  })

  it('says what one is asked to read oneself, and who else is asked', async () => {
    const line = { state: 'DRAFT', madeBy: 'Wren Alder', changedBy: 'Wren Alder', readBy: [], line: '' }
    serve({
      'GET /api/v1/write-ups': [
        { ...line, id: 1, title: 'Box', changedAt: view.madeAt, waitsFor: ['Ida Fell', 'Tam Reed'] },
        { ...line, id: 2, title: 'Slate', changedAt: view.madeAt, waitsFor: ['Tam Reed'] },
      ],
      'GET /api/v1/write-ups/published-moves': [],
      'GET /api/v1/session': { name: 'Ida Fell', role: 'READER' },
    })
    show(<WriteUpsPage />, '/write-ups')
    expect((await screen.findByTestId('asked-of-me')).textContent).toBe('You are asked to read Box.')
    expect(screen.getByText('asked: Ida Fell, Tam Reed')).toBeTruthy()
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
    expect(open).toContain('One caveat of a figure has no word of yours')
    expect(open).toContain('Nobody put their name to it yet.')
  })

  it('keeps what is typed by itself, with the edition that was read', async () => {
    const kept = { ...view, title: 'A smaller box', edition: 5 }
    const sent = serve({ ...server, 'PUT /api/v1/write-ups/3': kept })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    fireEvent.change(await screen.findByLabelText('Title'), { target: { value: 'A smaller box' } })
    fireEvent.change(screen.getByLabelText('For'), { target: { value: 'quiet\nsmall\n' } })
    expect(screen.getByRole('status').textContent).toContain('not kept yet')
    await waitFor(() => {
      expect(screen.getByRole('status').textContent).toContain('kept')
      expect(sent.filter((s) => s.method === 'PUT')).toHaveLength(1)
    })
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
    const both = await screen.findByTestId('overtaken')
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
    expect(
      await screen.findByText('“12 m” is in no figure here, and in no score of a device that is named'),
    ).toBeTruthy()
    expect(screen.getByText('1 of 2 are what figures or scores say, or your own word.')).toBeTruthy()
    fireEvent.click(screen.getByText('It is my own word'))
    await waitFor(() => {
      const body = sent.find((s) => s.method === 'PUT')?.body as Schemas['WriteUpEdit'] | undefined
      expect(body?.answers).toEqual([{ caveat: 'own word: 12 m', text: 'my own word' }])
    })
  })

  it('says which numbers moved and why, renews the figure, and writes what it says', async () => {
    const about = 'figure=1 of="bed" subject="Nook" as=value'
    const wish = { of: 'bed', subject: 'Nook', base: '', as: 'VALUE' } as const
    const number = { text: '64.2', about, figure: 1, wish, words: 'bed: Nook' }
    const text = `It draws :number[64.2]{${about}}.`
    const now = { ...figure.content, source: 'revision 9' }
    const quoted = { ...view, text, figures: [{ ...figure, quoted: true, now }] }
    const why = [
      { what: 'DONE', times: 1 },
      { what: 'SET_ASIDE', times: 2 },
    ]
    let renewed = false
    const sent = serve({
      ...server,
      'GET /api/v1/write-ups/3': () => (renewed ? { ...quoted, edition: 5 } : quoted),
      'GET /api/v1/write-ups/3/moves': () =>
        renewed
          ? { numbers: [{ ...number, holding: 'DIFFERS', said: '65.5' }], figures: [], unseen: 0 }
          : {
              numbers: [{ ...number, holding: 'MOVED', said: '64.2', now: '65.5', within: true }],
              figures: [{ number: 1, title: 'Reed bed', changed: 1, of: 3, why }],
              unseen: 0,
            },
      'PUT /api/v1/write-ups/3/figures/1': () => {
        renewed = true
        return figure
      },
      'PUT /api/v1/write-ups/3': quoted,
    })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    expect(await screen.findByText('“64.2” is 65.5 now, still within its interval')).toBeTruthy()
    expect(screen.getByText('Figure 1: 1 of 3 numbers are others now')).toBeTruthy()
    expect(screen.getByText('“Reed bed”. Since it was put in: one run kept, 2 runs set aside.')).toBeTruthy()
    fireEvent.click(screen.getByText('Renew figure 1'))
    fireEvent.click(await screen.findByText('Write 65.5'))
    const put = sent.find((s) => s.path.endsWith('/figures/1'))?.body as Schemas['NewFigure']
    expect(put).toEqual({ source: figure.source, content: now })
    await waitFor(() => {
      const body = sent.find((s) => s.method === 'PUT' && s.path.endsWith('/3'))?.body
      expect((body as Schemas['WriteUpEdit'] | undefined)?.text).toBe(`It draws :number[65.5]{${about}}.`)
    })
  })

  it('looks at the views of its figures again, and keeps what they say', async () => {
    const source = figure.source
    let seen = false
    const sent = serve({
      ...server,
      'GET /api/v1/write-ups/unseen-figures': () =>
        seen
          ? []
          : [
              { writeUp: 8, number: 1, source },
              { writeUp: 3, number: 1, source },
            ],
      'PUT /api/v1/write-ups/3/figures/1/now': () => {
        seen = true
        return new Reply(204, null)
      },
    })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    const frame = await screen.findByTitle<HTMLIFrameElement>('A view that is looked at again')
    expect(frame.src).toContain('/standings?kind=MINI#look=')
    const tell = (name: string, title: string, origin: string) => {
      const data = { look: 'figure', name, content: { ...figure.content, title } }
      window.dispatchEvent(new MessageEvent('message', { data, origin }))
    }
    tell('Reed bed', 'Forged', 'https://elsewhere.example')
    tell('Another', 'Another', window.location.origin)
    tell('Reed bed', 'Half read', window.location.origin)
    tell('Reed bed', 'Reed bed', window.location.origin)
    await waitFor(() => {
      const kept = sent.filter((s) => s.path.endsWith('/now'))
      expect(kept.map((s) => (s.body as Schemas['FigureContent']).title)).toEqual(['Reed bed'])
    })
    await waitFor(() => {
      expect(screen.queryByText(/Looking whether/)).toBeNull()
    })
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

  it('puts a picture into the text, and says what it shows', async () => {
    vi.stubGlobal('createImageBitmap', () => Promise.resolve({ width: 40, height: 30 }))
    const placed = { number: 1, file: 'picture-1.png', name: 'front.png', width: 40, height: 30 }
    const sent = serve({
      ...server,
      'GET /api/v1/write-ups/3/evidence': [],
      'POST /api/v1/write-ups/3/pictures': new Reply(201, placed),
      'PUT /api/v1/write-ups/3': { ...view, edition: 5 },
    })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    fireEvent.click(await screen.findByText('Picture'))
    const ready = () => screen.getByText<HTMLButtonElement>('Put it in')
    fireEvent.change(screen.getByLabelText('Choose a file'), {
      target: { files: [new File(['x'], 'front.png', { type: 'image/png' })] },
    })
    expect(ready().disabled).toBe(true)
    fireEvent.change(screen.getByLabelText('What it shows, for who cannot see it'), {
      target: { value: 'The front' },
    })
    fireEvent.click(ready())
    const shown = await screen.findByAltText<HTMLImageElement>('The front')
    expect(shown.src).toContain('/api/v1/write-ups/3/picture-1.png')
    await waitFor(() => {
      const kept = sent.find((s) => s.method === 'PUT')?.body as Schemas['WriteUpEdit'] | undefined
      expect(kept?.text).toContain('It is quick.\n\n![The front](picture-1.png)\n\n')
    })
    expect(sent.find((s) => s.path.includes('/pictures'))?.method).toBe('POST')

    fireEvent.click(shown)
    fireEvent.change(await screen.findByLabelText('Line below it, if any'), {
      target: { value: 'As it came.' },
    })
    fireEvent.click(screen.getByText('Keep'))
    await waitFor(() => {
      expect(screen.getByAltText<HTMLImageElement>('The front').title).toBe('As it came.')
    })
  })

  it('asks for several that were dropped one after the other', async () => {
    vi.stubGlobal('createImageBitmap', () => Promise.resolve({ width: 40, height: 30 }))
    const placed = { number: 1, file: 'picture-1.png', name: 'a.png', width: 40, height: 30 }
    serve({
      ...server,
      'GET /api/v1/write-ups/3/evidence': [],
      'POST /api/v1/write-ups/3/pictures': new Reply(201, placed),
      'PUT /api/v1/write-ups/3': { ...view, edition: 5 },
    })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    const text = (await screen.findByText('It is quick.')).parentElement as HTMLElement
    const files = ['a.png', 'b.png'].map((name) => new File(['x'], name, { type: 'image/png' }))
    fireEvent.paste(text, { clipboardData: { files, types: ['Files'], getData: () => '' } })
    for (const name of ['a.png', 'b.png']) {
      expect(await screen.findByText(name)).toBeTruthy()
      fireEvent.change(screen.getByLabelText('What it shows, for who cannot see it'), {
        target: { value: name },
      })
      fireEvent.click(screen.getByText('Put it in'))
    }
    expect(await screen.findByAltText('b.png')).toBeTruthy()
    await waitFor(() => {
      expect(screen.queryByText('Put a picture in')).toBeNull()
    })
  })

  it('says which file is no picture, and sends nothing', async () => {
    vi.stubGlobal('createImageBitmap', () => Promise.reject(new Error('broken')))
    const sent = serve({ ...server, 'GET /api/v1/write-ups/3/evidence': [] })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    fireEvent.click(await screen.findByText('Picture'))
    fireEvent.change(screen.getByLabelText('Choose a file'), {
      target: { files: [new File(['x'], 'notes.png', { type: 'image/png' })] },
    })
    fireEvent.change(screen.getByLabelText('What it shows, for who cannot see it'), {
      target: { value: 'The front' },
    })
    fireEvent.click(screen.getByText('Put it in'))
    expect(await screen.findByText('notes.png is no picture that can be shown')).toBeTruthy()
    expect(sent.some((s) => s.path.includes('/pictures'))).toBe(false)
  })

  it('asks a second person, who then sees that they are asked', async () => {
    const sent = serve({
      ...server,
      'GET /api/v1/write-ups/second-readers': ['Ida Fell', 'Wren Alder'],
      'PUT /api/v1/write-ups/3/asked': {
        ...view,
        asked: [{ who: 'Ida Fell', by: 'Wren Alder', at: view.madeAt, read: false }],
      },
    })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    const names = await screen.findByLabelText<HTMLInputElement>('Ask somebody to read it')
    fireEvent.click(names)
    fireEvent.click(await screen.findByText('Ida Fell'))
    expect((await screen.findByTestId('asked')).textContent).toContain(
      'Ida Fell is asked to read it by Wren Alder',
    )
    expect(sent.find((s) => s.path.endsWith('/asked'))?.body).toEqual({ who: 'Ida Fell', asked: true })
    expect(screen.getByTestId('points').textContent).toContain('Asked: Ida Fell.')
    cleanup()

    serve({
      ...server,
      'GET /api/v1/write-ups/3': {
        ...view,
        asked: [{ who: 'Ida Fell', by: 'Wren Alder', at: view.madeAt, read: false }],
      },
      'GET /api/v1/session': { name: 'Ida Fell', role: 'READER' },
    })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    expect(await screen.findByText('Wren Alder asks you to read it')).toBeTruthy()
    expect(screen.queryByText('Ask no more')).toBeNull()
    expect(screen.getByText('I read it, with my name')).toBeTruthy()
  })

  it('takes what is marked in the text as the passage of a remark, and finds it there again', async () => {
    const sent = serve({ ...server, 'POST /api/v1/write-ups/3/remarks': new Reply(201, view) })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    const text = await screen.findByText('It is quick.')
    const range = document.createRange()
    range.setStart(text.firstChild as Text, 3)
    range.setEnd(text.firstChild as Text, 11)
    window.getSelection()?.removeAllRanges()
    window.getSelection()?.addRange(range)
    await waitFor(() => {
      expect(screen.getByLabelText<HTMLInputElement>(/Passage/).value).toBe('is quick')
    })
    fireEvent.change(screen.getByLabelText('What you say of it'), { target: { value: 'than what?' } })
    fireEvent.click(screen.getByText('Say it'))
    await waitFor(() => {
      expect(sent.find((s) => s.path.endsWith('/remarks'))?.body).toEqual({
        passage: 'is quick',
        text: 'than what?',
      })
    })
    expect(rangeOf('is\n quick')?.toString()).toBe('is quick')
    expect(rangeOf('is slow')).toBeNull()
    expect(rangeOf(' ')).toBeNull()
  })

  it('can be read and not changed by who only reads', async () => {
    serve({ ...server, 'GET /api/v1/session': { name: 'Ida Fell', role: 'READER' } })
    show(<WriteUpPage />, '/write-ups/3', '/write-ups/:id')
    expect(await screen.findByText('See it as readers do')).toBeTruthy()
    await waitFor(() => {
      expect(screen.queryByText('Publish …')).toBeNull()
    })
    expect(screen.getByLabelText<HTMLInputElement>('Title').readOnly).toBe(true)
    expect(await screen.findByText('I read it, with my name')).toBeTruthy()
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

  it('builds each figure up row by row, once that is asked for', async () => {
    const second = { ...figure, number: 2 }
    const text = '::figure{number=2}\n\n::figure{number=1}'
    serve({ 'GET /api/v1/write-ups/3': { ...view, text, figures: [figure, second] } })
    show(<ShowPage />, '/write-ups/3/show', '/write-ups/:id/show')
    await screen.findByRole('heading')
    const said = () => screen.getByRole('status').textContent
    expect(said()).toBe('Figure 1 of 2')
    fireEvent.keyDown(window, { key: 'ArrowDown' })
    expect(said(), 'nothing is built up yet').toBe('Figure 1 of 2')
    fireEvent.keyDown(window, { key: 'b' })
    fireEvent.keyDown(window, { key: 'ArrowDown' })
    expect(said()).toBe('Figure 1 of 2, built up to row 2')
    fireEvent.keyDown(window, { key: 'ArrowRight' })
    expect(said()).toBe('Figure 2 of 2, built up to row 1')
    fireEvent.keyDown(window, { key: 'b' })
    expect(said()).toBe('Figure 2 of 2')
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

it('finds numbers of figures too, once something is typed', () => {
  const quote = { ...figureNumber('bed', 'Nook 3', '64.2', 64.2, { unit: 'frames/s' }) }
  const finds = [
    { number: 1, title: 'Reed bed' },
    { number: 1, title: 'Reed bed', quote },
  ]
  expect(fittingFinds(finds, '')).toHaveLength(1)
  expect(fittingFinds(finds, '64.2 nook')).toEqual([finds[1]])
  expect(fittingFinds(finds, 'bed')).toHaveLength(2)
})

it('knows where the rows of a drawing end, whatever stands beside what', () => {
  const at = (top: number) => ({ top, bottom: top + 10 })
  expect(rowEnds([at(40), at(0), at(2), at(20)])).toEqual([16, 35])
  expect(rowEnds([at(0)])).toEqual([])
  expect(rowEnds([])).toEqual([])
})

describe('a number that hangs on a figure', () => {
  const wish = { of: 'bed', subject: 'Nook', base: '', as: 'VALUE' } as const
  const number = { text: '3 $', about: 'figure=1 of="price ($&)"', figure: 1, wish, words: '' }

  it('is told from one that its figure has, and its view has no more', () => {
    expect(heldWords({ ...number, holding: 'GONE' })).toBe('“3 $” hangs on nothing any more')
    expect(heldWords({ ...number, holding: 'GONE', said: '3 $' })).toBe(
      '“3 $” is not said any more where figure 1 comes from',
    )
    expect(heldWords({ ...number, holding: 'MOVED', now: '4 $', within: false })).toContain(
      'outside its interval',
    )
  })

  it('is written as its figure says it, whatever signs are in it', () => {
    const text = `It costs :number[3 $]{${number.about}}.`
    expect(rewritten(text, [{ ...number, holding: 'DIFFERS', said: '4 $&' }])).toBe(
      `It costs :number[4 $&]{${number.about}}.`,
    )
  })

  it('does not blame runs where none changed', () => {
    expect(whyWords({ number: 1, title: 'Bed', changed: 1, of: 2, why: [] })).toContain('something else')
  })
})
