import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { Problem } from '../api/client'

const lookEvery = 2000

/** How it stands with the server: there, away, or there without its records. */
export type Reach = 'there' | 'away' | 'without-records'

/** Asks whether the server is ready, past everything that is kept. */
async function look(): Promise<Reach> {
  try {
    const answer = await fetch('/actuator/health/readiness', { cache: 'no-store' })
    return answer.ok ? 'there' : 'without-records'
  } catch {
    return 'away'
  }
}

/**
 * Says when the desk cannot be reached, and that what is typed and shown stays. Once an answer fails to come it looks by
 * itself until the desk is there again; then everything shown is read anew.
 */
export function Connection() {
  const client = useQueryClient()
  const [reach, setReach] = useState<Reach>('there')
  const last = useRef<Reach>('there')
  const settle = useCallback(
    (now: Reach) => {
      if (last.current !== 'there' && now === 'there') void client.invalidateQueries()
      last.current = now
      setReach(now)
    },
    [client],
  )
  useEffect(
    () =>
      client.getQueryCache().subscribe((event) => {
        if (event.type !== 'updated') return
        const { fetchFailureReason } = event.query.state
        // One answer that did not come may have been too much at once: what is said rests on a look of its own.
        if (fetchFailureReason instanceof Problem && fetchFailureReason.isAway) void look().then(settle)
      }),
    [client, settle],
  )
  useEffect(() => {
    if (reach === 'there') return
    const timer = setInterval(() => {
      void look().then(settle)
    }, lookEvery)
    return () => {
      clearInterval(timer)
    }
  }, [reach, settle])
  if (reach === 'there') return null
  return (
    <p
      role="status"
      data-testid="connection"
      className="bg-mulberry text-sheet text-base px-4.5 py-1.25 shrink-0"
    >
      {reach === 'away' ? 'Not connected to the desk.' : 'The desk cannot reach its records.'} What is shown
      and typed stays here; it goes on by itself once it can.
    </p>
  )
}
