// @vitest-environment jsdom

import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, cleanup, fireEvent, renderHook, screen, waitFor } from '@testing-library/react'
import type { ReactNode } from 'react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Problem } from '../api/client'
import { keys } from '../api/keys'
import { Notices } from './Notices'
import { by, useDeed } from './deed'
import type { Deed } from './deed'

interface Naming {
  readonly name: string
  readonly before: string
}

describe('a deed', () => {
  let client: QueryClient
  const send = vi.fn<(args: Naming) => Promise<string>>()
  const rename: Deed<Naming, string> = {
    send,
    answers: () => keys.setup(3),
    renews: ['models'],
    says: ({ name }) => `It is called ${name}.`,
    undo: ({ name, before }) => by(rename, { name: before, before: name }),
  }
  const start = (told?: 'here') =>
    renderHook(() => useDeed(rename, told), {
      wrapper: ({ children }: { readonly children: ReactNode }) => (
        <QueryClientProvider client={client}>
          <Notices>{children}</Notices>
        </QueryClientProvider>
      ),
    }).result
  const isStale = (key: readonly unknown[]) => client.getQueryState(key)?.isInvalidated

  beforeEach(() => {
    client = new QueryClient()
    client.setQueryData(keys.models(), 'known')
    client.setQueryData(keys.facts(), 'known')
    send.mockReset()
  })
  it('keeps the answer, renews what it says and nothing else, and is busy meanwhile', async () => {
    let answer: (name: string) => void = () => undefined
    send.mockReturnValue(new Promise((resolve) => (answer = resolve)))
    const doing = start()
    let done: Promise<string | undefined> | undefined
    act(() => {
      done = doing.current.run({ name: 'Fen', before: 'Moor' })
    })
    expect(doing.current.busy).toBe(true)
    await act(async () => {
      answer('Fen')
      expect(await done).toBe('Fen')
    })
    expect(doing.current.busy).toBe(false)
    expect(client.getQueryData(keys.setup(3))).toBe('Fen')
    expect(isStale(keys.models())).toBe(true)
    expect(isStale(keys.facts())).toBe(false)
  })

  it('is taken back by its undo', async () => {
    send.mockImplementation(({ name }) => Promise.resolve(name))
    const doing = start()
    await act(() => doing.current.run({ name: 'Fen', before: 'Moor' }))
    fireEvent.click(screen.getByText('Undo'))
    await waitFor(() => {
      expect(send.mock.lastCall).toEqual([{ name: 'Moor', before: 'Fen' }])
    })
    expect(await screen.findByText('It is called Moor.')).toBeDefined()
  })

  it('that is refused says so in a notice, or where it is offered', async () => {
    send.mockRejectedValue(new Problem(422, 'Name: is empty', [{ field: 'name', message: 'is empty' }]))
    const doing = start()
    await act(async () => {
      expect(await doing.current.run({ name: '', before: 'Moor' })).toBeUndefined()
    })
    expect(screen.getByText('Name: is empty')).toBeDefined()
    cleanup()
    const here = start('here')
    await act(() => here.current.run({ name: '', before: 'Moor' }))
    expect(screen.queryByText('Name: is empty')).toBeNull()
    expect(here.current.problem).toBe('Name: is empty')
    expect(here.current.of('name')).toBe('is empty')
    expect(here.current.general).toBeNull()
  })

  it('that would overwrite shows what the other kept, and asks anew for what it is about', async () => {
    send.mockRejectedValue(new Problem(409, 'Somebody else changed it.', [], 'Marsh'))
    const doing = start('here')
    await act(() => doing.current.run({ name: 'Fen', before: 'Moor' }))
    expect(doing.current.theirs).toBe('Marsh')
    expect(doing.current.problem).toBeNull()
    expect(isStale(keys.models())).toBe(true)
    act(() => {
      doing.current.clear()
    })
    expect(doing.current.theirs).toBeUndefined()
  })

  it('that is one of many renews once, when all are done', async () => {
    send.mockImplementation(({ name }) => Promise.resolve(name))
    const doing = start()
    await act(async () => {
      await doing.current.attempt({ name: 'Fen', before: '' })
      await doing.current.attempt({ name: 'Moor', before: '' })
    })
    expect(isStale(keys.models())).toBe(false)
    await act(() => doing.current.renewed())
    expect(isStale(keys.models())).toBe(true)
    send.mockRejectedValue(new Problem(422, 'no'))
    await expect(doing.current.attempt({ name: '', before: '' })).rejects.toThrow('no')
  })
})
