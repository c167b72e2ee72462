import { QueryClient, QueryClientProvider, useQuery } from '@tanstack/react-query'
import { act, fireEvent, render, screen } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Problem } from '../api/client'
import { Connection } from './Connection'

let away: Problem | null = null
let ready: number | null = 200

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('fetch', () =>
    ready === null ? Promise.reject(new TypeError('no network')) : Promise.resolve({ ok: ready === 200 }),
  )
})

function Shown() {
  const query = useQuery({
    queryKey: ['shown'],
    queryFn: () => (away ? Promise.reject(away) : Promise.resolve('the scores')),
    retry: false,
  })
  return (
    <>
      <p>{query.data ?? 'nothing'}</p>
      <button onClick={() => void query.refetch()}>again</button>
    </>
  )
}

const tick = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms))

describe('the line about the connection', () => {
  it('is there while the desk is away, keeps what is shown, and goes by itself', async () => {
    away = null
    render(
      <QueryClientProvider client={new QueryClient()}>
        <Connection />
        <Shown />
      </QueryClientProvider>,
    )
    await tick(10)
    expect(screen.queryByTestId('connection')).toBeNull()

    away = new Problem(0, 'cannot be reached')
    ready = null
    fireEvent.click(screen.getByText('again'))
    await tick(10)
    expect(screen.getByTestId('connection').textContent).toMatch(/^Not connected to the desk/)
    expect(screen.getByText('the scores')).toBeTruthy()

    ready = 503
    await tick(2100)
    expect(screen.getByTestId('connection').textContent).toMatch(/^The desk cannot reach its records/)

    away = null
    ready = 200
    await tick(2100)
    expect(screen.queryByTestId('connection')).toBeNull()
  })

  it('says nothing where only one answer failed to come', async () => {
    away = new Problem(503, 'so much is being computed that this has to wait')
    ready = 200
    render(
      <QueryClientProvider client={new QueryClient()}>
        <Connection />
        <Shown />
      </QueryClientProvider>,
    )
    await tick(2500)
    expect(screen.queryByTestId('connection')).toBeNull()
  })

  it('says nothing of a request that was refused', async () => {
    away = new Problem(422, 'a name has 1 to 60 characters')
    render(
      <QueryClientProvider client={new QueryClient()}>
        <Connection />
        <Shown />
      </QueryClientProvider>,
    )
    await tick(10)
    expect(screen.queryByTestId('connection')).toBeNull()
  })
})
