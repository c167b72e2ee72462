/** A small seeded generator (SplitMix32): the same numbers on every device. */
export function seeded(seed: number): () => number {
  let state = seed | 0
  return () => {
    state = (state + 0x9e3779b9) | 0
    let z = state ^ (state >>> 16)
    z = Math.imul(z, 0x21f0aaad)
    z ^= z >>> 15
    z = Math.imul(z, 0x735a2d97)
    return (z ^ (z >>> 15)) >>> 0
  }
}

/** Adds a number to a running 32-bit checksum; order matters. */
export function mix(sum: number, value: number): number {
  return Math.imul(sum ^ value, 0x01000193) >>> 0
}
