import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { Reply, kernmill, pools, serve, setup, sheet, show, strip } from '../../testing'
import { changeOf } from './change'
import { DeskPage } from './DeskPage'
import { newColumn } from './entry/columns'
import { marksOf } from './entry/ColumnChecks'

const fine: Schemas['CheckView'] = {
  computed: {},
  understood: {},
  unreadable: {},
  unlikely: [],
  mismatches: [],
  broken: {},
}
const wrong: Schemas['CheckView'] = {
  ...fine,
  mismatches: [
    {
      metric: 'total',
      text: '2958',
      computed: '2985',
      difference: '\u221227',
      corrections: [{ texts: { total: '2985' }, words: '8 and 5 swapped', share: 1 }],
    },
  ],
}
const desk = {
  'GET /api/v1/sittings': strip,
  'GET /api/v1/sittings/7': sheet,
  'GET /api/v1/scores': pools,
  'GET /api/v1/facts': [],
}

beforeEach(() => {
  localStorage.clear()
})
const open = async () => {
  show(<DeskPage />, '/desk/7', '/desk/:sitting')
  await screen.findByText('Ostrel Fen 13')
  fireEvent.keyDown(window, { key: 'e' })
  return (await screen.findByLabelText('Total, first repeat')) as HTMLInputElement
}

describe('a suite in steps', () => {
  it('says before the first metric of a step what is to be done by hand', async () => {
    const row = sheet.rows.find((r) => r.suite.id === kernmill.id)
    const [first, second, third] = kernmill.metrics.map((m) => m.key)
    const steps = [
      { name: 'still', before: '', minutes: 1, metrics: [first ?? '', second ?? ''] },
      { name: 'turned', before: 'turn the device by 90°', minutes: 1, metrics: [third ?? ''] },
    ]
    const stepped = { ...sheet, rows: [{ ...row, suite: { ...kernmill, steps } }] }
    serve({ ...desk, 'GET /api/v1/sittings/7': stepped, 'POST /api/v1/suites/3/checks': fine })
    await open()
    expect(screen.getAllByTestId('step').map((s) => s.textContent)).toEqual([
      'Still',
      'Turned: first turn the device by 90°',
    ])
    const rows = screen.getAllByRole('row').map((r) => r.textContent)
    expect(rows.findIndex((r) => r.startsWith('Turned'))).toBe(
      rows.findIndex((r) => r.startsWith('Still')) + 3,
    )
  })
})

describe('checks in the entry grid', () => {
  it('show a total that does not add up and mend it with one key', async () => {
    const sent = serve({
      ...desk,
      'POST /api/v1/suites/3/checks': (body: { texts: Record<string, string> }) =>
        body.texts.total === '2958' ? wrong : fine,
    })
    const total = await open()
    fireEvent.change(total, { target: { value: '2958' } })
    expect(await screen.findByText('The first total does not add up.')).toBeTruthy()
    expect(screen.getByText(/Total is 2\s985/)).toBeTruthy()
    expect(total.getAttribute('aria-invalid')).toBe('true')
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ setup: 11, texts: { total: '2958' } })

    fireEvent.keyDown(total, { altKey: true, code: 'KeyM', key: 'm' })
    expect(total.value).toBe('2985')
    await waitFor(() => {
      expect(screen.queryByText('The first total does not add up.')).toBeNull()
    })
  })

  it('leave what is kept as typed alone, with a note', async () => {
    serve({ ...desk, 'POST /api/v1/suites/3/checks': wrong })
    const total = await open()
    fireEvent.focus(total)
    fireEvent.change(total, { target: { value: '2958' } })
    fireEvent.click(await screen.findByText('Keep as typed'))
    expect(screen.queryByText('The first total does not add up.')).toBeNull()
    expect((screen.getByLabelText('Note on Total, first repeat') as HTMLInputElement).value).toContain(
      'do not add up',
    )
  })

  it('point out what is unlikely with the range expected', async () => {
    const unlikely = [
      { metric: 'wait', text: '610', expected: 61, low: 55, high: 68, basis: 'by the other runs here' },
    ]
    serve({ ...desk, 'POST /api/v1/suites/3/checks': { ...fine, unlikely } })
    await open()
    fireEvent.change(screen.getByLabelText('Wait, first repeat'), { target: { value: '610' } })
    const told = await screen.findByTestId('unlikely')
    expect(told.textContent).toBe('Check this: Wait 610. Expected 55.0 to 68.0 s, by the other runs here.')
  })

  it('say at once what does not count, why, and how it would', async () => {
    const broken = { wait: 'held at the display\u2019s 75 Hz', total: 'known fault: counts twice' }
    serve({ ...desk, 'POST /api/v1/suites/3/checks': { ...fine, broken } })
    await open()
    fireEvent.change(screen.getByLabelText('Wait, first repeat'), { target: { value: '74.9' } })
    const told = await screen.findByTestId('uncounted')
    expect(told.textContent).toBe(
      'Wait does not count: held at the display\u2019s 75 Hz.If nothing held it, say no at Held to refresh in the slip; then it counts.',
    )
  })

  it('mark cells by what was asked about, not by what stands there since', () => {
    const column = { ...newColumn(new Date(0)), texts: { total: '2958' } }
    expect(marksOf({ ...wrong, computed: { rest: '12840' } }, column)).toEqual({
      rest: { wrong: false, words: 'computed from the parts', computed: '12\u2009840' },
      total: { wrong: true, words: 'the parts come to 2985', mend: { total: '2985' } },
    })
    expect(marksOf(wrong, { ...column, texts: { total: '2985' } })).toEqual({})
  })

  it('read what a suite printed and put only what is accepted into the grid', async () => {
    const read: Schemas['Result'] = {
      proposals: [
        { metric: 'weave', repeat: 0, text: '1846', line: 1, doubt: '' },
        {
          metric: 'wait',
          repeat: 0,
          text: '1 61',
          line: 2,
          doubt: 'the blanks could also part several numbers',
        },
      ],
      leftovers: [{ line: 3, text: 'thank you', label: '' }],
    }
    const sent = serve({
      ...desk,
      'POST /api/v1/suites/3/checks': fine,
      'POST /api/v1/suites/3/readings-in-text': read,
    })
    await open()
    fireEvent.click(screen.getByText('Paste what it printed'))
    const box = screen.getByLabelText('What the suite printed')
    for (const text of ['Weav', 'Weave 18', 'Weave 1846']) fireEvent.change(box, { target: { value: text } })
    expect(await screen.findByText('line 3: thank you')).toBeTruthy()
    // Only what stood there at last was asked about.
    expect(sent.filter((s) => s.path.endsWith('/readings-in-text')).map((s) => s.body)).toEqual([
      { text: 'Weave 1846' },
    ])
    fireEvent.click(screen.getByText('Put 1 into the grid'))
    expect((screen.getByLabelText('Weave, first repeat') as HTMLInputElement).value).toBe('1846')
    expect((screen.getByLabelText('Wait, first repeat') as HTMLInputElement).value).toBe('')
  })

  it('keep an attempt that failed, with its reason', async () => {
    const sent = serve({ ...desk, 'PUT /api/v1/runs/*': { state: 'FAILED', fresh: true } })
    await open()
    fireEvent.click(screen.getByText('It failed'))
    fireEvent.change(screen.getByLabelText('Why did Kernmill fail?'), { target: { value: 'it crashed' } })
    fireEvent.click(screen.getByText('Keep it as failed'))
    await waitFor(() => {
      expect(sent.find((s) => s.method === 'PUT')?.body).toMatchObject({
        state: 'FAILED',
        reason: 'it crashed',
      })
    })
  })
})

describe('a curve', () => {
  const watts = {
    ...kernmill,
    metrics: [{ ...kernmill.metrics[0], series: 'max of power', unit: 'W' }],
    curves: [{ name: 'power', axis: 'TIME', unit: 'W' }],
  }
  const read: Schemas['TableRead'] = {
    head: ['time', 'power'],
    first: [],
    axis: 'TIME',
    guessed: true,
    warning: '',
    quantities: [{ column: 'power', name: 'power', unit: 'W' }],
    series: [
      {
        name: 'power',
        unit: 'W',
        axis: 'time',
        axisUnit: 's',
        x: [0, 1],
        y: [5, 7],
        places: ['0:00', '0:01'],
        texts: ['5', '7.0'],
      },
    ],
    rows: 3,
    rejected: 1,
    faults: [{ line: 4, column: 'power', message: '"x" is no number' }],
  }
  const server = {
    ...desk,
    'GET /api/v1/sittings/7': { ...sheet, rows: [{ ...sheet.rows[0], suite: watts }] },
    'PUT /api/v1/runs/*': { state: 'DONE', fresh: true },
  }
  const openCurve = async () => {
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    await screen.findByText('Ostrel Fen 13')
    fireEvent.keyDown(window, { key: 'e' })
    fireEvent.click(await screen.findByText('Type the curve'))
  }

  it('is pasted as a block, read, and kept as typed with the run', async () => {
    const sent = serve({ ...server, 'POST /api/v1/tables/curve': read })
    await openCurve()
    fireEvent.paste(screen.getByLabelText('time, row 1'), {
      clipboardData: { files: [], getData: () => 'time\tpower\n0:00\t5\n0:01\t7.0\n0:02\tx' },
    })
    expect((screen.getByLabelText('power, row 2') as HTMLInputElement).value).toBe('7.0')
    expect((await screen.findByTestId('curve-read')).textContent).toBe(
      'power: 2 points, 0:00 to 0:01One cell is left out:line 4, power: "x" is no number',
    )
    expect(screen.getByLabelText('power, row 3').getAttribute('aria-invalid')).toBe('true')
    // What was read is seen before it can be put anywhere.
    const put = screen.getByText('Put into the run') as HTMLButtonElement
    await waitFor(() => {
      expect(put.disabled).toBe(false)
    })
    fireEvent.click(put)
    expect(await screen.findByText('With the first repeat: power: 2 points, 0:00 to 0:01')).toBeTruthy()
    fireEvent.click(screen.getByText('Save'))
    await waitFor(() => {
      expect((sent.find((s) => s.method === 'PUT')?.body as Schemas['RunFile']).series).toEqual(read.series)
    })
  })

  it('asks what the first column holds where the table does not tell', async () => {
    const open = { ...read, axis: undefined, series: [], guessed: false }
    const sent = serve({ ...server, 'POST /api/v1/tables/curve': open })
    await openCurve()
    const file = new File(['x,power\n1,5\n'], 'log.csv')
    fireEvent.change(screen.getByTestId('curve-file'), { target: { files: [file] } })
    expect(await screen.findByText('Say what the first column holds: the table does not tell.')).toBeTruthy()
    expect((sent.findLast((s) => s.path.endsWith('curve'))?.body as Schemas['Asked']).axis).toBeUndefined()
    expect((screen.getByText('Put into the run') as HTMLButtonElement).disabled).toBe(true)
  })
})

describe('the setup on the desk', () => {
  it('shows the meant change, and asks about the unmeant one', async () => {
    const sent = serve({ ...desk, 'PUT /api/v1/setups/11/calls/memory.channels': setup })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    expect((await screen.findByText('8 GiB → 16 GiB')).parentElement?.className).toBe('meant')
    expect(screen.getByText('one → two').parentElement?.className).toBe('unmeant')
    expect(screen.getByText(/One change you did not name/)).toBeTruthy()
    fireEvent.click(screen.getByText('caveat'))
    expect(await screen.findByText('Channels is a caveat for graphics.')).toBeTruthy()
    expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ meant: false })
  })

  it('is changed by naming only what is different', async () => {
    const next = { ...sheet, sitting: 9 }
    const sent = serve({
      ...desk,
      'GET /api/v1/facts': [{ key: 'memory.size', words: 'Memory', unit: 'GiB', groupWords: 'Memory' }],
      'POST /api/v1/sittings/7/changes': next,
      'GET /api/v1/sittings/9': next,
    })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    await screen.findByText('Ostrel Fen 13')
    fireEvent.keyDown(window, { key: 'c' })
    fireEvent.change(await screen.findByLabelText('What did you change, in a few words?'), {
      target: { value: 'larger module' },
    })
    const fact = screen.getByLabelText('Fact 1')
    fireEvent.change(fact, { target: { value: 'memory.size' } })
    fireEvent.blur(fact)
    expect(await screen.findByText('was 16 GiB')).toBeTruthy()
    fireEvent.change(await screen.findByLabelText('Memory'), { target: { value: '32 GB' } })
    fireEvent.click(screen.getByText('Make this setup'))
    await waitFor(() => {
      expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
        change: {
          name: 'larger module',
          tuned: false,
          facts: [{ key: 'memory.size', value: '32 GB' }],
        },
        suites: [kernmill.id],
        closeBefore: true,
      })
    })
  })

  it('keeps what was typed and says why, if the server refuses the change', async () => {
    const problem = { detail: 'x', violations: [{ field: 'facts[0]', message: 'no reason' }] }
    serve({ ...desk, 'POST /api/v1/sittings/7/changes': () => new Reply(422, problem) })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    await screen.findByText('Ostrel Fen 13')
    fireEvent.keyDown(window, { key: 'c' })
    const name = await screen.findByLabelText('What did you change, in a few words?')
    fireEvent.change(name, { target: { value: 'new paste' } })
    fireEvent.change(screen.getByLabelText('Fact 1'), { target: { value: 'cooling.paste' } })
    fireEvent.blur(screen.getByLabelText('Fact 1'))
    fireEvent.click(screen.getByText('Make this setup'))
    expect((await screen.findByRole('alert')).textContent).toBe('no reason')
    expect((name as HTMLInputElement).value).toBe('new paste')
  })

  it('sends facts as they are typed, unknown ones with their reason, and every proof', () => {
    const typed = {
      name: 'undervolted',
      lines: [
        { key: 'system.kernel', text: ' 7.4.0 ', reason: '' },
        { key: 'cpu.clock_max', text: '', reason: 'no sensor' },
        { key: '', text: '', reason: '' },
      ],
      tuned: true,
      how: 'core 80 mV lower',
      proofs: [
        ['Kernmill 3', '30', '71,5'],
        ['a night of builds', '', ''],
        ['', '5', ''],
      ],
      keep: false,
    }
    expect(changeOf(typed)).toEqual({
      name: 'undervolted',
      tuned: true,
      facts: [
        { key: 'system.kernel', value: '7.4.0' },
        { key: 'cpu.clock_max', reason: 'no sensor' },
      ],
      tuning: {
        how: 'core 80 mV lower',
        proofs: [
          { program: 'Kernmill 3', minutes: 30, peakTemperature: 71.5 },
          { program: 'a night of builds' },
        ],
      },
    })
  })

  it('has its conditions ticked, and the room noted', async () => {
    const sent = serve({ ...desk, 'PUT /api/v1/sittings/7/conditions': sheet })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    fireEvent.click(await screen.findByLabelText('Plugged in'))
    await waitFor(() => {
      expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ condition: 'Plugged in', ticked: true })
    })
    const room = screen.getByLabelText('Room temperature in degrees Celsius')
    fireEvent.change(room, { target: { value: '210' } })
    expect(room.getAttribute('aria-invalid')).toBe('true')
  })

  it('shows both plans where somebody else planned a suite meanwhile, and keeps the one that is chosen', async () => {
    const theirs = { detail: 'Somebody else changed it.', current: { repeats: 7 } }
    const others = { ...sheet, rows: sheet.rows.map((r) => ({ ...r, repeats: 7 })) }
    let kept = false
    let asked = 0
    const sent = serve({
      ...desk,
      // What the other kept is on the run sheet by itself before this is kept.
      'GET /api/v1/sittings/7': () => (asked++ === 0 ? sheet : others),
      'PUT /api/v1/sittings/7/conditions': others,
      'PUT /api/v1/sittings/7/suites/*': () => (kept ? sheet : new Reply(409, theirs)),
    })
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    const condition = await screen.findByLabelText('Plugged in')
    fireEvent.click(screen.getByLabelText('Plan Kernmill'))
    fireEvent.click(condition)
    await waitFor(() => {
      expect(sent.some((s) => s.path.endsWith('/conditions'))).toBe(true)
    })
    fireEvent.change(screen.getByLabelText('Repeats'), { target: { value: '4' } })
    fireEvent.click(screen.getByText('Keep'))
    const both = await screen.findByTestId('overtaken')
    expect([...both.querySelectorAll('td')].map((t) => t.textContent)).toEqual(['7', '4'])
    kept = true
    fireEvent.click(screen.getByText('Keep mine'))
    await waitFor(() => {
      expect(screen.queryByTestId('overtaken')).toBeNull()
    })
    expect(sent.filter((s) => s.path.includes('/suites/')).map((s) => s.body)).toEqual([
      { repeats: 4, before: { repeats: sheet.rows[0]?.repeats } },
      { repeats: 4, before: { repeats: 7 } },
    ])
  })

  it('says what is next', async () => {
    serve(desk)
    show(<DeskPage />, '/desk/7', '/desk/:sitting')
    expect((await screen.findByTestId('next')).textContent).toBe(
      'Next: Run Kernmill and type it in. What tells most?',
    )
  })
})
