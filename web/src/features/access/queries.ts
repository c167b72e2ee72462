import { queryOptions } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import { keys } from '../../api/keys'

/** Who has an account. */
export const people = queryOptions({
  queryKey: keys.access('people'),
  queryFn: () => take(api.GET('/api/v1/access/people')),
})

/** Links that were given out; only owners see them. */
export const links = queryOptions({
  queryKey: keys.access('links'),
  queryFn: () => take(api.GET('/api/v1/access/links')),
})

/** Where whoever asks is signed in. */
export const sessions = queryOptions({
  queryKey: keys.access('sessions'),
  queryFn: () => take(api.GET('/api/v1/account/sessions')),
})
