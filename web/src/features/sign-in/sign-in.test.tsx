import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, describe, expect, it } from 'vitest'
import { Reply, serve, show } from '../../testing'
import { SignIn } from './SignIn'

const type = (label: string, value: string) => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } })
}

afterEach(() => {
  history.replaceState(null, '', '/')
})

describe('signing in', () => {
  it('asks for a code where name and password are not enough', async () => {
    const sent = serve({ 'POST /api/v1/session': { codeNeeded: true, firstAccountNeeded: false } })
    show(<SignIn first={false} />)
    type('Name', 'Wren Alder')
    type('Password', 'salt and samphire')
    fireEvent.click(screen.getByRole('button', { name: 'Sign in' }))
    await screen.findByLabelText('Code')
    type('Code', '123 456')
    fireEvent.click(screen.getByRole('button', { name: 'Sign in' }))
    await waitFor(() => {
      expect(sent.at(-1)?.body).toEqual({
        name: 'Wren Alder',
        password: 'salt and samphire',
        code: '123 456',
      })
    })
  })

  it('makes the account that a link is for, and says what it will be able to do', async () => {
    history.replaceState(null, '', '/?link=s3cret')
    const sent = serve({
      'POST /api/v1/links/look': {
        kind: 'INVITATION',
        role: 'READER',
        forWhom: 'Lin',
        expiresAt: '2026-06-01T10:00:00Z',
      },
      'POST /api/v1/links/use': { name: 'Lin', role: 'READER', codeNeeded: false, firstAccountNeeded: false },
    })
    show(<SignIn first={false} />)
    expect(await screen.findByText(/You will be a reader: you see everything/)).toBeTruthy()
    type('Name', 'Lin')
    type('Password, at least 10 characters', 'mud and marram')
    fireEvent.click(screen.getByRole('button', { name: 'Make the account' }))
    await waitFor(() => {
      expect(location.search).toBe('')
    })
    expect(sent.at(-1)?.body).toEqual({ secret: 's3cret', name: 'Lin', password: 'mud and marram' })
  })

  it('takes a new password by a link, and says what ends with it', async () => {
    history.replaceState(null, '', '/?link=again')
    serve({
      'POST /api/v1/links/look': {
        kind: 'RESET',
        forWhom: 'Lin',
        name: 'Lin',
        expiresAt: '2026-06-01T10:00:00Z',
      },
    })
    show(<SignIn first={false} />)
    expect(await screen.findByText('A new password for Lin')).toBeTruthy()
    expect(screen.getByText(/You are signed out everywhere/)).toBeTruthy()
    expect(screen.queryByLabelText('Name')).toBeNull()
  })

  it('says why a link opens nothing', async () => {
    history.replaceState(null, '', '/?link=old')
    serve({ 'POST /api/v1/links/look': new Reply(410, { detail: 'This link ran out.' }) })
    show(<SignIn first={false} />)
    expect(await screen.findByText('This link ran out.')).toBeTruthy()
    expect(screen.getByText('Sign in instead').getAttribute('href')).toBe('/')
  })
})
