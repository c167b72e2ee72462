import type { Schemas } from '../api/client'
import { amount, isWait, number, percent, significant, unitWords } from '../figures/format'
import { ordinal } from '../figures/words'

/** What a difference is told as. */
export type Basis = Schemas['ComparisonView']['basis']

/** A difference as far as it is told: in a comparison, or from first to last along a line. */
type Difference = Pick<
  Schemas['Difference'],
  'amount' | 'shown' | 'shownLow' | 'shownHigh' | 'verdict' | 'counted' | 'look' | 'confidence'
>

/** What a difference in its own unit needs to know of its test. */
export interface OwnUnit {
  readonly unit: string
  readonly better?: string
  readonly cells: readonly { readonly kind: string; readonly decimals?: number }[]
}

const thin = '\u2009'

/** What each basis is called, and what it is a share of. */
export const bases: Record<Basis, { readonly name: string; readonly about: string }> = {
  GAIN: {
    name: 'gain on reference',
    about: 'Gain on the reference, as a share of it; of amounts, more or less',
  },
  TIMES_AS_FAST: {
    name: 'times as fast',
    about: 'Ratio to the reference, more is better; of amounts, times as much',
  },
  SHORT: {
    name: 'reference short',
    about: 'How far the reference falls short, as a share of the one beside it',
  },
  MIDPOINT: { name: 'midpoint', about: 'Difference as a share of the middle between the two' },
  TIME_SAVED: {
    name: 'time saved',
    about:
      'Time saved, as a share of the reference’s time; other tests have none, and means are the gain on the reference',
  },
  OWN_UNIT: {
    name: 'own unit',
    about:
      'Plain difference in each test’s own unit; means, which have none, are the gain on the reference in %',
  },
}

/** A difference in the basis asked for: +4.1 %, ×1.25, +35 points; of an amount, 21.0 % more, ×1.21 as much. */
export function shownWords(shown: number, basis: Basis, test?: OwnUnit, isAmount = false): string {
  if (basis === 'TIMES_AS_FAST') return `×${times(shown)}${isAmount ? ' as much' : ''}`
  if (basis === 'OWN_UNIT' && test) return ownWords(shown, test)
  // Of the reference it is more or less; the other shares are of something else, which the basis names.
  return isAmount && basis !== 'SHORT' && basis !== 'MIDPOINT' ? moreOrLess(shown) : percent(shown)
}

/** A difference in the unit of its test; of a time to wait for, how much sooner. */
function ownWords(shown: number, test: OwnUnit): string {
  const decimals = ownDecimals(test)
  const size = `${amount(Math.abs(shown), decimals, test.unit)}${thin}${unitWords(test.unit)}`.trim()
  const signed = sign(shown, decimals)
  if (signed === '' || test.better !== 'LOWER' || !isWait(test.unit)) return signed + size
  return `${size} ${shown < 0 ? 'sooner' : 'later'}`
}

/** Half of the interval, in the same basis. */
export function halfWords(d: Difference, basis: Basis, test?: OwnUnit): string {
  if (d.shownLow === undefined || d.shownHigh === undefined) return ''
  const half = Math.abs(d.shownHigh - d.shownLow) / 2
  if (basis === 'TIMES_AS_FAST')
    return `±${half < 0.995 ? half.toFixed(half < 0.0095 ? 3 : 2) : significant(half, 2)}`
  if (basis === 'OWN_UNIT' && test) return `±${amount(half, ownDecimals(test), test.unit)}`
  return `±${percentDigits(half * 100)}`
}

/** How much more of something, or less. */
function moreOrLess(share: number): string {
  const words = percentDigits(Math.abs(share) * 100) + `${thin}%`
  return sign(share * 100, 1) === '' ? words : `${words} ${share > 0 ? 'more' : 'less'}`
}

/** What a device does with an amount, before how much more of it: draws 21.0 % more. */
function amountVerb(unit: string): string {
  if (/^[mkM]?(W|J|W\.h)$/.test(unit)) return 'draws '
  if (/^k?g$/.test(unit)) return 'weighs '
  return /frame/.test(unit) ? 'drops ' : ''
}

function times(value: number): string {
  return value < 10 ? value.toFixed(2) : significant(value, 3)
}

/** None for what is nothing once it is rounded. */
function sign(value: number, decimals: number): string {
  return Number(value.toFixed(decimals)) === 0 ? '' : value < 0 ? '−' : '+'
}

function percentDigits(value: number): string {
  return number(value, value < 99.95 ? 1 : 0)
}

export function signed(value: number, decimals: number): string {
  return `${sign(value, decimals)}${number(Math.abs(value), decimals)}`
}

/** As fine as the finest of the scores. */
function ownDecimals(test: OwnUnit): number {
  return Math.max(0, ...test.cells.map((c) => c.decimals ?? 0))
}

/** A round difference on an axis. */
export function tickLabel(shown: number, basis: Basis): string {
  if (basis === 'TIMES_AS_FAST') return `×${String(shown)}`
  const value = Math.round(shown * 1000) / 10
  return `${value < 0 ? '−' : '+'}${String(Math.abs(value))} %`
}

/** What is shown, in a word. */
export const verdicts: Record<NonNullable<Difference['verdict']>, string> = {
  AHEAD: 'ahead',
  BEHIND: 'behind',
  EVEN: 'even',
  UNDECIDED: 'undecided',
}

/** Whether it is called so where it stands alone, but not in a count of all tests shown. */
export function isAlone(d: Pick<Difference, 'verdict' | 'counted'>): boolean {
  return (
    (d.verdict === 'AHEAD' || d.verdict === 'BEHIND') && d.counted !== undefined && d.counted !== d.verdict
  )
}

/** What is shown, in words. */
export function verdictWords(d: Pick<Difference, 'verdict' | 'counted'>): string {
  if (d.verdict === undefined) return 'noise unknown'
  return isAlone(d) ? `${verdicts[d.verdict]}, alone` : verdicts[d.verdict]
}

/** Which interval it is: of a later look a wider one. */
export function intervalWords(d: Pick<Difference, 'look' | 'confidence'>): string {
  const level = `${String(Math.round(d.confidence * 1000) / 10)} % interval`
  if (d.look < 2) return level
  return `${level}, as this is the ${ordinal(d.look)} look`
}

/** What there is to say of a verdict where it is pointed at; empty if nothing. */
export function verdictTitle(d: Difference): string {
  const parts = [
    isAlone(d) && d.verdict
      ? `${verdicts[d.verdict]} on its own; among all tests shown it may be chance, so it is not in the count`
      : '',
    d.look < 2 ? '' : intervalWords(d),
  ]
  return parts.filter((p) => p !== '').join('; ')
}

/** The ink of a difference: a name of the colours of the app. */
export function ink(d: Difference): 'teal' | 'mulberry' | 'ink2' {
  return d.verdict === 'AHEAD' ? 'teal' : d.verdict === 'BEHIND' ? 'mulberry' : 'ink2'
}

/** The same as a class of the page. */
export function inkClass(d: Difference): string {
  return { teal: 'text-teal', mulberry: 'text-mulberry', ink2: 'text-ink2' }[ink(d)]
}

/** A row for those who do not see it. */
export function differenceWords(d: Difference | undefined, basis: Basis, test?: OwnUnit): string {
  if (d?.shown === undefined) return 'no difference to show'
  const words = (shown: number) => shownWords(shown, basis, test, d.amount)
  const verdict = verdictWords(d)
  const interval =
    d.shownLow === undefined || d.shownHigh === undefined
      ? ''
      : `, ${intervalWords(d)} ${words(Math.min(d.shownLow, d.shownHigh))} to ${words(Math.max(d.shownLow, d.shownHigh))}`
  const verb = d.amount && test ? amountVerb(test.unit) : ''
  return `${verb}${words(d.shown)}${interval}, ${verdict}`
}

/** From which share on a difference, or a change, matters: some round ones and the one that is asked for. */
export function thresholdChoices(what: 'difference' | 'change', shares: readonly number[], own: number) {
  return [...new Set([...shares, own])]
    .sort((a, b) => a - b)
    .map((t) => ({
      value: String(t),
      label: t === 0 ? `any ${what} matters` : `matters from ${String(Math.round(t * 1000) / 10)} %`,
    }))
}
