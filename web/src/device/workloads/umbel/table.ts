import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

interface Row {
  readonly id: number
  readonly place: string
  readonly count: number
  readonly hour: number
}

const places = [
  'outer bank',
  'long creek',
  'sluice',
  'east hide',
  'shingle',
  'old wall',
  'reed bed',
  'north pool',
]

function rows(size: number): readonly Row[] {
  const next = seeded(41)
  return Array.from({ length: size }, (_, id) => ({
    id,
    place: places[next() % places.length] ?? '',
    count: next() % 5000,
    hour: next() % 24,
  }))
}

/** Sorts a long table of sightings by place, count and number, then filters the night hours. Work: thousand rows. */
export const table: Kernel = {
  key: 'table',
  prepare(): Job {
    const all = rows(4096)
    const nights = all.filter((r) => r.hour < 6).length
    return {
      work: all.length / 1000,
      run() {
        const sorted = [...all].sort(
          (a, b) => a.place.localeCompare(b.place, 'en') || b.count - a.count || a.id - b.id,
        )
        const night = sorted.filter((r) => r.hour < 6)
        let sum = 0
        for (const r of night) sum = mix(sum, r.id)
        if (night.length !== nights || !inOrder(sorted)) throw new Error('the table came out wrong')
        return sum
      },
    }
  },
}

function inOrder(sorted: readonly Row[]): boolean {
  for (let i = 1; i < sorted.length; i++) {
    const a = sorted[i - 1]
    const b = sorted[i]
    if (a && b && a.place === b.place && a.count < b.count) return false
  }
  return true
}
