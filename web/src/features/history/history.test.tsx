import { fireEvent, screen, waitFor } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { serve, show } from '../../testing'
import { HistoryPage } from './HistoryPage'
import { recordAddress, recordWords } from './words'

const line = {
  at: '2026-05-04T10:00:00Z',
  kind: 'RUN',
  record: '0b2f9c1e-0000-4000-8000-000000000000',
  what: 'SET_ASIDE',
  who: 'Wren Alder',
  reason: 'a slip',
} as const

describe('what happened', () => {
  it('is listed with who, when and the way to the record', async () => {
    serve({ 'GET /api/v1/history': { lines: [line], more: false } })
    show(<HistoryPage />)
    const table = await screen.findByTestId('history')
    expect(table.textContent).toContain('Wren Alder')
    expect(table.textContent).toContain('set aside: a slip')
    expect(screen.getByText('run 0b2f9c1e').getAttribute('href')).toBe(`/ledger?run=${line.record}`)
    expect(screen.queryByText('Earlier')).toBeNull()
  })

  it('is asked for by kind, person, day and page', async () => {
    const sent = serve({ 'GET /api/v1/history': { lines: [], more: true } })
    show(<HistoryPage />, '/history?kind=MODEL')
    expect(await screen.findByText('Nothing happened that is so.')).toBeTruthy()
    fireEvent.change(screen.getByLabelText('By whom'), { target: { value: 'Ida' } })
    fireEvent.change(screen.getByLabelText('To'), { target: { value: '2026-05-04' } })
    fireEvent.click(screen.getByRole('button', { name: 'Earlier' }))
    await waitFor(() => {
      const asked = new URL(sent.at(-1)?.path ?? '', 'http://x').searchParams
      expect(asked.get('kind')).toBe('MODEL')
      expect(asked.get('who')).toBe('Ida')
      expect(asked.get('to')).toBe('2026-05-04')
      expect(asked.get('zone')).toBe(Intl.DateTimeFormat().resolvedOptions().timeZone)
      expect(asked.get('page')).toBe('1')
    })
  })

  it('calls records by what people know of them', () => {
    expect(recordWords({ kind: 'ACCESS', record: 'sign-in' })).toBe('access')
    expect(recordWords({ kind: 'SITTING', record: '7' })).toBe('run sheet 7')
    expect(recordWords({ kind: 'SITTING', record: '7', name: 'Ostrel Fen 13, as shipped' })).toBe(
      'run sheet Ostrel Fen 13, as shipped',
    )
    expect(recordAddress({ kind: 'BOARD', record: '7' })).toBeUndefined()
  })
})
