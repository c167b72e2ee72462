import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { counted } from '../../figures/words'
import type { Deed } from '../../ui/deed'

type Sheet = Schemas['RunSheet']

/** A model and a unit that are there already, or what a new one is called. */
export interface Putting {
  readonly model: Schemas['ModelView'] | Schemas['NewModel']
  readonly unit: Schemas['UnitView'] | { readonly label: string }
  readonly setup: string
  readonly tuned: boolean
  /** Setup that it was changed from; absent if none or if it is not new. */
  readonly parentId?: number
  readonly suites: readonly number[]
}

export const putOnDesk: Deed<Putting, Sheet> = {
  send: async ({ model, unit, suites, ...rest }) => {
    const theModel = 'id' in model ? model : await take(api.POST('/api/v1/models', { body: model }))
    const path = { params: { path: { id: theModel.id } } }
    const theUnit =
      'id' in unit
        ? unit
        : await take(api.POST('/api/v1/models/{id}/units', { ...path, body: { label: unit.label } }))
    return take(api.POST('/api/v1/sittings', { body: { ...rest, unitId: theUnit.id, suites: [...suites] } }))
  },
  renews: ['strip', 'models'],
}

export const takeOffDesk: Deed<Sheet, Sheet> = {
  send: ({ sitting }) => take(api.POST('/api/v1/sittings/{id}/close', at(sitting))),
  renews: ['strip', 'sheet'],
}

export const putBackOnDesk: Deed<Sheet, Sheet> = {
  send: ({ sitting }) => take(api.POST('/api/v1/sittings/{id}/reopen', at(sitting))),
  renews: ['strip', 'sheet'],
}

export const changeSetup: Deed<{ readonly sitting: number } & Schemas['ChangedSitting'], Sheet> = {
  send: ({ sitting, ...body }) => take(api.POST('/api/v1/sittings/{id}/changes', { ...at(sitting), body })),
  renews: ['strip', 'sheet', 'setups'],
}

export const addSuites: Deed<{ readonly sitting: number; readonly suites: readonly number[] }, Sheet> = {
  send: ({ sitting, suites }) =>
    take(api.POST('/api/v1/sittings/{id}/suites', { ...at(sitting), body: { suites: [...suites] } })),
  answers: ({ sitting }) => keys.sheet(sitting),
  renews: ['strip'],
}

export interface Planning {
  readonly sitting: number
  readonly suite: number
  readonly plan: Schemas['PlanChange']
}

export const planSuite: Deed<Planning, Sheet> = {
  send: ({ sitting, suite, plan }) =>
    take(
      api.PUT('/api/v1/sittings/{id}/suites/{suite}', {
        params: { path: { id: sitting, suite } },
        body: plan,
      }),
    ),
  answers: ({ sitting }) => keys.sheet(sitting),
  renews: ['strip', 'sheet'],
}

/** Puts further runs on the run sheet, by suite. */
export const addRuns: Deed<{ readonly sheet: Sheet; readonly suites: readonly number[] }, number> = {
  send: async ({ sheet: { sitting, rows }, suites }) => {
    const each = [...new Set(suites)]
    await addSuites.send({ sitting, suites: each })
    for (const suite of each) {
      const done = rows.find((r) => r.suite.id === suite)?.done ?? 0
      const repeats = Math.min(20, done + suites.filter((s) => s === suite).length)
      await planSuite.send({ sitting, suite, plan: { repeats } })
    }
    return suites.length
  },
  renews: ['sheet', 'strip'],
  says: (_, runs) => `${counted(runs, 'run')} ${runs === 1 ? 'is' : 'are'} on the run sheet.`,
}

export interface Ticking {
  readonly sitting: number
  readonly condition: string
  readonly ticked: boolean
}

export const tick: Deed<Ticking, Sheet> = {
  send: ({ sitting, ...body }) => take(api.PUT('/api/v1/sittings/{id}/conditions', { ...at(sitting), body })),
  answers: ({ sitting }) => keys.sheet(sitting),
  renews: [],
}

export const noteRoom: Deed<{ readonly sitting: number } & Schemas['Room'], Sheet> = {
  send: ({ sitting, ...body }) => take(api.PUT('/api/v1/sittings/{id}/room', { ...at(sitting), body })),
  answers: ({ sitting }) => keys.sheet(sitting),
  renews: [],
}

/** Tells the device that joined and waits to begin. */
export const startDevice: Deed<Sheet, unknown> = {
  send: ({ sitting }) => take(api.POST('/api/v1/sittings/{id}/start', at(sitting))),
  renews: ['sheet', 'strip'],
  says: ({ setup }) => `${setup.model} starts.`,
}

/** Puts the computer that the desk runs on down with a suite, and measures it: one run first. */
export const measureHere: Deed<
  { readonly computer: Schemas['About']; readonly suite: Schemas['SuiteView'] },
  Sheet
> = {
  send: async ({ computer: { maker, name, kind }, suite }) => {
    const sheet = await putOnDesk.send({
      model: { maker, name, kind },
      unit: { label: 'A' },
      setup: 'as found',
      tuned: false,
      suites: [suite.id],
    })
    await planSuite.send({ sitting: sheet.sitting, suite: suite.id, plan: { repeats: 1 } })
    await take(api.POST('/api/v1/sittings/{id}/own-computer', at(sheet.sitting)))
    return sheet
  },
  renews: ['strip', 'models', 'sheet'],
  says: (_, { setup }) => `${setup.model} is being measured: leave it alone until the first score is there.`,
}

/** A code with which one device joins the run sheet. */
export const makeCode: Deed<number, Schemas['CodeView']> = {
  send: (sitting) => take(api.POST('/api/v1/sittings/{id}/codes', at(sitting))),
  renews: [],
}

export const endDevice: Deed<{ readonly sitting: number; readonly device: string }, unknown> = {
  send: ({ sitting, device }) =>
    take(api.DELETE('/api/v1/sittings/{id}/devices/{device}', { params: { path: { id: sitting, device } } })),
  renews: ['joined'],
}

interface Pasted {
  readonly suite: number
  readonly text: string
  /** What a person said that labels stand for: keys of metrics. */
  readonly labels: Readonly<Record<string, string>>
}

/** Reads what a suite printed; nothing is kept. */
export const readText: Deed<Pasted, Schemas['Result']> = {
  send: ({ suite, text, labels }) =>
    take(
      api.POST('/api/v1/suites/{id}/readings-in-text', {
        params: { path: { id: suite } },
        body: { text, ...(Object.keys(labels).length === 0 ? {} : { labels: { ...labels } }) },
      }),
    ),
  renews: [],
}

/** Keeps what labels in the reports of a suite stand for. */
export const keepLabels: Deed<Omit<Pasted, 'text'>, unknown> = {
  send: ({ suite, labels }) =>
    take(
      api.PUT('/api/v1/suites/{id}/labels', {
        params: { path: { id: suite } },
        body: { labels: { ...labels } },
      }),
    ),
  renews: [],
}

function at(sitting: number) {
  return { params: { path: { id: sitting } } }
}

/** Starts the demo desk beside this one. */
export const startDemo: Deed<undefined, Schemas['DemoView']> = {
  send: () => take(api.POST('/api/v1/demo')),
  renews: [],
  answers: () => keys.demo(),
}
