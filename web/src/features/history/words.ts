import type { Schemas } from '../../api/client'

type Line = Schemas['HistoryLine']
type Kind = Line['kind']

/** What has a history, in words. */
export const kinds: Readonly<Record<Kind, string>> = {
  RUN: 'runs',
  MODEL: 'models',
  UNIT: 'units',
  SETUP: 'setups',
  SUITE: 'suites',
  FACT: 'facts',
  IMPORT: 'imports',
  SITTING: 'run sheets',
  BOARD: 'kept views',
  WRITE_UP: 'write-ups',
  STANDING: 'what counts overall',
  ACCESS: 'people and tokens',
}

const one: Readonly<Record<Kind, string>> = {
  RUN: 'run',
  MODEL: 'model',
  UNIT: 'unit',
  SETUP: 'setup',
  SUITE: 'suite',
  FACT: 'fact',
  IMPORT: 'import',
  SITTING: 'run sheet',
  BOARD: 'kept view',
  WRITE_UP: 'write-up',
  STANDING: 'what counts overall',
  ACCESS: 'access',
}

/** The record in a word, with what tells it from others where people know that. */
export function recordWords({ kind, record, name }: Pick<Line, 'kind' | 'record' | 'name'>): string {
  if (kind === 'ACCESS' || kind === 'STANDING') return one[kind]
  if (name !== undefined) return `${one[kind]} ${name}`
  return `${one[kind]} ${kind === 'RUN' ? record.slice(0, 8) : record}`
}

/** Where the record is shown; undefined where it has no page of its own. */
export function recordAddress({ kind, record }: Pick<Line, 'kind' | 'record'>): string | undefined {
  switch (kind) {
    case 'RUN':
      return `/ledger?run=${record}`
    case 'MODEL':
      return `/catalogue/models/${record}`
    case 'SETUP':
      return `/catalogue/setups/${record}`
    case 'SUITE':
      return `/catalogue/suites/${record}`
    case 'IMPORT':
      return `/catalogue/import/${record}`
    case 'SITTING':
      return `/desk/${record}`
    case 'WRITE_UP':
      return `/write-ups/${record}`
    case 'ACCESS':
      return '/access'
    default:
      return undefined
  }
}
