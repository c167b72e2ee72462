import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { Door } from './Door'
import { NewAccount, NewPassword } from './NewAccount'
import { answerLink } from './deeds'
import { when } from '../../figures/dates'

type Purpose = Schemas['LinkPurpose']

const may: Readonly<Record<'OWNER' | 'REVIEWER' | 'READER', string>> = {
  OWNER: 'You will be an owner: everything is yours to change, and you say who else is here.',
  REVIEWER: 'You will be a reviewer: devices, runs and suites are yours to change.',
  READER:
    'You will be a reader: you see everything, may say what you think of write-ups, and change nothing else.',
}

/** For whoever was given a link: an account of their own, or a new password. */
export function LinkDoor({ secret }: { readonly secret: string }) {
  const purpose = useQuery({
    queryKey: keys.link(secret),
    queryFn: () => take(api.POST('/api/v1/links/look', { body: { secret } })),
    retry: false,
    staleTime: Infinity,
  })
  if (purpose.isPending) return <Loading what="what the link is for" />
  if (purpose.isError)
    return (
      <div className="pt-[16vh] grid justify-center">
        <Failed error={purpose.error} retry={() => void purpose.refetch()} />
        <a href="/" className="underline underline-offset-2 text-base mt-3">
          Sign in instead
        </a>
      </div>
    )
  return <Answer secret={secret} purpose={purpose.data} />
}

function Answer({ secret, purpose }: { readonly secret: string; readonly purpose: Purpose }) {
  const [name, setName] = useState('')
  const [password, setPassword] = useState('')
  const { run, of, general, busy } = useDeed(answerLink, 'here')
  const invited = purpose.role !== undefined
  const press = async () => {
    const session = await run({ secret, password, ...(invited ? { name } : {}) })
    // The link is used up, and opens nothing any more.
    if (session) history.replaceState(null, '', '/')
  }
  const until = `The link is good once, until ${when(purpose.expiresAt)}.`
  return (
    <Door
      title={invited ? 'Make your account' : `A new password for ${purpose.name ?? ''}`}
      about={
        purpose.role === undefined
          ? `${until} You are signed out everywhere, and codes of an authenticator are asked for no longer.`
          : `${may[purpose.role]} ${until}`
      }
      problem={general}
      busy={busy}
      press={invited ? 'Make the account' : 'Take this password'}
      onPress={() => void press()}
    >
      {invited ? (
        <NewAccount {...{ name, setName, password, setPassword, of }} />
      ) : (
        <NewPassword value={password} onValue={setPassword} error={of('password')} />
      )}
    </Door>
  )
}
