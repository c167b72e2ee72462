import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import type { Deed } from '../../ui/deed'

type Session = Schemas['SessionView']

/** Signs in; where a code is needed too, nobody is signed in yet and the answer says so. */
export const signIn: Deed<Schemas['SignIn'], Session> = {
  send: (body) => take(api.POST('/api/v1/session', { body })),
  answers: keys.session,
  renews: [],
}

/** Makes the first account of a desk. */
export const makeFirst: Deed<Schemas['FirstAccount'], Session> = {
  send: (body) => take(api.POST('/api/v1/first-account', { body })),
  answers: keys.session,
  renews: [],
}

/** Uses the link that somebody was given: makes an account, or gives it a new password. */
export const answerLink: Deed<Schemas['LinkAnswer'], Session> = {
  send: (body) => take(api.POST('/api/v1/links/use', { body })),
  answers: keys.session,
  renews: [],
}
