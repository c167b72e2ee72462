import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { by } from '../../ui/deed'
import type { Deed } from '../../ui/deed'

/** Makes a token for a script; its secret is answered this once. */
export const makeToken: Deed<Schemas['NewToken'], Schemas['IssuedToken']> = {
  send: (body) => take(api.POST('/api/v1/access/tokens', { body })),
  renews: ['access'],
}

export const endToken: Deed<Schemas['TokenView'], unknown> = {
  send: ({ id }) => take(api.DELETE('/api/v1/access/tokens/{id}', { params: { path: { id } } })),
  renews: ['access', 'joined'],
  says: ({ name }) => `The token of ${name} is ended: it opens nothing from now on.`,
}

type Person = Schemas['PersonView']

/** Makes a link by which somebody makes an account; its secret is answered this once. */
export const invite: Deed<Schemas['Invitation'], Schemas['IssuedLink']> = {
  send: (body) => take(api.POST('/api/v1/access/links', { body })),
  renews: ['access'],
}

/** Makes a link by which somebody gives their account a new password. */
export const offerReset: Deed<Person, Schemas['IssuedLink']> = {
  send: ({ id }) => take(api.POST('/api/v1/access/people/{id}/reset', { params: { path: { id } } })),
  renews: ['access'],
}

export const endLink: Deed<Schemas['LinkView'], unknown> = {
  send: ({ id }) => take(api.DELETE('/api/v1/access/links/{id}', { params: { path: { id } } })),
  renews: ['access'],
  says: ({ forWhom }) => `The link for ${forWhom} is taken back: it opens nothing from now on.`,
}

interface Changed {
  readonly person: Person
  readonly role: Person['role']
}

export const changeRole: Deed<Changed, Person> = {
  send: ({ person, role }) =>
    take(
      api.PUT('/api/v1/access/people/{id}/role', {
        params: { path: { id: person.id } },
        body: { role, edition: person.edition },
      }),
    ),
  renews: ['access', 'session'],
  says: (_, person) => `${person.name} is ${person.role.toLowerCase()} now.`,
  undo: ({ person }, now) => by(changeRole, { person: now, role: person.role }),
}

export const closeAccount: Deed<Person, Person> = {
  send: ({ id }) => take(api.POST('/api/v1/access/people/{id}/close', { params: { path: { id } } })),
  renews: ['access', 'session'],
  says: ({ name }) => `The account of ${name} is closed, and tokens that ${name} made are ended.`,
}

export const reopenAccount: Deed<Person, Person> = {
  send: ({ id }) => take(api.POST('/api/v1/access/people/{id}/reopen', { params: { path: { id } } })),
  renews: ['access'],
  says: ({ name }) => `${name} can sign in again. Tokens that were ended stay ended.`,
}

export const changePassword: Deed<Schemas['NewPassword'], true> = {
  send: async (body) => {
    await take(api.PUT('/api/v1/account/password', { body }))
    return true
  },
  renews: ['access'],
  says: () => 'The password is changed; you are signed out everywhere else.',
}

export const endSession: Deed<Schemas['SessionPlace'], unknown> = {
  send: ({ id }) => take(api.DELETE('/api/v1/account/sessions/{id}', { params: { path: { id } } })),
  renews: ['access'],
}

export const offerTwoStep: Deed<undefined, Schemas['TwoStepOffer']> = {
  send: () => take(api.POST('/api/v1/account/two-step/offers')),
  renews: [],
}

export const startTwoStep: Deed<Schemas['TwoStepStart'], true> = {
  send: async (body) => {
    await take(api.PUT('/api/v1/account/two-step', { body }))
    return true
  },
  renews: ['access'],
  says: () => 'From now on you sign in with a code of your authenticator too.',
}

export const endTwoStep: Deed<Schemas['TwoStepEnd'], true> = {
  send: async (body) => {
    await take(api.POST('/api/v1/account/two-step/end', { body }))
    return true
  },
  renews: ['access'],
  says: () => 'From now on you sign in with your password alone.',
}
