import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { when } from '../../figures/format'
import { Button } from '../../ui/Button'
import { Field, FieldError } from '../../ui/Field'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { endToken, makeToken } from './deeds'
import { eventWords, stateWords } from './words'

type Token = Schemas['TokenView']

/** Who may do what: the tokens of scripts and devices, made and ended here, and what happened to them. */
export function AccessPage() {
  const tokens = useQuery({
    queryKey: keys.access('tokens'),
    queryFn: () => take(api.GET('/api/v1/access/tokens')),
  })
  const events = useQuery({
    queryKey: keys.access('events'),
    queryFn: () => take(api.GET('/api/v1/access/events')),
  })
  if (tokens.isPending || events.isPending) return <Loading what="who may do what" />
  if (tokens.isError) return <Failed error={tokens.error} retry={() => void tokens.refetch()} />
  if (events.isError) return <Failed error={events.error} retry={() => void events.refetch()} />
  const scripts = tokens.data.filter((t) => t.scope === 'SCRIPT')
  const devices = tokens.data.filter((t) => t.scope === 'DEVICE')
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-10 max-w-245">
      <h1>Who may do what</h1>
      <p className="text-ink2 text-base">
        People sign in by name. A script or a device shows a token instead: a script may do what a person may,
        except make or end tokens; a device reports to its own run sheet, for a day.
      </p>
      <section className="mt-5">
        <h2>Scripts</h2>
        <TokenTable tokens={scripts} empty="No script has a token." />
        <NewToken />
      </section>
      <section className="mt-6">
        <h2>Devices</h2>
        <TokenTable tokens={devices} empty="No device has joined a run sheet yet." />
      </section>
      <section className="mt-6">
        <h2>What happened</h2>
        <ul className="text-base mt-1">
          {events.data.map((e, i) => (
            <li key={i} className="flex gap-4 border-b border-line2 py-1">
              <span className="num text-ink2 w-33 shrink-0">{when(e.at)}</span>
              <span className="w-50 shrink-0 truncate" title={e.who}>
                {e.who}
              </span>
              <span>
                {eventWords(e.what)}
                {e.reason !== undefined && <span className="text-ink2">, {e.reason}</span>}
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  )
}

function TokenTable({ tokens, empty }: { readonly tokens: readonly Token[]; readonly empty: string }) {
  const end = useDeed(endToken)
  if (tokens.length === 0) return <p className="text-ink2 text-base mt-1">{empty}</p>
  return (
    <table className="border-collapse mt-2 text-base w-full">
      <thead>
        <tr>
          <th className="pr-4 pb-1">Name</th>
          <th className="pr-4 pb-1">Made</th>
          <th className="pr-4 pb-1">Last used</th>
          <th className="pr-4 pb-1">State</th>
          <th className="pb-1" />
        </tr>
      </thead>
      <tbody>
        {tokens.map((t) => (
          <tr key={t.id} className={`border-t border-line2 ${t.good ? '' : 'text-ink2'}`}>
            <td className="pr-4 py-1">{t.name}</td>
            <td className="pr-4 num">{when(t.createdAt)}</td>
            <td className="pr-4">{t.lastUsedAt === undefined ? 'never' : when(t.lastUsedAt)}</td>
            <td className="pr-4">{stateWords(t, new Date())}</td>
            <td className="text-right">
              {t.good && (
                <Button
                  look="quiet"
                  aria-label={`End the token of ${t.name}`}
                  onClick={() => void end.run(t)}
                >
                  end it
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function NewToken() {
  const make = useDeed(makeToken, 'here')
  const [name, setName] = useState('')
  const [days, setDays] = useState('365')
  const [secret, setSecret] = useState<string | null>(null)
  const submit = async () => {
    const issued = await make.run({ name, days: Number(days) })
    if (!issued) return
    setSecret(issued.secret)
    setName('')
  }
  return (
    <>
      <form
        className="flex items-end gap-3 mt-3"
        onSubmit={(e) => {
          e.preventDefault()
          void submit()
        }}
      >
        <div className="w-70">
          <Field label="A new token, for" value={name} onValue={setName} maxLength={80} />
        </div>
        <div className="w-27.5">
          <Field label="Good for days" value={days} onValue={setDays} inputMode="numeric" />
        </div>
        <Button type="submit" className="mb-3" disabled={name.trim() === '' || !/^\d+$/.test(days)}>
          Make a token
        </Button>
      </form>
      {make.problem !== null && <FieldError>{make.problem}</FieldError>}
      {secret !== null && (
        <p className="text-base border border-line rounded px-3 py-2" data-testid="token">
          Copy it now; it is shown this once: <code className="num [overflow-wrap:anywhere]">{secret}</code>
        </p>
      )}
    </>
  )
}
