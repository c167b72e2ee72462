import { useState } from 'react'
import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { Reply, kernmill, pools, serve, sheet, show, strip } from '../../testing'
import { DeskPage } from './DeskPage'
import { PutOnDesk } from './PutOnDesk'
import { SuiteChoice } from './SuiteChoice'

const desk = {
  'GET /api/v1/sittings': strip,
  'GET /api/v1/sittings/7': sheet,
  'GET /api/v1/scores': pools,
}

beforeEach(() => {
  localStorage.clear()
})
describe('the desk', () => {
  it('says what to do first where nothing is on it', async () => {
    serve({ 'GET /api/v1/sittings': [] })
    show(<DeskPage />, '/desk')
    expect(await screen.findByText('Nothing is on the desk')).toBeTruthy()
  })

  it('goes to the first device where none is named', async () => {
    serve(desk)
    show(<DeskPage />, '/desk', '/desk')
    expect(await screen.findByText('another view')).toBeTruthy()
  })

  it('shows the run sheet with score, noise, place and what the setup is', async () => {
    serve(desk)
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    expect(await screen.findByText('Ostrel Fen 13')).toBeTruthy()
    expect(await screen.findByText('2 of 3')).toBeTruthy()
    expect(screen.getByText('±0.4 %')).toBeTruthy()
    expect(screen.getByText('8 GiB → 16 GiB')).toBeTruthy()
    expect(screen.getByText('no permission').className).toBe('gap')
    expect(screen.getByText(/One suite left, about 8 min/)).toBeTruthy()
  })

  it('starts a device that waits, by its key', async () => {
    const sent = serve({
      ...desk,
      'GET /api/v1/sittings/7': { ...sheet, waiting: true },
      'POST /api/v1/sittings/7/start': new Reply(204, null),
    })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    expect(await screen.findByRole('button', { name: 'Start' })).toBeTruthy()
    fireEvent.keyDown(document.body, { key: 's' })
    expect(await screen.findByText('Fen 13 starts.')).toBeTruthy()
    expect(sent.filter((s) => s.method === 'POST')).toHaveLength(1)
  })

  it('shows what runs now, and only in its own row', async () => {
    const progress = {
      sitting: 7,
      suite: 'kernmill',
      partName: 'Weave',
      done: 0.4,
      repeat: 2,
      repeats: 3,
      secondsLeft: 75,
      reading: 1846,
      unit: '{point}',
      trace: [1840, 1846],
      sensors: [{ name: 'temperature', unit: 'Cel', values: [61, 63.5] }],
      at: '2026-11-20T08:00:00Z',
    }
    serve({ ...desk, 'GET /api/v1/sittings/7': { ...sheet, progress } })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    const bar = await screen.findByRole('progressbar')
    expect(bar.getAttribute('aria-valuenow')).toBe('40')
    expect(screen.getByText('1 min 15 s left')).toBeTruthy()
    expect(screen.getByText('repeat 2 of 3')).toBeTruthy()
    expect(screen.getByRole('list', { name: 'Sensors of the device' }).textContent).toContain(
      'temperature 63.5',
    )
  })

  it('says what could not be read, and reads it again on demand', async () => {
    let tries = 0
    serve({
      ...desk,
      'GET /api/v1/sittings/7': () =>
        ++tries > 1 ? sheet : new Reply(503, { detail: 'The records cannot be reached now.' }),
    })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    expect((await screen.findByRole('alert')).textContent).toContain('The records cannot be reached now.')
    fireEvent.click(screen.getByText('Try again'))
    expect(await screen.findByText('Ostrel Fen 13')).toBeTruthy()
  })

  it('gives a code with the line to copy', async () => {
    const code = { code: 'ABC234', expiresAt: new Date(Date.now() + 600_000).toISOString() }
    const native = { ...kernmill, id: 4, key: 'stem', name: 'Stem', home: 'NATIVE' as const }
    const rows = [...sheet.rows, { suite: native, state: 'WAITING' as const, done: 0, runs: [] }]
    serve({ ...desk, 'GET /api/v1/sittings/7': { ...sheet, rows }, 'POST /api/v1/sittings/7/codes': code })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    await screen.findByText('Ostrel Fen 13')
    fireEvent.keyDown(window, { key: 'r' })
    expect((await screen.findByTestId('pairing-code')).textContent).toBe('ABC 234')
    expect(screen.getByText(/java -jar runner.jar run --server .* --code ABC234/)).toBeTruthy()
  })

  it('closes once a device used the code, and not for one that joined before', async () => {
    const now = Date.now()
    const code = { code: 'ABC234', expiresAt: new Date(now + 600_000).toISOString() }
    const device = (id: string, name: string, at: number) => ({
      ...{ id, name, good: true },
      createdAt: new Date(at).toISOString(),
    })
    let joined = [device('1', 'an old runner', now - 60_000)]
    serve({
      ...desk,
      'POST /api/v1/sittings/7/codes': code,
      'GET /api/v1/sittings/7/devices': () => joined,
    })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    await screen.findByText('Ostrel Fen 13')
    fireEvent.keyDown(window, { key: 'r' })
    expect(await screen.findByText('an old runner')).toBeTruthy()
    expect(screen.getByTestId('pairing-code')).toBeTruthy()
    joined = [...joined, device('2', 'a new runner', now + 2000)]
    expect(await screen.findByText('a new runner joined Fen 13.')).toBeTruthy()
    expect(screen.queryByTestId('pairing-code')).toBeNull()
  }, 12_000)
})

describe('the entry grid', () => {
  const open = async () => {
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    await screen.findByText('Ostrel Fen 13')
    fireEvent.keyDown(window, { key: 'e' })
    return screen.findByLabelText('Weave, first repeat')
  }
  const type = (name: string, text: string) => {
    fireEvent.change(screen.getByLabelText(name), { target: { value: text } })
  }

  it('goes down with Enter and to the top of the next repeat', async () => {
    serve(desk)
    const first = await open()
    expect(document.activeElement).toBe(first)
    for (const next of ['Wait, first repeat', 'Total, first repeat', 'Weave, second repeat']) {
      fireEvent.keyDown(document.activeElement ?? first, { key: 'Enter' })
      expect(document.activeElement?.getAttribute('aria-label')).toBe(next)
    }
  })

  it('sends each repeat as a run of its own, digits as typed', async () => {
    const sent = serve({ ...desk, 'PUT /api/v1/runs/*': { state: 'DONE', fresh: true } })
    await open()
    type('Weave, first repeat', '1 846,0')
    type('Weave, second repeat', '1851')
    fireEvent.click(screen.getByText('Save'))
    await waitFor(() => {
      expect(sent.filter((s) => s.method === 'PUT')).toHaveLength(2)
    })
    const runs = sent.filter((s) => s.method === 'PUT').map((s) => s.body as Schemas['RunFile'])
    expect(runs.map((r) => r.readings)).toEqual([
      [{ metric: 'weave', text: '1 846,0' }],
      [{ metric: 'weave', text: '1851' }],
    ])
    expect(runs[0]?.id).not.toBe(runs[1]?.id)
    expect(runs[0]?.sitting).toBe(7)
  })

  it('keeps what was refused, and says what is wrong with it', async () => {
    const problem = {
      detail: 'x',
      violations: [{ field: 'readings[0].text', message: 'Weave: must be more than 0' }],
    }
    serve({ ...desk, 'PUT /api/v1/runs/*': () => new Reply(422, problem) })
    const first = await open()
    type('Weave, first repeat', '-4')
    fireEvent.click(screen.getByText('Save'))
    expect((await screen.findByRole('alert')).textContent).toBe('first repeat: Weave: must be more than 0')
    expect(first.getAttribute('aria-invalid')).toBe('true')
    expect((first as HTMLInputElement).value).toBe('-4')
    expect(localStorage.length).toBe(1)
  })

  it('fills from a pasted block', async () => {
    serve(desk)
    const first = await open()
    fireEvent.paste(first, { clipboardData: { files: [], getData: () => '1846\t1851\n60.1\t60.4' } })
    expect((screen.getByLabelText('Wait, second repeat') as HTMLInputElement).value).toBe('60.4')
  })
})

describe('putting a device on the desk', () => {
  const model: Schemas['ModelView'] = {
    id: 1,
    maker: 'Tamsin & Pell',
    name: 'Tern 6',
    kind: 'PHONE',
    units: [{ id: 5, modelId: 1, label: 'A', variant: '', listed: false, edition: 0 }],
    details: { prices: [], specification: [], claims: [], pros: [], cons: [], missing: [], tags: [] },
    edition: 0,
  }
  const catalogue = {
    ...desk,
    'GET /api/v1/models': [model],
    'GET /api/v1/suites': [
      kernmill,
      { ...kernmill, id: 4, name: 'Petal', home: 'BROWSER' },
      { ...kernmill, id: 6, name: 'Stem', home: 'NATIVE' },
    ],
    'GET /api/v1/units/5/setups': [{ ...sheet.setup, name: 'as shipped', id: 10 }],
    'GET /api/v1/sittings/usual': [4],
  }

  it('knows what runs on the kind, and what a new name means', async () => {
    serve(catalogue)
    show(<PutOnDesk />, '/desk/new?model=1')
    expect(await screen.findByText('Stem run natively, on computers only.')).toBeTruthy()
    expect(await screen.findByText(/There is a setup of that name/)).toBeTruthy()
    fireEvent.change(screen.getByLabelText('Name of the setup'), {
      target: { value: 'battery-saving update' },
    })
    expect(screen.getByText(/A change from “as shipped”/)).toBeTruthy()
  })

  it('opens a sitting of the new setup, changed from the last, with the suites that the last device had', async () => {
    const sent = serve({ ...catalogue, 'POST /api/v1/sittings': { ...sheet, sitting: 9 } })
    show(<PutOnDesk />, '/desk/new?model=1', '/desk/new')
    await screen.findByText(/There is a setup of that name/)
    await waitFor(() => {
      expect(screen.getByLabelText(/Petal/).getAttribute('aria-checked')).toBe('true')
    })
    fireEvent.change(screen.getByLabelText('Name of the setup'), { target: { value: 'update' } })
    fireEvent.click(screen.getByText('Put it on the desk'))
    expect(await screen.findByText('another view')).toBeTruthy()
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
      unitId: 5,
      setup: 'update',
      tuned: false,
      suites: [4],
      parentId: 10,
    })
  })

  it('has nothing chosen, and makes a new thing of its name and its kind', async () => {
    const sent = serve({
      ...catalogue,
      'GET /api/v1/sittings/usual': [],
      'POST /api/v1/models': { ...model, id: 2 },
      'POST /api/v1/models/2/units': { id: 9 },
      'POST /api/v1/sittings': { ...sheet, sitting: 9 },
    })
    show(<PutOnDesk />, '/desk/new', '/desk/new')
    const name = await screen.findByLabelText('Model')
    expect(screen.getByText('It needs a name.')).toBeTruthy()
    fireEvent.change(name, { target: { value: 'Loam X4 6 TB' } })
    expect((screen.getByLabelText('Maker') as HTMLInputElement).value).toBe('Loam')
    expect((screen.getByLabelText('Model name') as HTMLInputElement).value).toBe('X4 6 TB')
    expect(screen.getByText('Say what kind of thing it is.')).toBeTruthy()
    fireEvent.click(screen.getByRole('radio', { name: 'drive' }))
    fireEvent.click(screen.getByText('Put it on the desk'))
    await waitFor(() => {
      expect(sent.filter((s) => s.method === 'POST').map((s) => s.body)).toEqual([
        { maker: 'Loam', name: 'X4 6 TB', kind: 'DRIVE' },
        { label: 'A' },
        { unitId: 9, setup: 'as shipped', tuned: false, suites: [] },
      ])
    })
  })
})

describe('suites to choose from', () => {
  const many = Array.from({ length: 12 }, (_, i): Schemas['SuiteView'] => ({
    ...kernmill,
    id: i + 1,
    name: `Suite ${String(i + 1)}`,
    home: i < 2 ? 'BROWSER' : 'TYPED',
    group: i < 6 ? 'PROCESSOR' : 'STORAGE',
  }))
  const Choice = ({ suites }: { readonly suites: readonly Schemas['SuiteView'][] }) => {
    const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set())
    return <SuiteChoice suites={suites} chosen={chosen} onChosen={setChosen} kind="LAPTOP" />
  }
  const names = () => screen.queryAllByText(/^Suite \d/).map((e) => e.textContent)

  it('are narrowed down by words, and what is ticked stays', () => {
    show(<Choice suites={many} />, '/desk')
    fireEvent.click(screen.getByLabelText(/Suite 12/))
    const line = screen.getByLabelText('Words of a suite')
    fireEvent.change(line, { target: { value: 'browser PROCESSOR' } })
    expect(names()).toEqual(['Suite 1 3', 'Suite 2 3', 'Suite 12 3'])
    fireEvent.change(line, { target: { value: 'kites' } })
    expect(names()).toEqual(['Suite 12 3'])
    fireEvent.click(screen.getByLabelText(/Suite 12/))
    expect(screen.getByText('No suite has all of these words.')).toBeTruthy()
  })

  it('stand there whole where they are few', () => {
    show(<Choice suites={many.slice(0, 4)} />, '/desk')
    expect(names()).toHaveLength(4)
    expect(screen.queryByLabelText('Words of a suite')).toBeNull()
  })
})
