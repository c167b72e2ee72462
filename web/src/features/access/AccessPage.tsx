import { useQueries, useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'
import { useSession } from '../../api/queries'
import { Failed, Loading } from '../../ui/States'
import { Own } from './Own'
import { People } from './People'
import * as asked from './queries'
import { NewToken, TokenTable } from './Tokens'
import { deedWords } from '../../subjects/history'
import { when } from '../../figures/dates'

/** Who is here and may do what: people, the own account, tokens of scripts and devices, and what happened to them. */
export function AccessPage() {
  const session = useSession()
  const tokens = useQuery({
    queryKey: keys.access('tokens'),
    queryFn: () => take(api.GET('/api/v1/access/tokens')),
  })
  const events = useQuery({
    queryKey: keys.access('events'),
    queryFn: () => take(api.GET('/api/v1/access/events')),
  })
  // All of it at once, so that nothing moves under the hand.
  const owner = session.data?.role === 'OWNER'
  const others = useQueries({ queries: [asked.people, asked.sessions, { ...asked.links, enabled: owner }] })
  if (tokens.isPending || events.isPending || others.some((o) => o.isLoading))
    return <Loading what="who may do what" />
  if (tokens.isError) return <Failed error={tokens.error} retry={() => void tokens.refetch()} />
  if (events.isError) return <Failed error={events.error} retry={() => void events.refetch()} />
  const scripts = tokens.data.filter((t) => t.scope === 'SCRIPT')
  const devices = tokens.data.filter((t) => t.scope === 'DEVICE')
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-10 max-w-245">
      <h1>Who may do what</h1>
      <p className="text-ink2 text-base">
        People sign in by name: an owner says who is here, a reviewer changes records, a reader sees
        everything, may say what they think of write-ups, and changes nothing else. A script or a device shows
        a token instead.
      </p>
      <People owner={owner} />
      <Own />
      <section className="mt-6">
        <h2>Scripts</h2>
        <TokenTable tokens={scripts} empty="No script has a token." />
        <NewToken />
      </section>
      <section className="mt-6">
        <h2>Devices</h2>
        <p className="text-ink2 text-base">A device reports to its own run sheet, for a day.</p>
        <TokenTable tokens={devices} empty="No device has joined a run sheet yet." />
      </section>
      <section className="mt-6">
        <h2>What happened</h2>
        <ul className="text-base mt-1">
          {events.data.map((e, i) => (
            <li key={i} className="flex gap-4 border-b border-line2 py-1 max-md:flex-wrap max-md:gap-x-2">
              <span className="num text-ink2 w-33 shrink-0">{when(e.at)}</span>
              <span className="w-50 shrink-0 truncate" title={e.who}>
                {e.who}
              </span>
              <span>
                {deedWords(e.what)}
                {e.reason !== undefined && <span className="text-ink2">, {e.reason}</span>}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}
