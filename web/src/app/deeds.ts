import { api, take } from '../api/client'
import type { Deed } from '../ui/deed'

/** Signs out; what was kept in the page goes with the page. */
export const signOut: Deed<undefined, unknown> = {
  send: async () => {
    await take(api.DELETE('/api/v1/session'))
    location.assign('/')
  },
  renews: [],
}
