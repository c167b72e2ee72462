import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { by } from '../../ui/deed'
import type { Deed } from '../../ui/deed'

interface Noting {
  readonly setup: number
  readonly note: string
  /** What stood there when it was opened; another note kept meanwhile is not overwritten. */
  readonly before: string
}

export const noteSetup: Deed<Noting, Schemas['SetupView']> = {
  send: ({ setup, ...body }) =>
    take(api.PUT('/api/v1/setups/{id}/note', { params: { path: { id: setup } }, body })),
  renews: ['line', 'setup', 'setups', 'profile'],
  says: () => 'The note is kept.',
  // As it was kept, without spaces around it.
  undo: ({ setup, before }, { note = '' }) => by(noteSetup, { setup, note: before, before: note }),
}
