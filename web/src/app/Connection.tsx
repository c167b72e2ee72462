import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
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
  useEffect(
    () =>
      client.getQueryCache().subscribe((event) => {
        if (event.type !== 'updated') return
        const { fetchFailureReason } = event.query.state
        if (fetchFailureReason instanceof Problem && fetchFailureReason.isAway) {
          setReach((before) =>
            before === 'there' ? (fetchFailureReason.status === 0 ? 'away' : 'without-records') : before,
          )
        }
      }),
    [client],
  )
  useEffect(() => {
    if (reach === 'there') return
    const timer = setInterval(() => {
      void look().then((now) => {
        setReach(now)
        if (now === 'there') void client.invalidateQueries()
      })
    }, lookEvery)
    return () => {
      clearInterval(timer)
    }
  }, [client, reach])
  if (reach === 'there') return null
  return (
    <p
      role="status"
      data-testid="connection"
      className="bg-mulberry text-sheet text-[13px] px-[18px] py-[5px] shrink-0"
    >
      {reach === 'away' ? 'Not connected to the desk.' : 'The desk cannot reach its records.'} What is shown
      and typed stays here; it goes on by itself when they are back.
    </p>
  )
}
