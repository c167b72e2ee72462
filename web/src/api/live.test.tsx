import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, renderHook } from '@testing-library/react'
import type { ReactNode } from 'react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useLiveEvents } from './live'
import { keys } from './keys'

/** A stream whose events the test sends. */
class Stream extends EventTarget {
  static all: Stream[] = []
  closed = false
  constructor(readonly address: string) {
    super()
    Stream.all.push(this)
  }
  close() {
    this.closed = true
  }
  says(name: string, data?: string) {
    act(() => {
      this.dispatchEvent(data === undefined ? new Event(name) : new MessageEvent(name, { data }))
    })
  }
}

const see = (state: DocumentVisibilityState) => {
  vi.spyOn(document, 'visibilityState', 'get').mockReturnValue(state)
  act(() => {
    document.dispatchEvent(new Event('visibilitychange'))
  })
}

describe('live events', () => {
  let client: QueryClient
  const listen = () =>
    renderHook(
      () => {
        useLiveEvents(true)
      },
      {
        wrapper: ({ children }: { readonly children: ReactNode }) => (
          <QueryClientProvider client={client}>{children}</QueryClientProvider>
        ),
      },
    )
  const stale = (...key: readonly unknown[]) => client.getQueryState(key)?.isInvalidated
  const last = () => {
    const stream = Stream.all.at(-1)
    if (!stream) throw new Error('no stream was opened')
    return stream
  }

  beforeEach(() => {
    Stream.all = []
    vi.stubGlobal('EventSource', Stream)
    client = new QueryClient()
    for (const key of ['standings', 'boards', 'facts']) client.setQueryData([key], 'known')
  })
  it('renews what an event names, and no more', () => {
    listen()
    last().says('open')
    last().says('changed', 'RUNS')
    expect(stale('standings')).toBe(true)
    expect(stale('boards')).toBe(false)
  })

  it('puts progress into the sheet at once', () => {
    client.setQueryData(keys.sheet(7), { sitting: 7 })
    listen()
    last().says('progress', JSON.stringify({ sitting: 7, suite: 'stem', share: 0.5 }))
    expect(client.getQueryData(keys.sheet(7))).toMatchObject({ progress: { share: 0.5 } })
  })

  it('holds no connection while another page covers it, and then asks for everything again', () => {
    listen()
    last().says('open')
    see('hidden')
    expect(last().closed).toBe(true)
    expect(stale('boards')).toBe(false)

    see('visible')
    expect(Stream.all).toHaveLength(2)
    last().says('open')
    expect(stale('boards')).toBe(true)
  })

  it('asks for everything again once a page that was opened behind others is seen', () => {
    see('hidden')
    listen()
    expect(Stream.all).toEqual([])
    see('visible')
    last().says('open')
    expect(stale('standings')).toBe(true)
  })

  it('lets go when the page is left, and listens again when it comes back', () => {
    listen()
    act(() => {
      window.dispatchEvent(new Event('pagehide'))
    })
    expect(last().closed).toBe(true)
    act(() => {
      window.dispatchEvent(new Event('pageshow'))
    })
    expect(Stream.all).toHaveLength(2)
    expect(last().closed).toBe(false)
  })

  it('asks for everything again after a lost connection, but not after the first', () => {
    const hook = listen()
    last().says('open')
    expect(stale('facts')).toBe(false)
    last().says('error')
    last().says('open')
    expect(stale('facts')).toBe(true)
    hook.unmount()
    expect(last().closed).toBe(true)
  })
})
