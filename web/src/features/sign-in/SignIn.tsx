import { useState } from 'react'
import { Field } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { Door } from './Door'
import { NameField, NewAccount } from './NewAccount'
import { LinkDoor } from './LinkDoor'
import { makeFirst, signIn } from './deeds'

/** Asks who it is; on a new desk makes the first account; with a link of an invitation, that. */
export function SignIn({ first }: { readonly first: boolean }) {
  const link = new URLSearchParams(location.search).get('link')
  if (link !== null) return <LinkDoor secret={link} />
  return first ? <First /> : <Usual />
}

function Usual() {
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const [code, setCode] = useState<string | null>(null)
  const { run, of, general, busy } = useDeed(signIn, 'here')
  const press = async () => {
    const session = await run({ name, password, ...(code === null ? {} : { code }) })
    if (session?.codeNeeded === true) setCode('')
  }
  return (
    <Door
      title="Sign in"
      about={
        code === null
          ? 'With the name and password of this desk.'
          : 'Name and password fit. Now the six digits that your authenticator shows.'
      }
      problem={general}
      busy={busy}
      press="Sign in"
      onPress={() => void press()}
    >
      {code === null ? (
        <>
          <NameField value={name} onValue={setName} error={of('name')} />
          <Field
            label="Password"
            value={password}
            onValue={setPassword}
            type="password"
            autoComplete="current-password"
            required
            error={of('password')}
          />
        </>
      ) : (
        <Field
          label="Code"
          value={code}
          onValue={setCode}
          inputMode="numeric"
          autoComplete="one-time-code"
          autoFocus
          required
        />
      )}
    </Door>
  )
}

function First() {
  const [key, setKey] = useState(new URLSearchParams(location.search).get('key') ?? '')
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const { run, of, general, busy } = useDeed(makeFirst, 'here')
  return (
    <Door
      title="Make the first account"
      about="This desk is new. The key stands in the address printed when it was started."
      problem={general}
      busy={busy}
      press="Make the account"
      onPress={() => void run({ key, name, password })}
    >
      <Field label="Key" value={key} onValue={setKey} required />
      <NewAccount {...{ name, setName, password, setPassword, of }} />
    </Door>
  )
}
