import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import type { Deed } from '../../ui/deed'

/** Signs in; with a key makes the first account. */
export const signIn: Deed<
  { readonly name: string; readonly password: string; readonly key?: string },
  Schemas['SessionView']
> = {
  send: ({ key, ...body }) =>
    take(
      key === undefined
        ? api.POST('/api/v1/session', { body })
        : api.POST('/api/v1/first-account', { body: { ...body, key } }),
    ),
  answers: keys.session,
  renews: [],
}
