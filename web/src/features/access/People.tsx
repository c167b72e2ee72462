import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { Field, FieldError } from '../../ui/Field'
import { Select } from '../../ui/Select'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { ShownOnce } from './ShownOnce'
import { changeRole, closeAccount, endLink, invite, offerReset, reopenAccount } from './deeds'
import { linkAddress, linkWords } from './words'
import * as asked from './queries'
import { UnseenHead } from '../../ui/UnseenHead'
import { when } from '../../figures/dates'

type Person = Schemas['PersonView']
type Role = Person['role']

const roles: readonly { readonly value: Role; readonly label: string }[] = [
  { value: 'OWNER', label: 'owner' },
  { value: 'REVIEWER', label: 'reviewer' },
  { value: 'READER', label: 'reader' },
]

/** Who has an account; an owner invites, changes roles, and closes accounts of those who leave. */
export function People({ owner }: { readonly owner: boolean }) {
  const people = useQuery(asked.people)
  if (people.isPending) return <Loading what="who is here" />
  if (people.isError) return <Failed error={people.error} retry={() => void people.refetch()} />
  return (
    <section className="mt-5">
      <h2>People</h2>
      <table className="border-collapse mt-2 text-base w-full" data-testid="people">
        <thead>
          <tr>
            <th className="pr-4 pb-1">Name</th>
            <th className="pr-4 pb-1">May do</th>
            <th className="pr-4 pb-1">Here since</th>
            <UnseenHead words="what can be done" className="pb-1" />
          </tr>
        </thead>
        <tbody>
          {people.data.map((p) => (
            <PersonRow key={p.id} person={p} owner={owner} />
          ))}
        </tbody>
      </table>
      {owner ? (
        <Links />
      ) : (
        <p className="text-ink2 text-base mt-2">An owner invites people and says what they may do.</p>
      )}
    </section>
  )
}

function PersonRow({ person, owner }: { readonly person: Person; readonly owner: boolean }) {
  const role = useDeed(changeRole)
  const close = useDeed(closeAccount)
  const reopen = useDeed(reopenAccount)
  const closed = person.closedAt !== undefined
  return (
    <tr className={`border-t border-line2 ${closed ? 'text-ink2' : ''}`} data-name={person.name}>
      <td className="pr-4 py-1">
        {person.name}
        {person.twoStep && <span className="text-ink2">, with codes of an authenticator</span>}
      </td>
      <td className="pr-4">
        {owner && !closed ? (
          <Select
            label={`What ${person.name} may do`}
            value={person.role}
            choices={roles}
            onValue={(value) => void role.run({ person, role: value as Role })}
          />
        ) : (
          person.role.toLowerCase()
        )}
      </td>
      <td className="pr-4 num">
        {when(person.since)}
        {person.closedAt !== undefined && <span>, closed {when(person.closedAt)}</span>}
      </td>
      <td className="text-right">
        {owner && !closed && (
          <>
            <Reset person={person} />
            <Button
              look="quiet"
              aria-label={`close the account of ${person.name}`}
              onClick={() => void close.run(person)}
            >
              close the account
            </Button>
          </>
        )}
        {owner && closed && (
          <Button look="quiet" onClick={() => void reopen.run(person)}>
            open it again
          </Button>
        )}
      </td>
    </tr>
  )
}

function Reset({ person }: { readonly person: Person }) {
  const offer = useDeed(offerReset)
  const [secret, setSecret] = useState<string | null>(null)
  if (secret !== null)
    return (
      <ShownOnce
        testid="reset"
        what={`link for ${person.name}`}
        secret={linkAddress(location.origin, secret)}
      />
    )
  return (
    <Button
      look="quiet"
      aria-label={`A new password for ${person.name}`}
      onClick={() =>
        void offer.run(person).then((issued) => {
          if (issued) setSecret(issued.secret)
        })
      }
    >
      new password
    </Button>
  )
}

/** Links that were given out, and a new one. */
function Links() {
  const links = useQuery(asked.links)
  const end = useDeed(endLink)
  return (
    <>
      <Invite />
      {links.data !== undefined && links.data.length > 0 && (
        <ul className="text-base" data-testid="links">
          {links.data.slice(0, 12).map((l) => (
            <li key={l.id} className={`border-t border-line2 py-1 ${l.good ? '' : 'text-ink2'}`}>
              {l.role === undefined ? 'A new password for ' : `An invitation as ${l.role.toLowerCase()} for `}
              {l.forWhom}, by {l.madeBy}, {linkWords(l)}
              {l.good && (
                <Button
                  look="quiet"
                  aria-label={`take back the link for ${l.forWhom}`}
                  onClick={() => void end.run(l)}
                >
                  take back
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
    </>
  )
}

function Invite() {
  const make = useDeed(invite, 'here')
  const [forWhom, setForWhom] = useState('')
  const [role, setRole] = useState<Role>('REVIEWER')
  const [days, setDays] = useState('7')
  const [secret, setSecret] = useState<string | null>(null)
  const submit = async () => {
    const issued = await make.run({ role, forWhom, days: Number(days) })
    if (!issued) return
    setSecret(issued.secret)
    setForWhom('')
  }
  return (
    <>
      <form
        className="flex items-end gap-3 mt-3 flex-wrap"
        onSubmit={(e) => {
          e.preventDefault()
          void submit()
        }}
      >
        <div className="w-55">
          <Field
            label="Invite"
            placeholder="whom, in your words"
            value={forWhom}
            onValue={setForWhom}
            maxLength={80}
          />
        </div>
        <div className="mb-3">
          <Select
            label="As what"
            value={role}
            choices={roles}
            onValue={(v) => {
              setRole(v as Role)
            }}
          />
        </div>
        <div className="w-27.5">
          <Field label="Good for days" value={days} onValue={setDays} inputMode="numeric" />
        </div>
        <Button type="submit" className="mb-3" disabled={forWhom.trim() === '' || !/^\d+$/.test(days)}>
          Make a link
        </Button>
      </form>
      {make.problem !== null && <FieldError>{make.problem}</FieldError>}
      {secret !== null && (
        <ShownOnce testid="invitation" what="link" secret={linkAddress(location.origin, secret)} />
      )}
    </>
  )
}
