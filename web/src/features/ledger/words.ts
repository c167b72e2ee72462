import type { Schemas } from '../../api/client'

export type Flag = Schemas['RunDetail']['run']['flags'][number]

/** Flags of a run in words, in the order they are offered. */
export const flagWords: Readonly<Record<Flag, string>> = {
  MAKER_TUNING: 'maker tuning suspected',
  HELD_AT_REFRESH: 'held at the display refresh',
  THROTTLED: 'throttled',
  RECORDING: 'screen was recorded',
}

const deeds: Record<string, string> = {
  DONE: 'kept',
  FAILED: 'kept as failed',
  SET_ASIDE: 'set aside',
  BROUGHT_BACK: 'brought back',
  FLAGGED: 'flags',
  MENDED: 'mended',
  CONFIRMED: 'confirmed',
  EVIDENCE: 'file added',
  EVIDENCE_OFF: 'file taken off',
  ADDED: 'added',
  CHANGED: 'changed',
  CALLED_MEANT: 'called meant',
  CALLED_CAVEAT: 'called a caveat',
}

/** One line of a record's history. */
export function historyWords(e: Schemas['EventView']): string {
  const deed = deeds[e.what] ?? e.what.toLowerCase()
  return `${deed}${e.reason === undefined ? '' : `: ${e.reason}`}, ${e.who}`
}
