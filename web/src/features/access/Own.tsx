import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { renderSVG } from 'uqr'
import type { Schemas } from '../../api/client'
import { useSession } from '../../api/queries'
import { Button } from '../../ui/Button'
import { Field, FieldError } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { changePassword, endSession, endTwoStep, offerTwoStep, startTwoStep } from './deeds'
import { people, sessions } from './queries'
import { browserWords } from './words'
import { when } from '../../figures/dates'

/** What each does with their own account: where they are signed in, the password, codes of an authenticator. */
export function Own() {
  const name = useSession().data?.name ?? ''
  const here = useQuery(people)
  const twoStep = here.data?.find((p) => p.name === name)?.twoStep === true
  const [open, setOpen] = useState<'password' | 'two-step' | null>(null)
  const done = () => {
    setOpen(null)
  }
  return (
    <section className="mt-6">
      <h2>You, {name}</h2>
      <Places />
      <div className="flex gap-2 mt-2">
        <Button
          aria-expanded={open === 'password'}
          onClick={() => {
            setOpen(open === 'password' ? null : 'password')
          }}
        >
          Change the password
        </Button>
        <Button
          aria-expanded={open === 'two-step'}
          onClick={() => {
            setOpen(open === 'two-step' ? null : 'two-step')
          }}
        >
          {twoStep ? 'Sign in without codes' : 'Sign in with codes too'}
        </Button>
      </div>
      {open === 'password' && <ChangePassword onDone={done} />}
      {open === 'two-step' && (twoStep ? <EndTwoStep onDone={done} /> : <StartTwoStep onDone={done} />)}
    </section>
  )
}

function Places() {
  const places = useQuery(sessions)
  const end = useDeed(endSession)
  return (
    <ul className="text-base mt-1" data-testid="sessions">
      {(places.data ?? []).map((s) => (
        <li key={s.id} className="border-b border-line2 py-1">
          {s.here ? 'Here' : 'Signed in'}: {browserWords(s.browser)} at {s.from ?? 'an unknown address'},
          since <span className="num">{when(s.since)}</span>
          {!s.here && (
            <>
              , last used <span className="num">{when(s.lastUsed)}</span>
              <Button look="quiet" onClick={() => void end.run(s)}>
                sign out there
              </Button>
            </>
          )}
        </li>
      ))}
    </ul>
  )
}

interface FormProps {
  readonly onDone: () => void
}

function ChangePassword({ onDone }: FormProps) {
  const change = useDeed(changePassword, 'here')
  const [old, setOld] = useState('')
  const [password, setPassword] = useState('')
  return (
    <form
      className="w-85 mt-3"
      onSubmit={(e) => {
        e.preventDefault()
        void change.run({ old, password }).then((answer) => {
          if (answer === true) onDone()
        })
      }}
    >
      <OldPassword value={old} onValue={setOld} error={change.of('old')} />
      <Field
        label="New password, at least 10 characters"
        type="password"
        autoComplete="new-password"
        required
        value={password}
        onValue={setPassword}
        error={change.of('password')}
      />
      {change.general !== null && <FieldError>{change.general}</FieldError>}
      <Button look="main" type="submit" disabled={change.busy}>
        Change it
      </Button>
    </form>
  )
}

interface OldPasswordProps {
  readonly value: string
  readonly onValue: (value: string) => void
  readonly error: string | undefined
}

function OldPassword(props: OldPasswordProps) {
  return (
    <Field label="Password as it is" type="password" autoComplete="current-password" required {...props} />
  )
}

function EndTwoStep({ onDone }: FormProps) {
  const end = useDeed(endTwoStep, 'here')
  const [old, setOld] = useState('')
  return (
    <form
      className="w-85 mt-3"
      onSubmit={(e) => {
        e.preventDefault()
        void end.run({ old }).then((answer) => {
          if (answer === true) onDone()
        })
      }}
    >
      <OldPassword value={old} onValue={setOld} error={end.of('old')} />
      {end.general !== null && <FieldError>{end.general}</FieldError>}
      <Button look="main" type="submit" disabled={end.busy}>
        Sign in with the password alone
      </Button>
    </form>
  )
}

function StartTwoStep({ onDone }: FormProps) {
  const offer = useDeed(offerTwoStep, 'here')
  const [offered, setOffered] = useState<Schemas['TwoStepOffer'] | null>(null)
  if (offered !== null) return <Scan offered={offered} onDone={onDone} />
  return (
    <div className="mt-3 max-w-130 text-base">
      <p className="text-ink2 mb-2">
        An authenticator on your phone shows six digits that change every 30 seconds; they are asked for
        beside the password. Without the phone an owner can give you a link to a new password.
      </p>
      {offer.problem !== null && <FieldError>{offer.problem}</FieldError>}
      <Button
        onClick={() =>
          void offer.run(undefined).then((o) => {
            setOffered(o ?? null)
          })
        }
      >
        Show the secret
      </Button>
    </div>
  )
}

interface ScanProps extends FormProps {
  readonly offered: Schemas['TwoStepOffer']
}

function Scan({ offered, onDone }: ScanProps) {
  const start = useDeed(startTwoStep, 'here')
  const [code, setCode] = useState('')
  return (
    <form
      className="mt-3 flex gap-5 items-start flex-wrap"
      onSubmit={(e) => {
        e.preventDefault()
        void start.run({ secret: offered.secret, code }).then((answer) => {
          if (answer === true) onDone()
        })
      }}
    >
      <img
        className="w-40 bg-white"
        alt="The secret as a picture that an authenticator reads"
        src={`data:image/svg+xml,${encodeURIComponent(renderSVG(offered.address))}`}
      />
      <div className="w-85 text-base">
        <p className="text-ink2">Let the authenticator read the picture, or type the secret there:</p>
        <p className="num mb-3 [overflow-wrap:anywhere] select-all" data-testid="two-step-secret">
          {offered.secret}
        </p>
        <Field
          label="The six digits that it shows"
          value={code}
          onValue={setCode}
          inputMode="numeric"
          autoComplete="one-time-code"
          required
          error={start.of('code')}
        />
        {start.general !== null && <FieldError>{start.general}</FieldError>}
        <Button look="main" type="submit" disabled={start.busy}>
          Ask for codes from now on
        </Button>
      </div>
    </form>
  )
}
