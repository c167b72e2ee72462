import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { serve, sheet, show, strip } from '../../testing'
import { ShortList } from '../standings/ShortList'
import { WhatNext, summary } from './WhatNext'

const run = (
  suiteId: number,
  suite: string,
  more: Partial<Schemas['ProposedRun']> = {},
): Schemas['ProposedRun'] => ({
  suiteId,
  suite,
  home: 'TYPED',
  minutes: 6,
  learned: false,
  first: true,
  places: false,
  reachBefore: 0.013,
  reachAfter: 0.0121,
  groups: ['GRAPHICS'],
  ...more,
})

const plan: Schemas['NextRunsView'] = {
  setupId: 11,
  minutes: 60,
  used: 16,
  pool: 'devices of its kind',
  neighbours: ['Corvane Slip 13'],
  placeBefore: { best: 6, worst: 9, of: 14 },
  placeAfter: { best: 7, worst: 8, of: 14 },
  runs: [
    run(4, 'Lumenwalk 2'),
    run(3, 'Kernmill 3', { first: false, learned: true }),
    run(3, 'Kernmill 3', { first: false }),
  ],
  left: [{ suite: 'Leaf 2', reason: 'takes longer than there is' }],
  anotherDay: [],
}

describe('what to run next', () => {
  it('proposes another day only where nothing tells how far days move a score', async () => {
    serve({
      'GET /api/v1/sittings': strip,
      'GET /api/v1/plans/runs': { ...plan, anotherDay: ['Stem 3', 'Leaf 2'] },
    })
    const { unmount } = show(<WhatNext sheet={sheet} onClose={() => undefined} />)
    expect((await screen.findByTestId('another-day')).textContent).toContain(
      'Stem 3 and Leaf 2 run once more',
    )
    unmount()
    serve({ 'GET /api/v1/sittings': strip, 'GET /api/v1/plans/runs': plan })
    show(<WhatNext sheet={sheet} onClose={() => undefined} />)
    await screen.findByTestId('plan')
    expect(screen.queryByTestId('another-day')).toBeNull()
  })

  it('puts the proposed runs on the run sheet with one key, repeats added to what is done', async () => {
    const closed = vi.fn()
    const sent = serve({
      'GET /api/v1/sittings': strip,
      'GET /api/v1/plans/runs': plan,
      'POST /api/v1/sittings/7/suites': sheet,
      'PUT /api/v1/sittings/7/suites/*': sheet,
    })
    show(<WhatNext sheet={sheet} onClose={closed} />, '/desk/7')
    expect(await screen.findByText(/3 runs in 16 min. It may have places 6 to 9 of 14/)).toBeTruthy()
    expect(screen.getByText('first run here')).toBeTruthy()
    expect(screen.getAllByText(/when 1.30 % → 1.21 % apart/)).toHaveLength(3)
    const field = screen.getByLabelText('There are')
    fireEvent.submit(field)
    await waitFor(() => {
      expect(closed).toHaveBeenCalled()
    })
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({ suites: [4, 3] })
    expect(sent.filter((s) => s.method === 'PUT').map((s) => s.body)).toEqual([
      { repeats: 1 },
      { repeats: 2 },
    ])
  })

  it('asks anew for other minutes and says if they are none', async () => {
    const sent = serve({ 'GET /api/v1/sittings': strip, 'GET /api/v1/plans/runs': plan })
    show(<WhatNext sheet={sheet} onClose={() => undefined} />, '/desk/7')
    fireEvent.change(await screen.findByLabelText('There are'), { target: { value: '12,5' } })
    await waitFor(() => {
      expect(sent.some((s) => s.path.includes('minutes=12.5'))).toBe(true)
    })
    fireEvent.change(screen.getByLabelText('There are'), { target: { value: 'none' } })
    expect(screen.getByText(/more than 0 and at most a week/)).toBeTruthy()
  })

  it('says plainly where nothing is worth it, and where a place is still lacking', () => {
    expect(summary({ ...plan, runs: [] })).toContain('give it more')
    expect(summary({ ...plan, runs: [], left: [] })).toContain('Nothing that could be run here')
    const unplaced: Schemas['NextRunsView'] = { ...plan }
    delete unplaced.placeBefore
    delete unplaced.placeAfter
    expect(summary(unplaced)).toContain(
      'it gets a place overall among devices of its kind, which it lacks now',
    )
    expect(summary({ ...plan, placeAfter: { best: 6, worst: 9, of: 14 } })).toContain('get told')
  })

  it('shortens the list of suites and says how much of the order is kept', async () => {
    const list: Schemas['ShortListView'] = {
      group: 'PROCESSOR',
      minutes: 10,
      used: 5,
      full: 30,
      subjects: 63,
      kept: 0.956,
      suites: [
        { suiteId: 3, suite: 'Kernmill 3', minutes: 5, learned: false, tests: 3, chosen: true },
        { suiteId: 4, suite: 'Stem 2', minutes: 25, learned: true, tests: 16, chosen: false },
      ],
    }
    const sent = serve({ 'GET /api/v1/sittings': strip, 'GET /api/v1/plans/suites': list })
    show(<ShortList group="PROCESSOR" kind="LAPTOP" onClose={() => undefined} />, '/standings')
    expect((await screen.findByTestId('kept')).textContent).toContain(
      '5 min instead of 30 min, one run each. Expect 0.96',
    )
    expect(screen.getByText('left out')).toBeTruthy()
    expect(sent.some((s) => s.path.includes('kind=LAPTOP'))).toBe(true)
  })
})
