import type { Schemas } from '../api/client'
import { groups } from '../figures/words'

type Movement = Schemas['MovementView']

const thin = '\u2009'

/** What one setup moves from day to day in some tests, and how that is known; empty without any. */
export function movementWords(movements: readonly Movement[]): string {
  const of = (source: Movement['source']) => movements.filter((m) => m.source === source)
  const kinds = [...new Set(of('GROUP').map((m) => groups[m.group]))]
  const parts = [
    part(of('TEST'), 'from repeated days of the test itself'),
    part(of('GROUP'), `from other ${listed(kinds)} tests on this desk`),
    part(of('DESK'), 'from tests of other kinds on this desk'),
    part(of('ASSUMED'), 'assumed: no setup here was ever measured on two days'),
  ].filter((p) => p !== '')
  return parts.length === 0 ? '' : `Movement between days taken as ${parts.join('; ')}.`
}

function part(of: readonly Movement[], how: string): string {
  return of.length === 0 ? '' : `${range(of.map((m) => m.share))} in ${count(of.length)} (${how})`
}

function listed(kinds: readonly string[]): string {
  return kinds.length < 2 ? kinds.join('') : `${kinds.slice(0, -1).join(', ')} and ${kinds.at(-1) ?? ''}`
}

function range(shares: readonly number[]): string {
  const [low, high] = [Math.min(...shares) * 100, Math.max(...shares) * 100]
  return low.toFixed(1) === high.toFixed(1)
    ? `${low.toFixed(1)}${thin}%`
    : `${low.toFixed(1)} to ${high.toFixed(1)}${thin}%`
}

function count(n: number): string {
  return `${String(n)} ${n === 1 ? 'test' : 'tests'}`
}

/** What would make it better known: where it is assumed, or where scores rest on one day. */
export function remedyWords(movements: readonly Movement[]): string {
  return movements.some((m) => m.source === 'ASSUMED')
    ? 'Measure a few setups again on another day, with the shortest suites: that tells how far days move here, for all scores at once.'
    : ''
}

/** What a score's interval rests on. */
export function restsOn(own: {
  readonly count: number
  readonly days: number
  readonly reach?: number | undefined
  readonly movement: Movement
}): string {
  if (own.reach === undefined)
    return 'noise unknown: it was read once, and nothing tells how far repeats of this test fall apart'
  const runs = own.count === 1 ? 'one run' : `${String(own.count)} runs`
  const days = own.days === 1 ? (own.count === 1 ? '' : ' of one day') : ` of ${String(own.days)} days`
  const { source, share, group } = own.movement
  const how = {
    TEST: 'from repeated days of this test',
    GROUP: `from other ${groups[group]} tests on this desk`,
    DESK: 'from tests of other kinds on this desk',
    ASSUMED: 'assumed: no setup here was ever measured on two days',
  }[source]
  return `95 % interval, from ${runs}${days} and what is known of the noise of this test; movement between days taken as ${range([share])} (${how})`
}
