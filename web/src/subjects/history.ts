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
  OPENED: 'put on the desk',
  CLOSED: 'closed',
  PLANNED: 'planned',
  ROOM: 'room temperature',
  TICKED: 'ticked off',
  ACCOUNT_MADE: 'made the account',
  SIGNED_IN: 'signed in',
  SIGNED_OUT: 'signed out',
  TOKEN_MADE: 'made a token',
  TOKEN_ENDED: 'ended a token',
  INVITED: 'invited somebody',
  RESET_OFFERED: 'offered a new password',
  LINK_ENDED: 'took a link back',
  ROLE_CHANGED: 'changed a role',
  REOPENED: 'opened an account again',
  PASSWORD_CHANGED: 'changed the password',
  PASSWORD_RESET: 'took a new password by a link',
  TWO_STEP_ON: 'turned codes of an authenticator on',
  BEGUN: 'began',
  TAKEN_IN: 'taken in',
  FIGURE_PUT: 'put in',
  PICTURE_PUT: 'put a picture in',
  FIGURE_RENEWED: 'renewed',
  REMARKED: 'remarked',
  REMARK_SETTLED: 'settled a remark',
  REMARK_OPENED: 'opened a remark again',
  ASKED: 'asked to read it',
  ASKED_NO_MORE: 'asked no more to read it',
  READ: 'put their name to it',
  SHOWN_TO_READERS: 'shown to readers',
  SHOWN_NO_MORE: 'shown to readers no more',
  PUBLISHED: 'published',
  WITHDRAWN: 'withdrew',
  THROWN_AWAY: 'threw away',
  TWO_STEP_OFF: 'turned codes of an authenticator off',
}

/** What was done, in words. */
export function deedWords(what: string): string {
  return deeds[what] ?? what.toLowerCase().replaceAll('_', ' ')
}

/** One line of a record's history. */
export function historyWords(e: Schemas['EventView']): string {
  return `${deedWords(e.what)}${e.reason === undefined ? '' : `: ${e.reason}`}, ${e.who}`
}
