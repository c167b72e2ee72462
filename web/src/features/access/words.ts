import type { Schemas } from '../../api/client'

/** Returns what became of a link. */
export function linkWords(
  link: Pick<Schemas['LinkView'], 'good' | 'usedAt' | 'endedAt' | 'expiresAt'>,
): string {
  if (link.usedAt !== undefined) return `used ${link.usedAt.slice(0, 10)}`
  if (link.endedAt !== undefined) return `taken back ${link.endedAt.slice(0, 10)}`
  return link.good ? `good until ${link.expiresAt.slice(0, 10)}` : `ran out ${link.expiresAt.slice(0, 10)}`
}

/** Returns the address that whoever was given a link opens. */
export function linkAddress(origin: string, secret: string): string {
  return `${origin}/?link=${secret}`
}

/** Returns a browser in a few words: what the header says beyond what all say. */
export function browserWords(header: string | undefined): string {
  if (header === undefined) return 'a browser'
  const system = /\(([^;)]+)/.exec(header)?.[1]?.trim()
  const named = [...header.matchAll(/([A-Za-z]+)\/(\d+)/g)]
    .map((m) => ({ name: m[1] ?? '', version: m[2] ?? '' }))
    .filter(({ name }) => !['Mozilla', 'AppleWebKit', 'Gecko', 'Version', 'Mobile', 'Safari'].includes(name))
  const last = named[0]
  return [last ? `${last.name} ${last.version}` : 'a browser', system === undefined ? '' : `on ${system}`]
    .filter((w) => w !== '')
    .join(' ')
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
