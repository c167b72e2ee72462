import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

const page = 32 * 1024
const pages = 8
const hashBits = 13
const shortest = 4
const longest = 131
const mostLiterals = 128
const farthest = 65_535

const words =
  'tide ebbing wind south-west light rain heard calling over the outer bank counted roosting until dusk two near sluice moved north in small groups recorder seven replaced battery low'.split(
    ' ',
  )

/** Packs pages of field notes with a dictionary coder and unpacks them again: 8 pages of 32 KiB. Work: megabytes of notes. */
export const notes: Kernel = {
  key: 'notes',
  checksum: 0x21757279,
  prepare(): Job {
    const all = text()
    const packed = new Uint8Array(page + page / 64 + 64)
    const unpacked = new Uint8Array(page)
    const heads = new Int32Array(1 << hashBits)
    return {
      work: (pages * page) / 1e6,
      run() {
        let sum = 0
        for (const one of all) {
          const length = pack(one, packed, heads)
          if (unpack(packed, length, unpacked) !== page || !same(one, unpacked))
            throw new Error('the notes unpacked are not the notes packed')
          if (length >= page / 2) throw new Error('notes of repeated words packed to more than half')
          sum = mix(sum, length * 31 + (packed[length >> 1] ?? 0))
        }
        return sum
      },
    }
  },
}

function text(): readonly Uint8Array[] {
  const next = seeded(1201)
  return Array.from({ length: pages }, () => {
    let line = ''
    while (line.length < page) {
      const word = next() % (words.length + 2)
      if (word < words.length) line += `${words[word] ?? ''} `
      else line += `${String(next() % 2400)}${word === words.length ? ' h\n' : ' birds, '}`
    }
    return new TextEncoder().encode(line.slice(0, page))
  })
}

function same(a: Uint8Array, b: Uint8Array): boolean {
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false
  return true
}

/**
 * Packs bytes: a token is a run of literals (0..127, length 1..128) or a match (128..255, length 4..131, then two bytes of
 * distance back). Returns the length.
 */
export function pack(input: Uint8Array, out: Uint8Array, heads: Int32Array): number {
  heads.fill(-1)
  let at = 0
  let literals = 0
  let to = 0
  while (at < input.length) {
    let length = 0
    let from = -1
    if (at + shortest <= input.length) {
      const hash = hashOf(input, at)
      from = heads[hash] as number
      heads[hash] = at
      if (from >= 0 && at - from <= farthest) length = common(input, from, at)
    }
    if (length >= shortest) {
      to = copyLiterals(input, at - literals, literals, out, to)
      literals = 0
      out[to++] = 128 + length - shortest
      out[to++] = (at - from) >>> 8
      out[to++] = at - from
      at += length
    } else {
      at++
      literals++
      if (literals === mostLiterals) {
        to = copyLiterals(input, at - literals, literals, out, to)
        literals = 0
      }
    }
  }
  return copyLiterals(input, at - literals, literals, out, to)
}

/** Unpacks so many bytes; returns how long the result is. */
export function unpack(input: Uint8Array, length: number, out: Uint8Array): number {
  let at = 0
  let to = 0
  while (at < length) {
    const token = input[at++] as number
    if (token < 128) {
      for (let i = token + 1; i > 0; i--) out[to++] = input[at++] as number
    } else {
      const back = ((input[at] as number) << 8) | (input[at + 1] as number)
      at += 2
      for (let i = token - 128 + shortest; i > 0; i--, to++) out[to] = out[to - back] as number
    }
  }
  return to
}

function copyLiterals(input: Uint8Array, from: number, count: number, out: Uint8Array, to: number): number {
  if (count === 0) return to
  out[to] = count - 1
  for (let i = 0; i < count; i++) out[to + 1 + i] = input[from + i] as number
  return to + 1 + count
}

function common(input: Uint8Array, from: number, at: number): number {
  const most = Math.min(longest, input.length - at)
  let length = 0
  while (length < most && input[from + length] === input[at + length]) length++
  return length
}

function hashOf(input: Uint8Array, at: number): number {
  const four =
    (input[at] as number) |
    ((input[at + 1] as number) << 8) |
    ((input[at + 2] as number) << 16) |
    ((input[at + 3] as number) << 24)
  return Math.imul(four, 0x9e3779b1) >>> (32 - hashBits)
}
