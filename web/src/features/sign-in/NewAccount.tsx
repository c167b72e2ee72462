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
      <Field
        label="Name"
        value={name}
        onValue={setName}
        autoComplete="username"
        autoFocus
        required
        error={of('name')}
      />
      <NewPassword value={password} onValue={setPassword} error={of('password')} />
    </>
  )
}

export interface NewPasswordProps {
  readonly value: string
  readonly onValue: (value: string) => void
  readonly error: string | undefined
}

export function NewPassword(props: NewPasswordProps) {
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
