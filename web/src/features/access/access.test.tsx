import { fireEvent, screen, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import type { Schemas } from '../../api/client'
import { Reply, serve, show } from '../../testing'
import { AccessPage } from './AccessPage'
import { stateWords } from './words'

const script: Schemas['TokenView'] = {
  id: 'aaaaaaaaaaaa',
  scope: 'SCRIPT',
  role: 'REVIEWER',
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
const people: Schemas['PersonView'][] = [
  { id: 1, name: 'Wren Alder', role: 'OWNER', since: '2026-05-01T10:00:00Z', twoStep: false, edition: 0 },
  { id: 2, name: 'Ida Fell', role: 'READER', since: '2026-05-02T10:00:00Z', twoStep: true, edition: 3 },
  {
    id: 3,
    name: 'Tam Reed',
    role: 'REVIEWER',
    since: '2026-05-02T10:00:00Z',
    closedAt: '2026-06-01T10:00:00Z',
    twoStep: false,
    edition: 1,
  },
]
const owner = { name: 'Wren Alder', role: 'OWNER', codeNeeded: false, firstAccountNeeded: false }
const server = {
  'GET /api/v1/session': owner,
  'GET /api/v1/access/people': people,
  'GET /api/v1/access/links': [
    {
      id: 'cccccccccccc',
      kind: 'INVITATION',
      role: 'READER',
      forWhom: 'the intern',
      madeBy: 'Wren Alder',
      madeAt: '2026-05-04T10:00:00Z',
      expiresAt: '2099-05-04T10:00:00Z',
      good: true,
    },
  ],
  'GET /api/v1/account/sessions': [
    {
      id: 'dddddddddddd',
      since: '2026-05-04T10:00:00Z',
      lastUsed: '2026-05-04T11:00:00Z',
      from: '127.0.0.1',
      browser: 'Mozilla/5.0 (Marram 14; x64) AppleWebKit/537.36 (KHTML, like Gecko) Heron/12.0 Safari/537.36',
      here: true,
    },
    { id: 'eeeeeeeeeeee', since: '2026-05-03T10:00:00Z', lastUsed: '2026-05-03T11:00:00Z', here: false },
  ],
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
    expect(screen.getAllByRole('button', { name: /^end the token/ })).toHaveLength(1)
    expect(screen.getByText('made a token').textContent).toContain('for the script nightly')
    fireEvent.click(screen.getByRole('button', { name: 'end the token of nightly' }))
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

  it('shows who is here, and lets an owner invite, change and close', async () => {
    const sent = serve({
      ...server,
      'POST /api/v1/access/links': new Reply(201, { secret: 's3cret', expiresAt: '2099-01-01T00:00:00Z' }),
      'POST /api/v1/access/people/2/close': { ...people[1], closedAt: '2026-06-02T10:00:00Z' },
    })
    show(<AccessPage />, '/access')
    const table = within(await screen.findByTestId('people'))
    expect(table.getByText(/with codes of an authenticator/)).toBeTruthy()
    expect(screen.getByTestId('people').textContent).toContain(', closed ')
    expect((await screen.findByTestId('links')).textContent).toContain(
      'An invitation as reader for the intern, by Wren Alder, good until 2099-05-04',
    )
    fireEvent.change(screen.getByLabelText('Invite'), { target: { value: 'Lin' } })
    fireEvent.click(screen.getByRole('button', { name: 'Make a link' }))
    expect((await screen.findByTestId('invitation')).textContent).toContain('/?link=s3cret')
    expect(sent.find((s) => s.method === 'POST')?.body).toEqual({
      role: 'REVIEWER',
      forWhom: 'Lin',
      days: 7,
    })
    fireEvent.click(screen.getByRole('button', { name: 'close the account of Ida Fell' }))
    expect(await screen.findByText(/The account of Ida Fell is closed/)).toBeTruthy()
  })

  it('offers nothing of that to who is no owner', async () => {
    serve({ ...server, 'GET /api/v1/session': { ...owner, name: 'Ida Fell', role: 'READER' } })
    show(<AccessPage />, '/access')
    expect(await screen.findByText('An owner invites people and says what they may do.')).toBeTruthy()
    expect(screen.queryByLabelText('Invite')).toBeNull()
    expect(screen.queryByText('close the account')).toBeNull()
  })

  it('lists where one is signed in, and changes the password or says why not', async () => {
    let answer: unknown = new Reply(422, {
      violations: [{ field: 'old', message: 'is not the password of Wren Alder' }],
    })
    serve({
      ...server,
      'PUT /api/v1/account/password': () => answer,
      'POST /api/v1/account/two-step/offers': { secret: 'ABCD', address: 'otpauth://totp/x?secret=ABCD' },
    })
    show(<AccessPage />, '/access')
    const places = within(await screen.findByTestId('sessions'))
    expect(await places.findByText(/Here: Heron 12 on Marram 14 at 127.0.0.1/)).toBeTruthy()
    expect(places.getByText(/a browser at an unknown address/)).toBeTruthy()
    expect(places.getAllByRole('button')).toHaveLength(1)
    fireEvent.click(screen.getByRole('button', { name: 'Change the password' }))
    fireEvent.change(screen.getByLabelText('Password as it is'), { target: { value: 'wrong' } })
    fireEvent.change(screen.getByLabelText('New password, at least 10 characters'), {
      target: { value: 'mud and marram' },
    })
    fireEvent.click(screen.getByRole('button', { name: 'Change it' }))
    expect(await screen.findByText('is not the password of Wren Alder')).toBeTruthy()
    answer = new Reply(204, null)
    fireEvent.click(screen.getByRole('button', { name: 'Change it' }))
    expect(await screen.findByText(/signed out everywhere else/)).toBeTruthy()
    await vi.waitFor(() => {
      expect(screen.queryByLabelText('Password as it is')).toBeNull()
    })
    fireEvent.click(screen.getByRole('button', { name: 'Sign in with codes too' }))
    fireEvent.click(screen.getByRole('button', { name: 'Show the secret' }))
    expect((await screen.findByTestId('two-step-secret')).textContent).toBe('ABCD')
  })

  it('says of every token what is true of it', () => {
    const now = new Date('2026-06-01T00:00:00Z')
    expect(stateWords({ good: true }, now)).toBe('good, without an end')
    expect(stateWords({ good: true, expiresAt: '2026-06-02T00:00:00Z' }, now)).toBe('good until 2026-06-02')
    expect(stateWords({ good: false, expiresAt: '2026-05-02T00:00:00Z' }, now)).toBe('ran out 2026-05-02')
  })
})
