import { Field } from '../../ui/Field'

export interface NewAccountProps {
  readonly name: string
  readonly setName: (name: string) => void
  readonly password: string
  readonly setPassword: (password: string) => void
  readonly of: (field: string) => string | undefined
}

/** Name and password of an account that is to be. */
export function NewAccount({ name, setName, password, setPassword, of }: NewAccountProps) {
  return (
    <>
      <NameField value={name} onValue={setName} error={of('name')} />
      <NewPassword value={password} onValue={setPassword} error={of('password')} />
    </>
  )
}

interface OwnFieldProps {
  readonly value: string
  readonly onValue: (value: string) => void
  readonly error: string | undefined
}

export function NameField(props: OwnFieldProps) {
  return <Field label="Name" autoComplete="username" autoFocus required {...props} />
}

export function NewPassword(props: OwnFieldProps) {
  return (
    <Field
      label="Password, at least 10 characters"
      type="password"
      autoComplete="new-password"
      required
      {...props}
    />
  )
}
