import type { Schemas } from '../../api/client'
import { bands, groups, listed, ordinal, speedGroups } from '../../figures/words'

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
  if (view.apart.some((island) => island.some((p) => p.subject.key === key))) {
    return [{ text: 'stands apart: it shares no test with the others.' }]
  }
  return [{ text: 'is not in this pool, or has no score here yet.' }]
}

/** What an unplaced one lacks and what would place it. */
export function unplacedWords(u: Schemas['UnplacedView']): string {
  const lacks = listed(u.missing.map((g) => groups[g]))
  const run = u.toRun === undefined ? '' : ` Run ${u.toRun} to place it.`
  return `it has no ${lacks} test in common with the others.${run}`
}

/** Where a bracket starts, goes on and ends; none around one alone. */
export function bracket(places: readonly Place[], at: number): 'start' | 'middle' | 'end' | 'none' {
  const level = places[at]?.level
  const before = places[at - 1]?.level === level
  const after = places[at + 1]?.level === level
  if (before && after) return 'middle'
  if (before) return 'end'
  return after ? 'start' : 'none'
}

/** Half the width of the interval, for the number beside the index; undefined for the reference. */
export function half(place: Place): number | undefined {
  return place.low === undefined || place.high === undefined ? undefined : (place.high - place.low) / 2
}
