import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { Field, FieldError } from '../../ui/Field'
import { Select } from '../../ui/Select'
import { useDeed } from '../../ui/deed'
import { ShownOnce } from './ShownOnce'
import { endToken, makeToken } from './deeds'
import { stateWords } from './words'
import { UnseenHead } from '../../ui/UnseenHead'
import { when } from '../../figures/dates'

type Token = Schemas['TokenView']
type Role = Token['role']

/** Tokens, with a button to end each that is still good. */
export function TokenTable({ tokens, empty }: { readonly tokens: readonly Token[]; readonly empty: string }) {
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
          <UnseenHead words="what can be done" className="pb-1" />
        </tr>
      </thead>
      <tbody>
        {tokens.map((t) => (
          <tr key={t.id} className={`border-t border-line2 ${t.good ? '' : 'text-ink2'}`}>
            <td className="pr-4 py-1">
              {t.name}
              {t.scope === 'SCRIPT' && t.role === 'READER' && <span className="text-ink2">, reads only</span>}
              {t.madeBy !== undefined && <span className="text-ink2">, by {t.madeBy}</span>}
            </td>
            <td className="pr-4 num">{when(t.createdAt)}</td>
            <td className="pr-4">{t.lastUsedAt === undefined ? 'never' : when(t.lastUsedAt)}</td>
            <td className="pr-4">{stateWords(t, new Date())}</td>
            <td className="text-right">
              {t.good && (
                <Button
                  changes
                  look="quiet"
                  aria-label={`end the token of ${t.name}`}
                  onClick={() => void end.run(t)}
                >
                  end
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** Makes a token for a script; its secret is shown this once. */
export function NewToken() {
  const make = useDeed(makeToken, 'here')
  const [name, setName] = useState('')
  const [days, setDays] = useState('365')
  const [role, setRole] = useState('REVIEWER')
  const [secret, setSecret] = useState<string | null>(null)
  const submit = async () => {
    const issued = await make.run({ name, days: Number(days), role: role as Role })
    if (!issued) return
    setSecret(issued.secret)
    setName('')
  }
  return (
    <>
      <form
        className="changes flex items-end gap-3 mt-3 flex-wrap"
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
        <div className="mb-3">
          <Select
            label="What it may do"
            value={role}
            choices={[
              { value: 'REVIEWER', label: 'reads and writes' },
              { value: 'READER', label: 'reads only' },
            ]}
            onValue={setRole}
          />
        </div>
        <Button type="submit" className="mb-3" disabled={name.trim() === '' || !/^\d+$/.test(days)}>
          Make a token
        </Button>
      </form>
      {make.problem !== null && <FieldError>{make.problem}</FieldError>}
      {secret !== null && <ShownOnce testid="token" what="token" secret={secret} />}
    </>
  )
}
