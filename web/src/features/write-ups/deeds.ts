import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import type { Deed } from '../../ui/deed'

type View = Schemas['WriteUpView']

const at = (id: number) => ({ params: { path: { id } } })

/** Begins a write-up. */
export const begin: Deed<Schemas['NewWriteUp'], View> = {
  send: (body) => take(api.POST('/api/v1/write-ups', { body })),
  renews: ['write-ups'],
}

export interface Edited {
  readonly id: number
  readonly edit: Schemas['WriteUpEdit']
}

/** Keeps what was typed. */
export const save: Deed<Edited, View> = {
  send: ({ id, edit }) => take(api.PUT('/api/v1/write-ups/{id}', { ...at(id), body: edit })),
  renews: ['write-ups'],
  answers: ({ id }) => keys.writeUp(id),
}

/** Throws a draft away. */
export const throwAway: Deed<View, true> = {
  send: async ({ id }) => {
    await take(api.DELETE('/api/v1/write-ups/{id}', at(id)))
    return true
  },
  renews: ['write-ups'],
  says: ({ title }) => `“${title}” is thrown away.`,
}

export interface Remarking {
  readonly id: number
  readonly passage: string
  readonly text: string
}

/** Says something of a passage. */
export const remark: Deed<Remarking, View> = {
  send: ({ id, ...body }) => take(api.POST('/api/v1/write-ups/{id}/remarks', { ...at(id), body })),
  renews: ['write-ups'],
  answers: ({ id }) => keys.writeUp(id),
}

export interface Asking {
  readonly id: number
  readonly who: string
  readonly asked: boolean
}

/** Asks somebody to read it, or takes that back. */
export const ask: Deed<Asking, View> = {
  send: ({ id, ...body }) => take(api.PUT('/api/v1/write-ups/{id}/asked', { ...at(id), body })),
  renews: ['write-ups'],
  answers: ({ id }) => keys.writeUp(id),
  says: ({ who, asked }) =>
    asked ? `${who} is asked: it stands in their list of write-ups.` : `${who} is asked no more.`,
}

export interface Settling {
  readonly id: number
  readonly remark: number
  readonly settled: boolean
}

/** Settles a remark, or opens it again. */
export const settle: Deed<Settling, View> = {
  send: ({ id, remark: number, settled }) =>
    take(
      api.PUT('/api/v1/write-ups/{id}/remarks/{remark}', {
        params: { path: { id, remark: number } },
        body: { settled },
      }),
    ),
  renews: [],
  answers: ({ id }) => keys.writeUp(id),
}

/** Puts one's name to what was read. */
export const sign: Deed<View, View> = {
  send: ({ id, edition }) =>
    take(api.POST('/api/v1/write-ups/{id}/readers', { ...at(id), body: { edition } })),
  renews: ['write-ups'],
  answers: ({ id }) => keys.writeUp(id),
  says: () => 'Your name stands below it.',
}

export interface Publishing {
  readonly id: number
  readonly title: string
  readonly publication: Schemas['Publication']
}

/** Publishes a state. */
export const publish: Deed<Publishing, View> = {
  send: ({ id, publication }) =>
    take(api.POST('/api/v1/write-ups/{id}/states', { ...at(id), body: publication })),
  renews: ['write-ups'],
  answers: ({ id }) => keys.writeUp(id),
  says: ({ title }) => `“${title}” is published.`,
}

/** Takes back what readers see. */
export const withdraw: Deed<{ readonly id: number; readonly why: string }, View> = {
  send: ({ id, why }) => take(api.POST('/api/v1/write-ups/{id}/withdraw', { ...at(id), body: { why } })),
  renews: ['write-ups'],
  answers: ({ id }) => keys.writeUp(id),
  says: () => 'It is withdrawn: readers see that it was.',
}

export interface NowSeen {
  readonly writeUp: number
  readonly number: number
  readonly content: Schemas['FigureContent']
}

/** Keeps what the view of a figure says now. */
export const keepNow: Deed<NowSeen, true> = {
  send: async ({ writeUp, number, content }) => {
    await take(
      api.PUT('/api/v1/write-ups/{id}/figures/{number}/now', {
        params: { path: { id: writeUp, number } },
        body: content,
      }),
    )
    return true
  },
  renews: ['write-up', 'write-up-moves'],
}

export interface Renewing {
  readonly id: number
  readonly number: number
  readonly figure: Schemas['NewFigure']
}

/** Puts what a figure's view says now in its place. */
export const renewFigure: Deed<Renewing, Schemas['FigureView']> = {
  send: ({ id, number, figure }) =>
    take(
      api.PUT('/api/v1/write-ups/{id}/figures/{number}', {
        params: { path: { id, number } },
        body: figure,
      }),
    ),
  renews: ['write-ups', 'write-up', 'write-up-moves'],
  says: ({ number }) => `Figure ${String(number)} is what its view says now.`,
}
