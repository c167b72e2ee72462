import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

interface Night {
  readonly ringer: string
  readonly nets: readonly { readonly name: string; readonly birds: readonly number[] }[]
}

function nights(size: number): readonly Night[] {
  const next = seeded(97)
  return Array.from({ length: size }, (_, i) => ({
    ringer: `ringer ${String(next() % 900)}`,
    nets: Array.from({ length: 4 }, (_, n) => ({
      name: `net ${String(n)} of night ${String(i)}`,
      birds: Array.from({ length: 12 }, () => (next() % 4000) / 10),
    })),
  }))
}

function checksum(all: readonly Night[]): number {
  let sum = 0
  for (const night of all) for (const net of night.nets) for (const b of net.birds) sum = mix(sum, b * 10)
  return sum
}

/** Writes ringing records as JSON, reads them back, and clones them. Work: MB of JSON, once for each way. */
export const clone: Kernel = {
  key: 'clone',
  prepare(): Job {
    const all = nights(256)
    const expected = checksum(all)
    const megabytes = JSON.stringify(all).length / 1e6
    return {
      work: 2 * megabytes,
      run() {
        const read = JSON.parse(JSON.stringify(all)) as readonly Night[]
        const cloned = structuredClone(all)
        if (checksum(read) !== expected || checksum(cloned) !== expected) throw new Error('a copy differs')
        return expected
      },
    }
  },
}
