import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import type { Schemas } from './client'
import { keys, renew } from './keys'
import type { Family } from './keys'

type Progress = NonNullable<Schemas['RunSheet']['progress']>
type Sheet = Schemas['RunSheet']
type Strip = readonly Schemas['StripView'][]

type Topic = Schemas['Topic']

/** What of the server's records each family is made of: it is asked for again when one of them changed. */
const madeOf: Readonly<Record<Family, readonly Topic[]>> = {
  session: [],
  lan: [],
  demo: [],
  access: [],
  history: ['SITTINGS', 'RUNS', 'CATALOGUE', 'BOARDS', 'STANDINGS', 'WRITE_UPS'],
  link: [],
  joined: ['SITTINGS'],
  strip: ['SITTINGS', 'RUNS'],
  sheet: ['SITTINGS', 'RUNS'],
  scores: ['RUNS'],
  check: [],
  standings: ['RUNS', 'CATALOGUE', 'STANDINGS'],
  comparison: ['RUNS', 'CATALOGUE'],
  ledger: ['RUNS'],
  run: ['RUNS'],
  profile: ['RUNS', 'CATALOGUE'],
  line: ['RUNS', 'CATALOGUE'],
  inside: ['RUNS'],
  plan: ['RUNS', 'CATALOGUE'],
  models: ['CATALOGUE'],
  suites: ['CATALOGUE'],
  setups: ['CATALOGUE'],
  setup: ['CATALOGUE'],
  facts: ['CATALOGUE'],
  imports: ['CATALOGUE'],
  'sheet-text': ['CATALOGUE'],
  'sheet-check': [],
  curve: [],
  boards: ['BOARDS'],
  'write-ups': ['WRITE_UPS', 'CATALOGUE'],
  'write-up': ['WRITE_UPS'],
  'number-ways': [],
  'second-readers': [],
  'write-up-moves': ['WRITE_UPS'],
  choice: ['RUNS', 'STANDINGS'],
  search: ['BOARDS'],
}

/** The families that are made of a topic. */
export function familiesOf(topic: Topic): readonly Family[] {
  return (Object.keys(madeOf) as Family[]).filter((f) => madeOf[f].includes(topic))
}

/**
 * Listens to the server's events and renews what they name; progress goes straight into the run sheet. Only while the page is
 * seen: a browser opens few connections to one server, and pages left open behind others would use them up.
 */
export function useLiveEvents(enabled: boolean) {
  const client = useQueryClient()
  useEffect(() => {
    if (!enabled) return
    const changed = (event: MessageEvent<string>) => {
      void renew(client, familiesOf(event.data as Topic))
    }
    const progress = (event: MessageEvent<string>) => {
      const now = JSON.parse(event.data) as Progress
      client.setQueryData<Sheet>(keys.sheet(now.sitting), (sheet) => sheet && { ...sheet, progress: now })
      const before = client.getQueryData<Strip>(keys.strip())?.find((s) => s.sitting === now.sitting)
      // Another suite began: its cell on the strip comes from the server.
      if (before?.progress?.suite !== now.suite) {
        void client.invalidateQueries({ queryKey: keys.strip() })
        // A sheet that was asked for just before would come without what runs now.
        void client.invalidateQueries({ queryKey: keys.sheet(now.sitting) })
      }
      client.setQueryData<Strip>(keys.strip(), (strip) =>
        strip?.map((s) => (s.sitting === now.sitting ? { ...s, progress: now } : s)),
      )
    }
    // After a time without a connection anything may have changed.
    let missed = false
    let stream: EventSource | undefined
    const listen = () => {
      if (stream) return
      stream = new EventSource('/api/v1/events')
      stream.addEventListener('changed', changed)
      stream.addEventListener('progress', progress)
      stream.addEventListener('error', () => (missed = true))
      stream.addEventListener('open', () => {
        if (missed) void client.invalidateQueries()
        missed = false
      })
    }
    const rest = () => {
      missed = true
      stream?.close()
      stream = undefined
    }
    const seen = () => {
      if (document.visibilityState === 'hidden') rest()
      else listen()
    }
    seen()
    document.addEventListener('visibilitychange', seen)
    window.addEventListener('pagehide', rest)
    window.addEventListener('pageshow', seen)
    return () => {
      document.removeEventListener('visibilitychange', seen)
      window.removeEventListener('pagehide', rest)
      window.removeEventListener('pageshow', seen)
      stream?.close()
    }
  }, [client, enabled])
}
