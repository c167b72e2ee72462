import { useState } from 'react'
import { Mark } from '../../frame/Mark'
import { useDeed } from '../../ui/deed'
import { signIn } from './deeds'
import { Button } from '../../ui/Button'
import { Field, FieldError } from '../../ui/Field'

/** Asks who it is; on a new desk makes the first account. */
export function SignIn({ first }: { readonly first: boolean }) {
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const [key, setKey] = useState(new URLSearchParams(location.search).get('key') ?? '')
  const { run, of, general, busy } = useDeed(signIn, 'here')

  return (
    <div className="min-h-screen grid place-items-start justify-center pt-[16vh]">
      <form
        className="w-85"
        onSubmit={(e) => {
          e.preventDefault()
          void run({ name, password, ...(first ? { key } : {}) })
        }}
      >
        <div className="flex items-center gap-2 font-bold text-xl mb-7">
          <Mark /> Yarrowmark
        </div>
        <h1 className="mb-1">{first ? 'Make the first account' : 'Sign in'}</h1>
        <p className="text-ink2 text-base mb-5">
          {first
            ? 'This desk is new. The key stands in the address printed when it was started.'
            : 'With the name and password of this desk.'}
        </p>
        {first && <Field label="Key" value={key} onValue={setKey} required />}
        <Field
          label="Name"
          value={name}
          onValue={setName}
          autoComplete="username"
          autoFocus
          required
          error={of('name')}
        />
        <Field
          label={first ? 'Password, at least 10 characters' : 'Password'}
          value={password}
          onValue={setPassword}
          type="password"
          autoComplete={first ? 'new-password' : 'current-password'}
          required
          error={of('password')}
        />
        {general !== null && <FieldError>{general}</FieldError>}
        <Button look="main" type="submit" disabled={busy} className="mt-3">
          {first ? 'Make the account' : 'Sign in'}
        </Button>
      </form>
    </div>
  )
}
