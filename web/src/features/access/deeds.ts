import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
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
