/** How a bracket runs past a row: whether it goes on above and below, and whether the row is one of its own. */
export interface Run {
  readonly above: boolean
  readonly below: boolean
  readonly member: boolean
}

interface Bracket {
  readonly first: number
  readonly last: number
  readonly members: ReadonlySet<number>
}

/** Brackets side by side in as few lanes as they need; one lane holds brackets that do not lie beside each other. */
export type Lanes = readonly (readonly Bracket[])[]

/**
 * Puts brackets into lanes.
 *
 * @param brackets numbers of places that are not told apart, the best first
 */
export function lanesOf(brackets: readonly (readonly number[])[]): Lanes {
  const lanes: Bracket[][] = []
  for (const numbers of brackets) {
    const bracket = { first: Math.min(...numbers), last: Math.max(...numbers), members: new Set(numbers) }
    const free = lanes.find((lane) => lane.every((b) => b.last < bracket.first || b.first > bracket.last))
    if (free) free.push(bracket)
    else lanes.push([bracket])
  }
  return lanes
}

/** What runs past the row of a place in each lane; undefined where nothing does. */
export function runs(lanes: Lanes, number: number): readonly (Run | undefined)[] {
  return lanes.map((lane) => {
    const bracket = lane.find((b) => b.first <= number && number <= b.last)
    return (
      bracket && {
        above: bracket.first < number,
        below: number < bracket.last,
        member: bracket.members.has(number),
      }
    )
  })
}

/** The brackets of some places alone, under their own numbers; those that hold fewer than two of them fall away. */
export function kept(brackets: readonly (readonly number[])[], places: readonly number[]): number[][] {
  const some = new Set(places)
  return brackets.map((b) => b.filter((n) => some.has(n))).filter((b) => b.length > 1)
}

/** A letter for each bracket that a place is in: two that share one are not told apart. */
export function letters(brackets: readonly (readonly number[])[], number: number): string {
  return brackets.map((b, i) => (b.includes(number) ? letter(i) : '')).join('')
}

const alphabet = 26

function letter(index: number): string {
  const own = String.fromCharCode(97 + (index % alphabet))
  return index < alphabet ? own : `${own}${String(Math.floor(index / alphabet))}`
}
