import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { lookAtTable, sendDesk, sendTable } from '../../api/raw'
import { by } from '../../ui/deed'
import type { Deed } from '../../ui/deed'
import { acceptedWords } from './words'

export const editUnit: Deed<{ readonly id: number } & Schemas['UnitEdit'], Schemas['UnitView']> = {
  send: ({ id, ...body }) => take(api.PUT('/api/v1/units/{id}', { params: { path: { id } }, body })),
  renews: 'everything',
}

export const editModel: Deed<
  { readonly id: number; readonly edit: Schemas['ModelEdit'] },
  Schemas['ModelView']
> = {
  send: ({ id, edit }) => take(api.PUT('/api/v1/models/{id}', { params: { path: { id } }, body: edit })),
  renews: ['models', 'profile'],
}

export const addFact: Deed<Schemas['NewFact'], unknown> = {
  send: (body) => take(api.POST('/api/v1/facts', { body })),
  renews: ['facts'],
}

/** A model, unit or setup by its number. */
export interface Thing {
  readonly of: 'models' | 'units' | 'setups'
  readonly id: number
}

interface Merging {
  readonly thing: Thing
  readonly name: string
  readonly into: number
  readonly other: string
}

/** Makes one thing part of another: its runs move there. */
export const mergeInto: Deed<Merging, true> = {
  send: async ({ thing, into }) => {
    const how = { params: { path: { id: thing.id } }, body: { into } }
    if (thing.of === 'models') await take(api.POST('/api/v1/models/{id}/merge', how))
    else if (thing.of === 'units') await take(api.POST('/api/v1/units/{id}/merge', how))
    else await take(api.POST('/api/v1/setups/{id}/merge', how))
    return true
  },
  renews: 'everything',
  says: ({ name, other }) => `${name} is part of ${other} now.`,
}

/** Deletes a thing that nothing was measured on. */
export const deleteThing: Deed<Pick<Merging, 'thing' | 'name'>, true> = {
  send: async ({ thing }) => {
    const how = { params: { path: { id: thing.id } } }
    if (thing.of === 'models') await take(api.DELETE('/api/v1/models/{id}', how))
    else if (thing.of === 'units') await take(api.DELETE('/api/v1/units/{id}', how))
    else await take(api.DELETE('/api/v1/setups/{id}', how))
    return true
  },
  renews: 'everything',
  says: ({ name }) => `${name} is deleted. Nothing was measured on it.`,
}

export interface SheetKeeping {
  readonly text: string
  /** The suite whose sheet is changed, and the edition that was read; absent where a new one is made. */
  readonly kept?:
    { readonly suite: number; readonly edition: number; readonly corrected?: boolean } | undefined
}

export const keepSheet: Deed<SheetKeeping, Schemas['SuiteView']> = {
  send: ({ text, kept }) =>
    kept === undefined
      ? take(api.POST('/api/v1/sheets', { body: { text } }))
      : take(
          api.PUT('/api/v1/sheets/{id}', {
            params: { path: { id: kept.suite } },
            body: {
              text,
              edition: kept.edition,
              ...(kept.corrected === true ? { corrected: true } : {}),
            },
          }),
        ),
  renews: 'everything',
}

/** What a corrected sheet would change of what is there; nothing is kept. */
export const lookAtCorrection: Deed<
  { readonly suite: number; readonly text: string },
  Schemas['Correction']
> = {
  send: ({ suite, text }) =>
    take(api.POST('/api/v1/sheets/{id}/corrections', { params: { path: { id: suite } }, body: { text } })),
  renews: [],
}

/** Puts a suite on the run sheet of a device, where it is not there yet. */
export const planOn: Deed<{ readonly sitting: number; readonly suite: number }, unknown> = {
  send: ({ sitting, suite }) =>
    take(
      api.POST('/api/v1/sittings/{id}/suites', {
        params: { path: { id: sitting } },
        body: { suites: [suite] },
      }),
    ),
  renews: ['sheet', 'strip'],
}

/** Deletes a sheet without scores. */
export const deleteSheet: Deed<number, true> = {
  send: async (id) => {
    await take(api.DELETE('/api/v1/sheets/{id}', { params: { path: { id } } }))
    return true
  },
  renews: ['suites', 'profile'],
  says: () => 'The sheet is deleted. Nothing was measured by it.',
}

/** Shows how a table would be understood; nothing is kept. */
export const takeDeskIn: Deed<File, Schemas['Report']> = {
  send: sendDesk,
  renews: 'everything',
}

export const previewTable: Deed<
  { readonly file: File; readonly how?: Schemas['FileChoice'] },
  Schemas['Preview']
> = {
  send: ({ file, how }) => lookAtTable(file, how),
  renews: [],
}

interface Mending {
  readonly batch: number
  readonly cell: Pick<Schemas['CellView'], 'line' | 'ordinal'>
  readonly text: string
}

/** Puts another text in the place of a cell's, before anything is kept. */
export const mendCell: Deed<Mending, Schemas['CellView']> = {
  send: ({ batch, cell: { line, ordinal }, text }) =>
    take(
      api.PUT('/api/v1/imports/{id}/cells/{line}/{ordinal}', {
        params: { path: { id: batch, line, ordinal } },
        body: { text },
      }),
    ),
  renews: ['imports'],
}

/** Throws away a table that was read and not kept. */
export const throwImportAway: Deed<number, true> = {
  send: async (batch) => {
    await take(api.DELETE('/api/v1/imports/{id}', { params: { path: { id: batch } } }))
    return true
  },
  renews: ['imports'],
  says: () => 'The table is thrown away; nothing of it was kept.',
}

/** Reads a whole table; nothing of it counts until it is accepted. */
export const stageTable: Deed<
  { readonly settings: Schemas['ImportSettings']; readonly file: File },
  Schemas['TableReport']
> = {
  send: ({ settings, file }) => sendTable(settings, file),
  renews: ['imports'],
}

interface Accepting {
  readonly batch: number
  /** What of it is kept; absent for all that was understood. */
  readonly parts?: Schemas['Choice']['parts']
  /** Whether numbers that are other than before set those aside. */
  readonly corrects?: boolean
}

export const acceptImport: Deed<Accepting, Schemas['Accepted']> = {
  send: ({ batch, ...body }) =>
    take(
      api.POST('/api/v1/imports/{id}/accept', {
        params: { path: { id: batch } },
        body,
      }),
    ),
  renews: 'everything',
  says: (_, kept) => acceptedWords(kept),
  undo: ({ batch }) => by(takeImportBack, batch),
}

export const takeImportBack: Deed<number, unknown> = {
  send: (batch) => take(api.POST('/api/v1/imports/{id}/take-back', { params: { path: { id: batch } } })),
  renews: 'everything',
  says: () => 'Every run of it is set aside.',
  undo: (batch) => by(bringImportBack, batch),
}

export const bringImportBack: Deed<number, unknown> = {
  send: (batch) => take(api.POST('/api/v1/imports/{id}/bring-back', { params: { path: { id: batch } } })),
  renews: 'everything',
  says: () => 'Its runs count again, as far as they are not flagged.',
  undo: (batch) => by(takeImportBack, batch),
}
