import { api, take } from '../api/client'
import type { Schemas } from '../api/client'
import { familiesOf } from '../api/live'
import { sendEvidence } from '../api/raw'
import { by } from '../ui/deed'
import type { Deed } from '../ui/deed'

/** Keeps a run; the same run sent again is kept once. */
export const keepRun: Deed<Schemas['RunFile'], Schemas['Kept']> = {
  send: (run) => take(api.PUT('/api/v1/runs/{id}', { params: { path: { id: run.id } }, body: run })),
  renews: [...familiesOf('RUNS'), 'check'],
}

/** Writes facts of a setup that were always so. */
export const writeFacts: Deed<{ readonly setup: number } & Schemas['WrittenSlip'], Schemas['SetupView']> = {
  send: ({ setup, facts }) =>
    take(api.PUT('/api/v1/setups/{id}/facts', { params: { path: { id: setup } }, body: { facts } })),
  renews: ['sheet', 'strip', 'profile', 'setups', 'setup', ...familiesOf('RUNS')],
}

/** Gives a setup another name. */
export const renameSetup: Deed<{ readonly setup: number } & Schemas['SetupName'], Schemas['SetupView']> = {
  send: ({ setup, ...body }) =>
    take(api.PUT('/api/v1/setups/{id}/name', { params: { path: { id: setup } }, body })),
  renews: 'everything',
}

/** Reads what a system printed about itself; nothing is kept. */
export const readFacts: Deed<string, Schemas['ReadFacts']> = {
  send: (text) => take(api.POST('/api/v1/facts/in-text', { body: { text } })),
  renews: [],
}

/** Another setup, for its facts. */
export const setupToCopy: Deed<number, Schemas['SetupView']> = {
  send: (id) => take(api.GET('/api/v1/setups/{id}', { params: { path: { id } } })),
  renews: [],
}

export interface Calling {
  readonly setup: number
  readonly key: string
  readonly meant: boolean
  /** What is said once it is called so. */
  readonly words: string
}

/** Says whether a difference from the setup before was meant or is a caveat. */
export const callDifference: Deed<Calling, unknown> = {
  send: ({ setup, key, meant }) =>
    take(
      api.PUT('/api/v1/setups/{id}/calls/{key}', { params: { path: { id: setup, key } }, body: { meant } }),
    ),
  renews: ['sheet', 'profile', 'setups', 'setup'],
  says: ({ words }) => words,
}

export const addEvidence: Deed<{ readonly run: string; readonly file: File }, unknown> = {
  send: ({ run, file }) => sendEvidence(run, file),
  renews: ['run', 'profile'],
}

interface Evidence {
  readonly run: string
  readonly file: Schemas['EvidenceView']
}

const putEvidenceBack: Deed<Evidence, unknown> = {
  send: ({ run, file }) =>
    take(
      api.POST('/api/v1/runs/{id}/evidence/{number}/put-back', {
        params: { path: { id: run, number: file.id } },
      }),
    ),
  renews: ['run', 'profile'],
}

export const takeEvidenceOff: Deed<Evidence, unknown> = {
  send: ({ run, file }) =>
    take(
      api.DELETE('/api/v1/runs/{id}/evidence/{number}', { params: { path: { id: run, number: file.id } } }),
    ),
  renews: ['run', 'profile'],
  says: ({ file }) => `${file.name} is off this run.`,
  undo: (args) => by(putEvidenceBack, args),
}

type Board = Schemas['BoardView']

export interface Showing {
  readonly id: number
  readonly name: string
  readonly shown: boolean
}

/** Shows a kept standing to readers, or to them no more. */
export const showBoard: Deed<Showing, Board> = {
  send: ({ id, shown }) =>
    take(api.PUT('/api/v1/boards/{id}/public', { params: { path: { id } }, body: { shown } })),
  renews: ['boards'],
  says: ({ name, shown }) =>
    shown ? `Readers see “${name}”, as it is at any time.` : `Readers do not see “${name}” any more.`,
}

/** Keeps a view under a name, in the place of the one that has it already. */
export const keepBoard: Deed<Schemas['BoardDraft'] & { readonly twin?: Board | undefined }, Board> = {
  send: ({ twin, ...body }) =>
    twin === undefined
      ? take(api.POST('/api/v1/boards', { body }))
      : take(
          api.PUT('/api/v1/boards/{id}', {
            params: { path: { id: twin.id } },
            body: { ...body, edition: twin.edition },
          }),
        ),
  renews: ['boards', 'search'],
  says: (_, board) => `Kept as "${board.name}".`,
}

export const forgetBoard: Deed<Board, unknown> = {
  send: ({ id }) => take(api.DELETE('/api/v1/boards/{id}', { params: { path: { id } } })),
  renews: ['boards', 'search'],
  says: ({ name }) => `"${name}" is forgotten.`,
  undo: ({ page, name, address }) => by(keepBoard, { page, name, address }),
}

export interface Into {
  /** Its number, or what a new one is called. */
  readonly writeUp: number | { readonly title: string }
  readonly title: string
}

async function writeUpOf({ writeUp }: Into): Promise<number> {
  if (typeof writeUp === 'number') return writeUp
  return (await take(api.POST('/api/v1/write-ups', { body: { title: writeUp.title } }))).id
}

export interface Quoting extends Into {
  /** What would stand in the text, to be told. */
  readonly text: string
  readonly quote: Schemas['NewNumber']
}

/** Puts a number at the end of a write-up's text, with the figure that it hangs on. */
export const quoteNumber: Deed<Quoting, Schemas['FigureView']> = {
  send: async (quoting) => {
    const id = await writeUpOf(quoting)
    return take(api.POST('/api/v1/write-ups/{id}/numbers', { params: { path: { id } }, body: quoting.quote }))
  },
  renews: ['write-ups', 'write-up'],
  says: ({ title, text }) => `“${text}” stands at the end of “${title}”.`,
}

export interface Putting extends Into {
  /** Of the figure whose place it takes; undefined for a new one. */
  readonly number: number | undefined
  readonly figure: Schemas['NewFigure']
}

/** Puts a figure into a write-up, which is begun first where it is a new one. */
export const putFigure: Deed<Putting, Schemas['FigureView'] & { readonly writeUp: number }> = {
  send: async ({ number, figure, ...into }) => {
    const id = await writeUpOf(into)
    const kept =
      number === undefined
        ? await take(api.POST('/api/v1/write-ups/{id}/figures', { params: { path: { id } }, body: figure }))
        : await take(
            api.PUT('/api/v1/write-ups/{id}/figures/{number}', {
              params: { path: { id, number } },
              body: figure,
            }),
          )
    return { ...kept, writeUp: id }
  },
  renews: ['write-ups', 'write-up'],
  says: ({ title }, { number }) => `It is figure ${String(number)} of “${title}”.`,
}
