import type { Schemas } from '../../api/client'
import { grouped, number } from '../../figures/format'
import { dayInWords } from '../../figures/dates'

type Price = Schemas['Price']

/** The latest price, "from" where variants differ. */
export function priceWords(prices: readonly Price[]): string {
  const newest = prices
    .map((p) => p.on)
    .sort()
    .at(-1)
  const now = prices.filter((p) => p.on === newest)
  const cheapest = [...now].sort((a, b) => amount(a) - amount(b))[0]
  if (cheapest === undefined) return ''
  const text = `${grouped(cheapest.amount.replace(/[.,]00$/, ''))} ${currency(cheapest.currency)}`
  return now.length > 1 ? `from ${text}` : text
}

/** A price with its variant and day, as it must be said. */
export function priceLine(p: Price): string {
  const variant = p.variant === '' ? '' : ` with ${p.variant}`
  return `${grouped(p.amount.replace(/[.,]00$/, ''))} ${currency(p.currency)}${variant}, ${dayInWords(p.on)}`
}

function amount(p: Price): number {
  return Number(p.amount.replace(/[\s\u2009']/g, '').replace(',', '.'))
}

function currency(code: string): string {
  return code === 'EUR' ? '€' : code
}

/** Things by what they share, in the order they first come. */
export function gathered<T>(
  all: readonly T[],
  by: (thing: T) => string,
): readonly (readonly [string, readonly T[]])[] {
  const groups = new Map<string, T[]>()
  for (const thing of all) {
    const key = by(thing)
    const list = groups.get(key)
    if (list) list.push(thing)
    else groups.set(key, [thing])
  }
  return [...groups]
}

/** +4.1 %, −6.2 %: a change with its sign; the base is said beside it. */
export function signedPercent(share: number): string {
  const percent = share * 100
  const text = Math.abs(percent).toFixed(Math.abs(percent) < 10 ? 1 : 0)
  return `${percent < 0 && Number(text) !== 0 ? '\u2212' : '+'}${text}\u2009%`
}

/** What a change did, told from noise: ahead or behind only where the interval says so. */
export function effectWords(
  e: Schemas['EffectView'],
): 'ahead' | 'behind' | 'not told from noise' | 'noise unknown' {
  if (e.low === undefined || e.high === undefined) return 'noise unknown'
  if (e.low > 0) return 'ahead'
  return e.high < 0 ? 'behind' : 'not told from noise'
}

/** What an import came to, in a sentence. */
export function acceptedWords(kept: Schemas['Accepted']): string {
  const known =
    kept.known === 0 ? '' : `, ${number(kept.known, 0)} ${kept.known === 1 ? 'was' : 'were'} here before`
  const refused = kept.refused === 0 ? '' : `, ${number(kept.refused, 0)} refused`
  return `${number(kept.fresh, 0)} ${kept.fresh === 1 ? 'run' : 'runs'} kept${known}${refused}.`
}

/** What the values of a fact are. */
export const typeWords: Readonly<Record<Schemas['FactKeyView']['type'], string>> = {
  TEXT: 'words',
  NUMBER: 'number',
  VERSION: 'version',
  FLAG: 'yes or no',
  CHOICE: 'choice',
  RESOLUTION: 'resolution',
  DATE: 'day',
}
