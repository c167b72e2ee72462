import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { browserFact, isSoftware, refreshOf } from './detect'
import { digits, measure, plans, steady } from './measure'
import { Outbox } from './outbox'
import type { Store, Verdict, Waiting } from './outbox'
import { mix, seeded } from './random'
import { secondsLeft } from './time'
import { clone } from './workloads/clone'
import { search } from './workloads/search'
import { table } from './workloads/table'

describe('measure', () => {
  /** A clock that only the work moves: each iteration takes `size` milliseconds. */
  function spinner(fail = false) {
    let now = 0
    const sizes: number[] = []
    const kernel = {
      metric: 'spin',
      start: 1,
      prepare: (size: number) => ({
        work: size,
        run() {
          sizes.push(size)
          now += size
          if (fail) throw new Error('wrong result')
        },
      }),
    }
    const watch = {
      now: () => now,
      check: () => undefined,
      breathe: () => undefined,
      onSample: () => undefined,
    }
    return { kernel, watch, sizes }
  }
  it('doubles the work until an iteration is long enough, warms up until steady, and counts', async () => {
    const { kernel, watch, sizes } = spinner()
    const measured = await measure(kernel, plans.normal, watch)
    expect(sizes.at(-1)).toBe(128)
    expect(measured.marks).toBe('wwwww' + 'c'.repeat(12))
    expect(measured.value).toBeCloseTo(1000)
  })
  it('stops at a wrong result', async () => {
    const { kernel, watch } = spinner(true)
    await expect(measure(kernel, plans.tiny, watch)).rejects.toThrow('wrong result')
  })
  it('stops when it is told to', async () => {
    const { kernel, watch } = spinner()
    const check = () => {
      throw new Error('page was hidden')
    }
    await expect(measure(kernel, plans.tiny, { ...watch, check })).rejects.toThrow('page was hidden')
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

describe('kernels', () => {
  it.each([table, clone, search])('$metric checks itself and can be repeated', async (kernel) => {
    const job = await kernel.prepare(kernel.start)
    await job.run()
    await job.run()
    expect(job.work).toBeGreaterThan(0)
    expect((await kernel.prepare(kernel.start * 2)).work).toBeGreaterThan(job.work * 1.9)
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
  })
})

describe('time left', () => {
  const queue = [
    { key: 'umbel', runsLeft: 2, minutes: 0.5, restSeconds: 2 },
    { key: 'petal', runsLeft: 3, minutes: 1, restSeconds: 0 },
  ]
  it('goes by the sheet at first and by what was measured after', () => {
    expect(secondsLeft(queue, undefined, 0, new Map())).toBe(2 * 32 + 180)
    expect(secondsLeft(queue, 'umbel', 0.5, new Map([['umbel', 10]]))).toBe(2 * 12 - 5 + 180)
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
