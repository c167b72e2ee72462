import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Mark } from '../../app/Mark'
import type { Problem } from '../../api/client'
import { api, take } from '../../api/client'
import { keys } from '../../api/queries'
import { Button } from '../../ui/Button'
import { Field, FieldError } from '../../ui/Field'

/** Asks who it is; on a new desk makes the first account. */
export function SignIn({ first }: { readonly first: boolean }) {
  const client = useQueryClient()
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const [key, setKey] = useState(new URLSearchParams(location.search).get('key') ?? '')
  const [problem, setProblem] = useState<Problem | null>(null)
  const [busy, setBusy] = useState(false)
  const of = (field: string) => problem?.violations.find((v) => v.field === field)?.message

  const submit = async () => {
    setBusy(true)
    try {
      const session = await take(
        first
          ? api.POST('/api/v1/first-account', { body: { key, name, password } })
          : api.POST('/api/v1/session', { body: { name, password } }),
      )
      setProblem(null)
      client.setQueryData(keys.session, session)
    } catch (e) {
      setProblem(e as Problem)
    } finally {
      setBusy(false)
    }
  }

  return (
    <div className="min-h-screen grid place-items-start justify-center pt-[16vh]">
      <form
        className="w-[340px]"
        onSubmit={(e) => {
          e.preventDefault()
          void submit()
        }}
      >
        <div className="flex items-center gap-2 font-[640] text-[17px] mb-7">
          <Mark /> Yarrowmark
        </div>
        <h1 className="mb-1">{first ? 'Make the first account' : 'Sign in'}</h1>
        <p className="text-ink2 text-[13px] mb-5">
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
        {problem && problem.violations.length === 0 && <FieldError>{problem.message}</FieldError>}
        <Button look="main" type="submit" disabled={busy} className="mt-3">
          {first ? 'Make the account' : 'Sign in'}
        </Button>
      </form>
    </div>
  )
}
