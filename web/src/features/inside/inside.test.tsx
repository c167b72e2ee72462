import { cleanup, fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { serve, show, strip } from '../../testing'
import { address, insideAddress, question } from '../../subjects/inside-address'
import { insideFigure } from './figure'
import { InsidePage } from './InsidePage'
import { framesWords, placeWords, setupName } from './words'

type View = Schemas['InsideView']
type Line = View['lines'][number]

function line(name: string, more: Partial<Line> = {}): Line {
  return {
    setupId: 11,
    setup: 'Quillon Q4, as shipped',
    name,
    unit: 'MB/s',
    higherIsBetter: true,
    runs: [
      {
        id: '6f0c2f6e-0000-4000-8000-000000000001',
        startedAt: '2026-05-04T10:00:00Z',
        points: 3,
        x: [4096, 8192, 16384],
        y: [10, 20, 40],
      },
    ],
    x: [4096, 8192, 16384],
    y: [10, 20, 40],
    claims: [],
    ...more,
  }
}

const sizes: View = {
  suiteId: 7,
  suite: 'Root 2',
  setups: [{ setupId: 11, label: 'Quillon Q4, as shipped' }],
  names: [
    { name: 'read', unit: 'MB/s', axis: 'size', axisUnit: 'By', kind: 'SIZES', shown: true },
    { name: 'write', unit: 'MB/s', axis: 'size', axisUnit: 'By', kind: 'SIZES', shown: true },
    { name: 'power', unit: 'W', axis: 'time', axisUnit: 's', kind: 'TIME', shown: false },
  ],
  kind: 'SIZES',
  axis: 'size',
  axisUnit: 'By',
  lines: [
    line('read', {
      sizes: { peakSize: 16384, peak: 40, level: 40, halfSize: 8192, odd: [{ x: 8192, mark: 'DIP' }] },
      claims: [{ metric: 'Long read', value: 90, text: '90' }],
    }),
    line('write', { y: [15, 18, 20], sizes: { peakSize: 16384, peak: 20, level: 20, odd: [] } }),
  ],
  crossings: [{ one: 0, other: 1, x: 7000 }],
}

const time: View = {
  ...sizes,
  suite: 'Nightshift 1',
  kind: 'TIME',
  axis: 'time',
  axisUnit: 's',
  names: [
    { name: 'work', unit: '{file}/s', axis: 'time', axisUnit: 's', kind: 'TIME', shown: true },
    { name: 'temperature', unit: 'Cel', axis: 'time', axisUnit: 's', kind: 'TIME', shown: true },
  ],
  lines: [
    line('work', {
      unit: '{file}/s',
      x: [0, 60, 120],
      y: [11, 11, 8],
      time: { peak: 11, sustained: 8, held: 0.727, onset: 95 },
    }),
    line('temperature', { unit: 'Cel', x: [0, 60, 120], y: [50, 97, 95], time: { peak: 50, sustained: 95 } }),
  ],
  crossings: [],
}

const frames: View = {
  ...sizes,
  suite: 'Petal 2',
  kind: 'FRAMES',
  axis: 'frame',
  axisUnit: '{frame}',
  names: [{ name: 'frames', unit: 'ms', axis: 'frame', axisUnit: '{frame}', kind: 'FRAMES', shown: true }],
  lines: [
    line('frames', {
      unit: 'ms',
      x: [1, 2, 3],
      y: [16.7, 16.7, 50],
      frames: {
        count: 346,
        average: 56.9,
        low: 22.9,
        slowest: 33.4,
        rough: true,
        heldAt: 60,
        under: 0.096,
        binWidth: 1,
        bins: [0, 3, 1],
      },
    }),
  ],
  crossings: [],
}

const served = (view: View) => ({ 'GET /api/v1/sittings': strip, 'GET /api/v1/inside': view })

describe('inside a score', () => {
  it('tells peak, level, dips, claims and crossings of a curve, and reads it by keys', async () => {
    serve(served(sizes))
    show(<InsidePage />, '/inside?suite=7&setup=11')
    expect(await screen.findByText('Root 2: along sizes')).toBeTruthy()
    expect(
      screen.getByText(
        /best 40.00 MB\/s at 16 KiB, levels out at 40.00 MB\/s, half of that from 8 KiB on; dips at 8 KiB/,
      ),
    ).toBeTruthy()
    expect(screen.getByText(/claimed: long read 90/)).toBeTruthy()
    expect(screen.getByText('Read is ahead of write from 7 KiB on.')).toBeTruthy()
    const curve = screen.getByLabelText('The curve; arrow keys read the next place')
    fireEvent.keyDown(curve, { key: 'ArrowRight' })
    fireEvent.keyDown(curve, { key: 'ArrowRight' })
    expect(screen.getByTestId('reading').textContent).toBe('8 KiBread 20.00 MB/swrite 18.00 MB/s')
    expect(screen.getByTestId('values').textContent).toContain('dips 20.00')
  })

  it('says since when it throttles, and what it held', async () => {
    serve(served(time))
    show(<InsidePage />, '/inside?suite=7&setup=11')
    expect(await screen.findByText('throttles from 1:35 on')).toBeTruthy()
    expect(
      screen.getByText(/best 11.00 file\/s, sustained 8.000 file\/s, 73 % held; below 95 %/),
    ).toBeTruthy()
    expect(screen.getByText(/at most 97.00 °C, at the end 95.00 °C/)).toBeTruthy()
  })

  it('holds frames to a floor that is typed', async () => {
    const sent = serve(served(frames))
    show(<InsidePage />, '/inside?suite=7&setup=11')
    fireEvent.change(await screen.findByLabelText('Never under'), { target: { value: '59,5' } })
    fireEvent.click(screen.getByRole('button', { name: 'Hold it to that' }))
    await waitFor(() => {
      expect(sent.some((s) => s.path.includes('floor=59.5'))).toBe(true)
    })
    expect(screen.getByText(/Held at 60 per second by the display/)).toBeTruthy()
  })

  it('shows another axis alone, and takes a series away', async () => {
    const sent = serve(served(sizes))
    show(<InsidePage />, '/inside?suite=7&setup=11')
    fireEvent.click(await screen.findByRole('button', { name: 'power W' }))
    await waitFor(() => {
      expect(sent.some((s) => s.path.endsWith('setup=11&series=power'))).toBe(true)
    })
    fireEvent.click(screen.getByRole('button', { name: 'write MB/s' }))
    await waitFor(() => {
      expect(sent.at(-1)?.path).toContain('series=read')
    })
  })

  it('says where to go if nothing is named, and what is missing if nothing is there', async () => {
    serve(served({ ...sizes, lines: [], names: [] }))
    show(<InsidePage />, '/inside')
    expect(await screen.findByText('Choose a run first')).toBeTruthy()
    cleanup()
    show(<InsidePage />, '/inside?suite=7&setup=11')
    expect(await screen.findByText(/No run that counts has a series/)).toBeTruthy()
  })
})

describe('words and addresses', () => {
  it('tell setups apart by what differs', () => {
    const of = (...labels: string[]) => ({ setups: labels.map((label, i) => ({ setupId: i, label })) })
    expect(setupName(of('Q4, as shipped', 'Q4, fast module'), 'Q4, fast module')).toBe('fast module')
    expect(setupName(of('Q4, as shipped', 'Q5, as shipped'), 'Q5, as shipped')).toBe('Q5')
    expect(setupName(of('Q4, as shipped', 'Q5, old'), 'Q5, old')).toBe('Q5, old')
  })
  it('say sizes, times and counts by their axis', () => {
    expect(placeWords({ kind: 'SIZES', axisUnit: 'KiBy' }, 16)).toBe('16 KiB')
    expect(placeWords({ kind: 'TIME', axisUnit: 's' }, 95)).toBe('1:35')
    expect(placeWords({ kind: 'COUNT', axisUnit: '{page}' }, 3)).toBe('3 pages')
  })
  it('say of frames what is rough and what the floor means', () => {
    const f = frames.lines[0]?.frames
    if (!f) throw new Error('no frames')
    expect(framesWords(f, 60)).toContain('Under 60 by more than 1 % for 9.6 % of the time')
    expect(framesWords({ ...f, under: 0, rough: false }, 60)).toContain('Never under 60 by more than 1 %.')
    expect(framesWords(f, undefined)).toContain('the slowest hundredth is rough')
  })
  it('keep everything', () => {
    const text = 'suite=7&setup=11&setup=12&series=read&run=abc&floor=60&from=1.5&to=9'
    expect(address(question(new URLSearchParams(text))).toString()).toBe(text)
    expect(insideAddress(7, 11, 'read')).toBe('/inside?suite=7&setup=11&series=read')
    expect(question(new URLSearchParams('suite=x&floor=')).suite).toBeUndefined()
  })
  it('are taken with every value', () => {
    const figure = insideFigure(sizes, undefined)
    expect(figure.table).toHaveLength(7)
    expect(figure.table[1]).toEqual(['Quillon Q4, as shipped', 'read', 'MB/s', '4096', 'B', '10'])
  })
})
