import { fireEvent, screen, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Reply, serve, show, strip } from '../testing'
import { partedBy } from './DeskStrip'
import { App } from './App'
import { applyTheme, turnTheme } from './theme'

/** jsdom has no event stream; the page only needs something to listen to. */
class Silence {
  addEventListener() {
    return undefined
  }
  close() {
    return undefined
  }
}

beforeEach(() => {
  vi.stubGlobal('EventSource', Silence)
  vi.stubGlobal('matchMedia', () => ({ matches: false }))
})
const person = { name: 'Wren Alder', firstAccountNeeded: false }

describe('the app', () => {
  it('asks who it is, and says if name and password do not fit', async () => {
    serve({
      'GET /api/v1/session': { firstAccountNeeded: false },
      'POST /api/v1/session': new Reply(401, { detail: 'Name and password do not fit.' }),
    })
    show(<App />)
    fireEvent.change(await screen.findByLabelText('Name'), { target: { value: 'Wren' } })
    fireEvent.change(screen.getByLabelText('Password'), { target: { value: 'x' } })
    fireEvent.click(screen.getByRole('button', { name: 'Sign in' }))
    expect(await screen.findByText('Name and password do not fit.')).toBeTruthy()
  })

  it('makes the first account of a new desk, with faults at their fields', async () => {
    const violations = [{ field: 'password', message: 'a password has at least 10 characters' }]
    serve({
      'GET /api/v1/session': { firstAccountNeeded: true },
      'POST /api/v1/first-account': new Reply(422, { detail: 'x', violations }),
    })
    show(<App />)
    expect(await screen.findByText('Make the first account')).toBeTruthy()
    for (const field of ['Key', 'Name', 'Password, at least 10 characters']) {
      fireEvent.change(screen.getByLabelText(field), { target: { value: 'short' } })
    }
    fireEvent.click(screen.getByRole('button', { name: 'Make the account' }))
    expect(await screen.findByText('a password has at least 10 characters')).toBeTruthy()
  })

  it('shows the strip with the device in focus marked, and goes by keys', async () => {
    serve({
      'GET /api/v1/session': person,
      'GET /api/v1/sittings': strip,
      'GET /api/v1/standings': {
        placed: 0,
        revision: 1,
        oneTest: false,
        groups: [],
        places: [],
        apart: [],
        unplaced: [],
      },
    })
    show(<App />, '/standings?focus=8')
    const tern = await screen.findByText('Tern 6')
    expect(tern.closest('a')?.getAttribute('aria-current')).toBe('true')
    expect(screen.getByText('Fen 13').closest('a')?.getAttribute('href')).toBe('/standings?focus=7')
    await waitFor(() => {
      expect(document.title).toMatch(/ · Yarrowmark$/)
    })
    fireEvent.click(screen.getByText('Skip to the view'))
    expect(document.activeElement?.tagName).toBe('MAIN')
    fireEvent.keyDown(window, { key: '?' })
    expect(await screen.findByText('Go to Ledger')).toBeTruthy()
  })

  it('says so when the server is away', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed')))
    show(<App />)
    expect(await screen.findByText(/The server cannot be reached/)).toBeTruthy()
  })
})

describe('the theme', () => {
  it('turns, and is remembered', () => {
    localStorage.clear()
    turnTheme()
    expect(document.documentElement.dataset['theme']).toBe('dark')
    turnTheme()
    expect(document.documentElement.dataset['theme']).toBe('light')
    delete document.documentElement.dataset['theme']
    applyTheme()
    expect(document.documentElement.dataset['theme']).toBe('light')
  })
})

describe('a strip with more devices than fit', () => {
  const devices = [1, 2, 3, 4].map((sitting) => ({ ...strip[0], sitting })) as typeof strip

  it('has the rest in a menu, and the one in focus always in sight', () => {
    const numbers = (list: readonly { readonly sitting: number }[]) => list.map((d) => d.sitting)
    const parts = partedBy(devices, 2, 4)
    expect(numbers(parts.shown)).toEqual([1, 4])
    expect(numbers(parts.rest)).toEqual([2, 3])
    expect(numbers(partedBy(devices, 2, 1).shown)).toEqual([1, 2])
    expect(partedBy(devices, 9, undefined).rest).toEqual([])
  })
})
