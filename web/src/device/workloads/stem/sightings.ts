import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

const rings = 1 << 14
const records = 1 << 15
const slotBits = 16

/**
 * Joins 32,768 sightings with a register of 16,384 rings and sorts what matches by species, time and number (merge sort of
 * our own, the same in every browser). Work: million records.
 */
export const sightings: Kernel = {
  key: 'sightings',
  checksum: 0x06618c20,
  prepare(): Job {
    const next = seeded(77)
    // Odd numbers are in the register, even ones never are.
    const ring = Int32Array.from({ length: rings }, (_, i) => 2 * ((i * 7919) % (rings * 4)) + 1)
    const species = Uint8Array.from({ length: rings }, () => next() % 200)
    const seen = new Int32Array(records)
    const time = new Int32Array(records)
    let known = 0
    for (let i = 0; i < records; i++) {
      const registered = next() % 2 === 1
      seen[i] = registered ? (ring[next() % rings] as number) : 2 * (next() % (rings * 8))
      time[i] = next() % (1 << 22)
      known += registered ? 1 : 0
    }
    const slots = new Int32Array(1 << slotBits)
    // Species and time fit together into a double; the ring number goes along.
    const keys = [new Float64Array(records), new Float64Array(records)] as const
    return {
      work: records / 1e6,
      run() {
        slots.fill(-1)
        for (let i = 0; i < rings; i++) {
          let slot = slotOf(ring[i] as number)
          while ((slots[slot] as number) >= 0) slot = (slot + 1) & (slots.length - 1)
          slots[slot] = i
        }
        let matches = 0
        for (let i = 0; i < records; i++) {
          const at = find(slots, ring, seen[i] as number)
          if (at >= 0)
            keys[0][matches++] =
              (species[at] as number) * 2 ** 38 + (time[i] as number) * 2 ** 16 + (at & 0xffff)
        }
        if (matches !== known)
          throw new Error(`the join found ${String(matches)} sightings instead of ${String(known)}`)
        return checksum(sorted(keys[0], keys[1], matches), matches)
      },
    }
  },
}

function slotOf(number: number): number {
  return Math.imul(number, 0x9e3779b1) >>> (32 - slotBits)
}

function find(slots: Int32Array, ring: Int32Array, wanted: number): number {
  let slot = slotOf(wanted)
  for (;;) {
    const at = slots[slot] as number
    if (at < 0 || ring[at] === wanted) return at
    slot = (slot + 1) & (slots.length - 1)
  }
}

function sorted(first: Float64Array, second: Float64Array, count: number): Float64Array {
  let from = first
  let to = second
  for (let width = 1; width < count; width *= 2) {
    for (let start = 0; start < count; start += 2 * width) {
      const middle = Math.min(start + width, count)
      merge(from, to, start, middle, Math.min(start + 2 * width, count))
    }
    const swap = from
    from = to
    to = swap
  }
  return from
}

function merge(from: Float64Array, to: Float64Array, start: number, middle: number, end: number) {
  let left = start
  let right = middle
  for (let at = start; at < end; at++) {
    if (left < middle && (right >= end || (from[left] as number) <= (from[right] as number)))
      to[at] = from[left++] as number
    else to[at] = from[right++] as number
  }
}

function checksum(records: Float64Array, count: number): number {
  let sum = 0
  let before = -1
  for (let i = 0; i < count; i++) {
    const one = records[i] as number
    if (one < before) throw new Error(`the sightings are not in order at ${String(i)}`)
    before = one
    sum = mix(sum, one % 4294967291)
  }
  return sum
}
