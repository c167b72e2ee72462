import { fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { Reply, serve, show } from '../../testing'
import { AccessPage } from './AccessPage'
import { eventWords, stateWords } from './words'

const script: Schemas['TokenView'] = {
  id: 'aaaaaaaaaaaa',
  scope: 'SCRIPT',
  name: 'nightly',
  createdAt: '2026-05-04T10:00:00Z',
  expiresAt: '2099-05-04T10:00:00Z',
  good: true,
}
const device: Schemas['TokenView'] = {
  ...script,
  id: 'bbbbbbbbbbbb',
  scope: 'DEVICE',
  name: 'runner 0.1.0',
  sittingId: 7,
  good: false,
  endedAt: '2026-05-04T12:00:00Z',
  endedReason: 'by Wren Alder',
}
const server = {
  'GET /api/v1/access/tokens': [script, device],
  'GET /api/v1/access/events': [
    { at: '2026-05-04T10:00:00Z', what: 'TOKEN_MADE', who: 'Wren Alder', reason: 'for the script nightly' },
  ],
}

describe('who may do what', () => {
  it('lists scripts and devices apart, and ends a token', async () => {
    const sent = serve({ ...server, 'DELETE /api/v1/access/tokens/aaaaaaaaaaaa': new Reply(204, null) })
    show(<AccessPage />, '/access')
    expect(await screen.findByText('nightly')).toBeTruthy()
    expect(screen.getByText('ended 2026-05-04 by Wren Alder')).toBeTruthy()
    expect(screen.getAllByRole('button', { name: /^End the token/ })).toHaveLength(1)
    expect(screen.getByText('made a token').textContent).toContain('for the script nightly')
    fireEvent.click(screen.getByRole('button', { name: 'End the token of nightly' }))
    expect(await screen.findByText(/is ended: it opens nothing/)).toBeTruthy()
    expect(sent.some((s) => s.method === 'DELETE')).toBe(true)
  })

  it('makes a token and shows it once, or says why not', async () => {
    let answer: unknown = new Reply(422, {
      violations: [{ field: 'days', message: 'are 1 to 3650, got 9999' }],
    })
    serve({ ...server, 'POST /api/v1/access/tokens': () => answer })
    show(<AccessPage />, '/access')
    fireEvent.change(await screen.findByLabelText('A new token, for'), { target: { value: 'weekly' } })
    fireEvent.click(screen.getByRole('button', { name: 'Make a token' }))
    expect(await screen.findByText('Days: are 1 to 3650, got 9999')).toBeTruthy()
    answer = new Reply(201, { secret: 's3cret', expiresAt: '2099-01-01T00:00:00Z' })
    fireEvent.click(screen.getByRole('button', { name: 'Make a token' }))
    expect(within(await screen.findByTestId('token')).getByText('s3cret')).toBeTruthy()
  })

  it('says of every token what is true of it', () => {
    const now = new Date('2026-06-01T00:00:00Z')
    expect(stateWords({ good: true }, now)).toBe('good, without an end')
    expect(stateWords({ good: true, expiresAt: '2026-06-02T00:00:00Z' }, now)).toBe('good until 2026-06-02')
    expect(stateWords({ good: false, expiresAt: '2026-05-02T00:00:00Z' }, now)).toBe('ran out 2026-05-02')
    expect(eventWords('SIGNED_IN')).toBe('signed in')
  })
})
