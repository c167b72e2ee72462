import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { adapterWords, browserFact, browserOf, instructionSet, isSoftware, refreshOf } from './detect'
import { digits, isSound, measure, plans, slopeOf, steady, valueOf } from './measure'
import type { Kernel, Watch } from './measure'
import type { Pace } from './pace'
import { Outbox } from './outbox'
import type { Store, Verdict, Waiting } from './outbox'
import { mix, seeded } from './random'
import { secondsLeft } from './time'
import { heldAt } from './workloads/petal/refresh'
import { birds, drops, reeds } from './workloads/petal/seeds'
import { drawTimer } from './workloads/petal/timer'

describe('measure', () => {
  /** A clock that only the work moves: each run takes so many milliseconds. */
  function spinner(milliseconds: number, checksum = 7) {
    let now = 0
    const kernel: Kernel = {
      key: 'spin',
      checksum: 7,
      prepare: () => ({
        work: 3,
        run() {
          now += milliseconds
          return checksum
        },
      }),
    }
    const shares: number[] = []
    const watch: Watch = {
      now: () => now,
      check: () => undefined,
      breathe: () => undefined,
      onSample: (_, share) => shares.push(share),
    }
    return { kernel, watch, shares }
  }
  it.each([
    [60, 1],
    [40, 2],
    [7, 8],
    [1, 64],
  ])('repeats work of %d ms %d times', async (milliseconds, runs) => {
    const { kernel, watch } = spinner(milliseconds)
    const measured = await measure(kernel, plans.normal, watch)
    expect(measured.runs).toBe(runs)
    expect(measured.marks).toBe('wwwww' + 'c'.repeat(12))
    expect(valueOf(measured)).toBeCloseTo(3000 / milliseconds)
  })
  it('says how far it is, up to the end', async () => {
    const { kernel, watch, shares } = spinner(10)
    await measure(kernel, plans.normal, watch)
    expect([...shares].sort((a, b) => a - b)).toEqual(shares)
    expect(shares.at(-1)).toBeCloseTo(1)
  })
  it('stops at a wrong result', async () => {
    const { kernel, watch } = spinner(10, 8)
    await expect(measure(kernel, plans.tiny, watch)).rejects.toThrow(
      'spin came to the checksum 8 instead of 7',
    )
  })
  it('a layout that differs from the first is wrong too, where nobody knows what is right', async () => {
    let next = 0
    const kernel: Kernel = { key: 'odd', prepare: () => ({ work: 1, run: () => next++ }) }
    await expect(measure(kernel, plans.tiny, spinner(1).watch)).rejects.toThrow('odd came to the checksum 1')
  })
  it('stops when it is told to', async () => {
    const { kernel, watch } = spinner(10)
    const check = () => {
      throw new Error('page was hidden')
    }
    await expect(measure(kernel, plans.tiny, { ...watch, check })).rejects.toThrow('page was hidden')
  })
  it('marks what a neighbour disturbed, makes it good, and gives up if it stays', async () => {
    const crowded = [false, true, false, false, false]
    const paceOf = (looks: boolean[], after: boolean) =>
      ({ look: () => ({}), isCrowded: () => looks.shift() ?? after }) as unknown as Pace
    const plan = { wanted: 2, warmups: 0, counted: 3 }
    const { kernel, watch } = spinner(2)
    expect((await measure(kernel, plan, { ...watch, pace: paceOf(crowded, false) })).marks).toBe('dccc')
    const stays = await measure(kernel, plan, { ...watch, pace: paceOf([], true) })
    expect(stays.marks).toBe('ddd')
    expect(isSound(stays)).toBe(false)
    expect(valueOf(stays)).toBe(1500)
  })
  it('knows how steep the counted ones are', () => {
    expect(slopeOf({ values: [1, 9, 10, 11], marks: 'wccc' })).toBeCloseTo(0.2)
    expect(slopeOf({ values: [1, 9], marks: 'wc' })).toBe(0)
  })
  it('is steady when the last five hardly change', () => {
    expect(steady([10, 10, 10, 10])).toBe(false)
    expect(steady([1, 10, 10.1, 9.9, 10, 10])).toBe(true)
    expect(steady([8, 8.5, 9, 9.5, 10])).toBe(false)
  })
  it('writes four significant digits', () => {
    expect([41.2, 2131, 0.01234567, 21350.4].map(digits)).toEqual(['41.20', '2131', '0.01235', '21350'])
  })
})

describe('held at the display', () => {
  const frames = (n: number, of: (i: number) => number) => Array.from({ length: n }, (_, i) => of(i))
  it('knows a display by frames that last whole steps of it', () => {
    expect(heldAt(frames(100, (i) => (i % 9 === 0 ? 33.4 : 16.7)))).toBeCloseTo(59.9, 1)
  })
  it('knows it also where most frames missed a step', () => {
    const late = Array.from({ length: 100 }, (_, i) => ((i % 10 < 4 ? 1 : 2) * 1000) / 60)
    expect(heldAt(late)).toBeCloseTo(60)
  })
  it('knows nothing of uneven or few frames', () => {
    expect(heldAt(frames(100, (i) => 12 + (i % 10)))).toBeUndefined()
    expect(heldAt(frames(20, () => 16.7))).toBeUndefined()
    expect(heldAt([])).toBeUndefined()
  })
})

describe('seeded numbers', () => {
  it('are the same everywhere', () => {
    const next = seeded(41)
    const first = [next(), next(), next()]
    const again = seeded(41)
    expect([again(), again(), again()]).toEqual(first)
    expect(new Set(first).size).toBe(3)
    expect(mix(mix(0, 1), 2)).not.toBe(mix(mix(0, 2), 1))
  })
})

describe('detection', () => {
  it('takes the refresh rate from even frames only', () => {
    expect(refreshOf(Array<number>(40).fill(16.667))).toBeCloseTo(60, 0)
    expect(refreshOf(Array.from({ length: 40 }, (_, i) => (i % 2 ? 16 : 33)))).toBeUndefined()
    expect(refreshOf([16])).toBeUndefined()
  })
  it('knows software drawing by its name', () => {
    expect(isSoftware('Some Software Rasterizer')).toBe(true)
    expect(isSoftware('Vireo 3')).toBe(false)
  })
  it('finds the browser among the brands', () => {
    expect(
      browserFact([
        { brand: 'Not(A:Brand', version: '8' },
        { brand: 'Wick', version: '117.0.2' },
      ]),
    ).toMatchObject({
      value: 'Wick 117.0.2',
    })
    expect(browserFact([])).toMatchObject({ reason: 'the browser does not tell' })
    expect(browserOf('Mozilla/5.0 (Marram 14) AppleWebKit/537.36 (KHTML) Wick/117.0.2 Safari/537.36')).toBe(
      'Wick 117.0.2',
    )
    expect(browserOf('Mozilla/5.0 (Marram 14; rv:9) Gecko/2010 Sedge/12.1')).toBe('Sedge 12.1')
    expect(browserOf('')).toBeUndefined()
  })
})

describe('time left', () => {
  const queue = [
    { key: 'umbel', runsLeft: 2, minutes: 0.5, restSeconds: 2 },
    { key: 'petal', runsLeft: 3, minutes: 1, restSeconds: 0 },
  ]
  it('goes by what is expected at first and by what was measured after, with no rest after the last run', () => {
    expect(secondsLeft(queue, undefined, 0, new Map())).toBe(2 * 30 + 2 + 180)
    expect(secondsLeft(queue, 'umbel', 0.5, new Map([['umbel', 10]]))).toBe(2 * 10 + 2 - 5 + 180)
  })
})

describe('outbox', () => {
  function store(): Store & { fail?: boolean } {
    const kept = new Map<string, string>()
    return { getItem: (k) => kept.get(k) ?? null, setItem: (k, v) => void kept.set(k, v) }
  }
  const waiting = (id: string, sitting = 1): Waiting => ({
    token: 'old',
    run: { id, sitting, suite: { key: 'umbel', version: '1' } } as Schemas['RunFile'],
  })
  const answer = (kind: 'kept' | 'later') => (): Promise<Verdict> => Promise.resolve({ kind })

  it('keeps runs until the server has them', async () => {
    const box = new Outbox(store())
    box.add(waiting('a'))
    box.add(waiting('b'))
    await box.flush(answer('later'), () => undefined)
    expect(box.all()).toHaveLength(2)
    await box.flush(answer('kept'), () => undefined)
    expect(box.all()).toEqual([])
  })
  it('sends a run once even if it is asked to send twice at a time', async () => {
    const box = new Outbox(store())
    box.add(waiting('a'))
    let sent = 0
    const send = () => {
      sent++
      return Promise.resolve<Verdict>({ kind: 'kept' })
    }
    await Promise.all([box.flush(send, () => undefined), box.flush(send, () => undefined)])
    expect(sent).toBe(1)
  })
  it('throws nothing away that the server refused', async () => {
    const box = new Outbox(store())
    box.add(waiting('a'))
    await box.flush(
      () => Promise.resolve({ kind: 'refused', reason: 'no such suite' }),
      () => undefined,
    )
    expect(box.all()).toEqual([])
    expect(box.refused()).toMatchObject([{ reason: 'no such suite', run: { id: 'a' } }])
  })
  it('renews the token of runs of the same sitting', () => {
    const box = new Outbox(store())
    box.add(waiting('a', 1))
    box.add(waiting('b', 2))
    box.renew(1, 'new')
    expect(box.all().map((w) => w.token)).toEqual(['new', 'old'])
  })
})

describe('what the device page reads', () => {
  it('names the instruction set as native programs do', () => {
    expect(instructionSet('x86', '64').value).toBe('amd64')
    expect(instructionSet('arm', '64').value).toBe('aarch64')
    expect(instructionSet('reed', '48').value).toBe('reed 48')
    expect(instructionSet('', '').reason).toBe('the browser does not tell')
  })
  it('says loudly that an adapter is a program', () => {
    expect(adapterWords({ vendor: 'halden', architecture: 'h7', description: '' })).toBe('halden h7')
    expect(
      adapterWords({ vendor: '', architecture: '', description: 'plain', isFallbackAdapter: true }),
    ).toBe('plain (software)')
  })
})

describe('scenes', () => {
  it('are seeded: far reeds first, and every number from 0 to 1', () => {
    const distance = [...reeds()].filter((_, i) => i % 4 === 1)
    expect([...distance].sort((a, b) => b - a)).toEqual(distance)
    for (const data of [reeds(), birds(), drops()]) expect(data.every((x) => x >= 0 && x < 1)).toBe(true)
    expect([birds().length, drops().length]).toEqual([96_000, 3_600])
  })
})

describe('the time that the graphics chip tells', () => {
  /** Answers each query with so many nanoseconds, a collection late. */
  function chip(nanoseconds: number[], broken: boolean[] = []) {
    const open: number[] = []
    let asked = 0
    return {
      getExtension: (name: string) =>
        name === 'EXT_disjoint_timer_query_webgl2' ? { TIME_ELAPSED_EXT: 1, GPU_DISJOINT_EXT: 2 } : null,
      createQuery: () => ++asked,
      beginQuery: () => undefined,
      endQuery: () => open.push(0),
      deleteQuery: () => undefined,
      getParameter: () => broken.shift() ?? false,
      QUERY_RESULT_AVAILABLE: 3,
      QUERY_RESULT: 4,
      getQueryParameter: (query: number, what: number) =>
        what === 3 ? open.length > query : nanoseconds[query - 1],
    } as unknown as WebGL2RenderingContext
  }
  function iterations(timer: ReturnType<typeof drawTimer>, of: readonly number[]) {
    for (const frames of of) {
      for (let i = 0; i < frames; i++) timer?.begin()
      timer?.end()
      timer?.collect()
    }
    return timer?.times()
  }
  it('is a frame of each iteration that was answered for', () => {
    expect(iterations(drawTimer(chip([4e6, 9e6, 1e6])), [2, 3, 1])).toEqual({ x: [1, 2], y: [2, 3] })
  })
  it('is left out where the clock of the chip changed meanwhile', () => {
    expect(iterations(drawTimer(chip([4e6, 9e6, 1e6, 1e6], [false, true])), [2, 3, 1, 1])).toEqual({
      x: [3],
      y: [1],
    })
  })
  it('is not there where the browser has no such clock', () => {
    expect(drawTimer({ getExtension: () => null } as unknown as WebGL2RenderingContext)).toBeUndefined()
  })
})
