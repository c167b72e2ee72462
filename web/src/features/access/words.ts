import type { Schemas } from '../../api/client'

const happened: Readonly<Record<string, string>> = {
  ACCOUNT_MADE: 'made the account',
  SIGNED_IN: 'signed in',
  SIGNED_OUT: 'signed out',
  TOKEN_MADE: 'made a token',
  TOKEN_ENDED: 'ended a token',
}

/** Returns what happened in words. */
export function eventWords(what: string): string {
  return happened[what] ?? what.toLowerCase().replaceAll('_', ' ')
}

/** Returns whether a token is good, until when, or since when and by whom it is not. */
export function stateWords(
  token: Pick<Schemas['TokenView'], 'good' | 'expiresAt' | 'endedAt' | 'endedReason'>,
  now: Date,
): string {
  if (token.endedAt !== undefined)
    return `ended ${token.endedAt.slice(0, 10)} ${token.endedReason ?? ''}`.trim()
  if (token.expiresAt === undefined) return 'good, without an end'
  const on = token.expiresAt.slice(0, 10)
  return new Date(token.expiresAt) > now ? `good until ${on}` : `ran out ${on}`
}
