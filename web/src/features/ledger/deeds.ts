import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { by } from '../../ui/deed'
import type { Deed } from '../../ui/deed'
import type { Flag } from '../../subjects/flags'

type Detail = Schemas['RunDetail']

export interface Mending {
  readonly run: string
  readonly texts: Readonly<Record<string, string>>
  readonly why: string
  /** What stands there now; absent where it is being put back. */
  readonly before?: Readonly<Record<string, string>>
}

/** Puts other texts in the place of misread ones. */
export const mend: Deed<Mending, Detail> = {
  send: ({ run, texts, why }) =>
    take(api.POST('/api/v1/runs/{id}/mend', { ...of(run), body: { texts: { ...texts }, why } })),
  answers: ({ run }) => keys.run(run),
  renews: ['ledger', 'sheet', 'scores', 'profile'],
  says: ({ before }) =>
    before === undefined ? 'The digits are as they were.' : 'Mended; the old digits are in the history.',
  undo: ({ run, before }) => before && by(mend, { run, texts: before, why: 'taken back' }),
}

/** Says that a number that looks wrong is what the device said. */
export const confirm: Deed<{ readonly run: string; readonly metric: string; readonly name: string }, Detail> =
  {
    send: ({ run, metric }) =>
      take(
        api.POST('/api/v1/runs/{id}/confirmations/{metric}', {
          params: { path: { id: run, metric } },
          body: {},
        }),
      ),
    answers: ({ run }) => keys.run(run),
    renews: ['ledger'],
    says: ({ name }) => `${name} is kept as the device said.`,
  }

/** What makes a run doubtful as a measure of speed. */
export const flag: Deed<{ readonly detail: Detail; readonly flags: readonly Flag[] }, Detail> = {
  send: ({ detail, flags }) =>
    take(
      api.PUT('/api/v1/runs/{id}/flags', {
        ...of(detail.run.id),
        body: { flags: [...flags], edition: detail.edition },
      }),
    ),
  answers: ({ detail }) => keys.run(detail.run.id),
  renews: ['run', 'ledger', 'sheet', 'scores', 'standings', 'profile'],
}

interface Moving {
  readonly run: string
  readonly reason: string
}

export const setAside: Deed<Moving, Detail> = {
  send: ({ run, reason }) => take(api.POST('/api/v1/runs/{id}/set-aside', { ...of(run), body: { reason } })),
  answers: ({ run }) => keys.run(run),
  renews: 'everything',
  says: () => 'The run is set aside: it does not count.',
  undo: (args) => by(bringBack, args),
}

export const bringBack: Deed<Moving, Detail> = {
  send: ({ run }) => take(api.POST('/api/v1/runs/{id}/bring-back', of(run))),
  answers: ({ run }) => keys.run(run),
  renews: 'everything',
  says: (_, { run }) =>
    run.flags.length === 0
      ? 'The run counts again.'
      : 'The run is no longer set aside; it is flagged, so it does not count.',
  undo: (args) => by(setAside, args),
}

function of(run: string) {
  return { params: { path: { id: run } } }
}
