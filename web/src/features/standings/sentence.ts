import type { Schemas } from '../../api/client'
import { number } from '../../figures/format'
import { bands, eitherOf, groups, listed, ordinal, speedGroups } from '../../figures/words'

type Standings = Schemas['StandingsView']
type Place = Schemas['PlaceView']

/** A piece of the sentence; `lean` says whether it speaks for or against the device. */
export interface Piece {
  readonly text: string
  readonly lean?: 'for' | 'against'
}

/** Where the device in focus stands: its place as a range, its neighbours, and where it is strong or weak. */
export function sentence(view: Standings, key: string): readonly Piece[] {
  const at = view.places.findIndex((p) => p.subject.key === key)
  const place = view.places[at]
  if (place === undefined) return missing(view, key)
  const pieces: Piece[] = [{ text: `is ${placeWords(place, view.placed)}` }]
  const next = (step: number) => view.places.find((p) => p.number === place.number + step)
  const above = next(-1)
  const below = next(1)
  if (above) pieces.push({ text: `, below ${shortName(above)}` })
  if (below) pieces.push({ text: `${above ? ' and' : ','} above ${shortName(below)}` })
  for (const group of place.groups) {
    if (group.band === undefined || group.band === 'MIDDLE' || !speedGroups.includes(group.group)) continue
    const good = group.band === 'HIGH' || group.band === 'HIGHEST_FIFTH'
    pieces.push({
      text: `; ${bands[group.band]} in ${groups[group.group]}, ahead of ${String(Math.round(group.percentile * 100))} %`,
      lean: good ? 'for' : 'against',
    })
  }
  return [...pieces, { text: '.' }]
}

function shortName({ subject: { name, detail, setups } }: Place): string {
  return detail === '' || setups > 1 ? name : `${name} (${detail})`
}

function placeWords(place: Place, of: number): string {
  const tail = `of ${String(of)}`
  if (place.best === place.worst) return `${ordinal(place.best)} ${tail}`
  const join = place.worst - place.best === 1 ? 'or' : 'to'
  return `${ordinal(place.best)} ${join} ${ordinal(place.worst)} ${tail}`
}

function missing(view: Standings, key: string): readonly Piece[] {
  const unplaced = view.unplaced.find((u) => u.subject.key === key)
  if (unplaced) return [{ text: `cannot be placed: ${unplacedWords(unplaced)}` }]
  if (view.apart.some((island) => island.places.some((p) => p.subject.key === key))) {
    return [{ text: 'stands apart: it shares no test with the others.' }]
  }
  return [{ text: 'is not in this pool, or has no score here yet.' }]
}

/** What an unplaced one lacks and what would place it. */
export function unplacedWords(u: Schemas['UnplacedView']): string {
  const lacks = u.missing.filter((g) => !u.alone.includes(g)).map((g) => groups[g])
  const parts = [
    lacks.length === 0 ? '' : `it has no ${eitherOf(lacks)} test in common with the others`,
    u.alone.length === 0
      ? ''
      : `by one ${eitherOf(u.alone.map((g) => groups[g]))} test alone nobody has a place`,
  ].filter((w) => w !== '')
  const run = u.toRun.length === 0 ? '' : ` Run ${listed(u.toRun)} to place it.`
  return `${parts.join('; ')}.${run}${standsIn(u)}`
}

/** Where it stands in the groups of overall that it has; nothing where one group is ranked that it lacks. */
function standsIn(u: Schemas['UnplacedView']): string {
  const has = u.groups.filter((g) => speedGroups.includes(g.group) && !u.missing.includes(g.group))
  if (has.length === 0) return ''
  const places = has.map((g) => `${ordinal(g.place)} of ${String(g.of)} in ${groups[g.group]}`)
  return ` It stands ${listed(places)}.`
}

/** How many pairs are told apart, and what would help where none is; empty where nothing is to be told. */
export function apartWords(view: Standings): string {
  if (view.oneTest || view.pairs === 0) return ''
  const suite =
    view.suites === 1
      ? 'All tests are of one suite, so that how much a device likes it is assumed: another suite tells more than more runs.'
      : 'Another suite tells more than more runs.'
  if (view.pairsApart === 0)
    return `These ${number(view.placed, 0)} are not told apart: their order is the best estimate and no more. ${suite}`
  if (view.pairsApart === view.pairs)
    return `All of these ${number(view.placed, 0)} are told apart; in nine tables of ten every such pair is the right way round.`
  return `Among these ${number(view.placed, 0)}, ${number(view.pairsApart, 0)} of ${number(view.pairs, 0)} pairs are told apart; in nine tables of ten all of them the right way round.${view.suites === 1 ? ` ${suite}` : ''}`
}

/** Suites in which one does much better or worse than elsewhere. */
export function oddWords(place: Place): string {
  return place.odd
    .map((o) =>
      o.times > 1
        ? `much better in ${o.suite} (×${o.times.toFixed(1)})`
        : `much worse in ${o.suite} (×${o.times.toFixed(2)})`,
    )
    .join(', ')
}

/** Two indices that differ, with as many decimals as it takes to see it. */
export function bothIndices(a: number, b: number): readonly [string, string] {
  const digits = [0, 1, 2].find((d) => a.toFixed(d) !== b.toFixed(d)) ?? 3
  return [a.toFixed(digits), b.toFixed(digits)]
}

/** The index against the reference, from and to; fine enough to see whether 100 lies in it. Empty where one test makes an order. */
export function rangeWords(place: Place): string {
  if (place.lineLow === undefined) return ''
  if (place.low === undefined || place.high === undefined) return '= 100'
  const near = Math.min(Math.abs(place.low - 100), Math.abs(place.high - 100))
  const fine = place.high - place.low < 9.5 || near < 0.95 ? (near < 0.095 ? 2 : 1) : 0
  return `${place.low.toFixed(fine)} to ${place.high.toFixed(fine)}`
}
