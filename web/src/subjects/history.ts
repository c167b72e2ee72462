import type { Schemas } from '../api/client'

/** What was done, in words; what is not here is called as the server calls it. */
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
  CORRECTED: 'corrected',
  CALLED_MEANT: 'called meant',
  CALLED_CAVEAT: 'called a caveat',
}

/** One line of a record's history. */
export function historyWords(e: Schemas['EventView']): string {
  const deed = deeds[e.what] ?? e.what.toLowerCase()
  return `${deed}${e.reason === undefined ? '' : `: ${e.reason}`}, ${e.who}`
}
