import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../api/client'
import { kernmill, serve, show } from '../testing'
import { SetupFlags } from './SetupFlags'

const kept: Schemas['SetupFlag'] = {
  flag: 'MAKER_TUNING',
  suite: 3,
  note: 'only in this list',
  who: 'Merle',
  at: '2026-05-04T10:00:00Z',
}

describe('flags of a whole setup', () => {
  it('are set with a note, on one suite or on every one', async () => {
    const sent = serve({
      'GET /api/v1/setups/11/flags': [],
      'GET /api/v1/suites': [kernmill],
      'PUT /api/v1/setups/11/flags/MAKER_TUNING': [kept],
    })
    show(<SetupFlags setup={11} />)
    fireEvent.click(await screen.findByText('Flag all its runs'))
    fireEvent.change(screen.getByLabelText('Of which suite'), { target: { value: 'kern' } })
    fireEvent.click(await screen.findByText('Kernmill 3'))
    fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'only in this list' } })
    fireEvent.click(screen.getByText('Flag them'))
    await waitFor(() => {
      expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ suite: 3, note: 'only in this list' })
    })
  })

  it('are shown with their reason, and taken off', async () => {
    const sent = serve({
      'GET /api/v1/setups/11/flags': [kept],
      'GET /api/v1/suites': [kernmill],
      'DELETE /api/v1/setups/11/flags/MAKER_TUNING': [],
    })
    show(<SetupFlags setup={11} />)
    expect(
      (await screen.findByText(/maker tuning suspected, Kernmill: only in this list/)).textContent,
    ).toContain('take it off')
    fireEvent.click(screen.getByText('take it off'))
    await waitFor(() => {
      expect(sent.find((s) => s.method === 'DELETE')?.path).toContain('suite=3')
    })
  })
})
