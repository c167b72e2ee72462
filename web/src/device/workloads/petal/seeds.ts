import { seeded } from '../../random'

export const reedCount = 12_000
export const birdCount = 24_000
export const dropCount = 900
/** Segments of a reed from root to tip. */
export const reedSegments = 6
/** The chart is drawn in so many tiles across and down. */
export const tiles = 8
/** Moments that the frames of a scene show in turn; a moment looks the same each time. */
export const moments = 16

/** Four numbers from 0 to 1 for each of a scene's things, the same everywhere. */
function fourEach(count: number, seed: number): Float32Array<ArrayBuffer> {
  const next = seeded(seed)
  return Float32Array.from({ length: count * 4 }, () => (next() % 65536) / 65536)
}

/** Place, distance, height and lean of each reed; far ones first, so that near ones are drawn over them. */
export function reeds(): Float32Array<ArrayBuffer> {
  const data = fourEach(reedCount, 5)
  const order = Array.from({ length: reedCount }, (_, i) => data.slice(i * 4, i * 4 + 4)).sort(
    (a, b) => (b[1] ?? 0) - (a[1] ?? 0),
  )
  order.forEach((reed, i) => {
    data.set(reed, i * 4)
  })
  return data
}

/** Place in the flock, turn and size of each bird. */
export const birds = () => fourEach(birdCount, 19)

/** Place, age and kind of each drop. */
export const drops = () => fourEach(dropCount, 29)
