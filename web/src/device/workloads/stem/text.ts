import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

const records = 1024
const places = ['outer bank', 'long creek', 'sluice', 'east hide', 'shingle', 'north pool']

/** Parses 1,024 records of nested, bracketed text by recursive descent, byte by byte. Work: megabytes of text. */
export const text: Kernel = {
  key: 'text',
  checksum: 0xbf7941bb,
  prepare(): Job {
    const next = seeded(5077)
    let birds = 0
    let all = ''
    for (let i = 0; i < records; i++) {
      const count = next() % 4000
      birds += count
      const place = places[next() % places.length] ?? ''
      const seen = [next() % 24, next() % 60, next() % 60].join(', ')
      const x = `${String(next() % 90)}.${String(next() % 1000).padStart(3, '0')}`
      const y = `-${String(next() % 180)}.${String(next() % 100).padStart(2, '0')}`
      all += `{"id": ${String(i)}, "place": "${place}", "birds": ${String(count)}, "seen": [${seen}], "at": {"x": ${x}, "y": ${y}}}\n`
    }
    const parser = new Parser(new TextEncoder().encode(all), birds)
    return { work: all.length / 1e6, run: () => parser.parse() }
  },
}

const quote = 34
const comma = 44
const minus = 45
const point = 46
const colon = 58
const open = 91
const close = 93
const openObject = 123
const closeObject = 125

class Parser {
  private readonly bytes: Uint8Array
  private readonly birds: number
  private readonly birdsName = wordHash('birds')
  private at = 0
  private counted = 0
  private last = 0

  constructor(bytes: Uint8Array, birds: number) {
    this.bytes = bytes
    this.birds = birds
  }

  parse(): number {
    this.at = 0
    this.counted = 0
    let sum = 0
    let read = 0
    while (this.at < this.bytes.length) {
      sum = mix(sum, this.value())
      this.expect(10)
      read++
    }
    if (read !== records || this.counted !== this.birds)
      throw new Error(`${String(read)} records with ${String(this.counted)} birds were read`)
    return sum
  }

  private value(): number {
    const first = this.bytes[this.at]
    if (first === openObject) return this.object()
    if (first === open) return this.list()
    if (first === quote) return this.word()
    this.last = this.number()
    return Math.floor(this.last * 1000) | 0
  }

  private object(): number {
    let sum = 1
    do {
      this.at++
      this.skip()
      const name = this.word()
      this.expect(colon)
      this.skip()
      const value = this.value()
      if (name === this.birdsName) this.counted += this.last
      sum = mix(sum, name ^ value)
    } while (this.bytes[this.at] === comma)
    this.expect(closeObject)
    return sum
  }

  private list(): number {
    let sum = 2
    do {
      this.at++
      this.skip()
      sum = mix(sum, this.value())
    } while (this.bytes[this.at] === comma)
    this.expect(close)
    return sum
  }

  private word(): number {
    this.expect(quote)
    let hash = 7
    for (let c = this.bytes[this.at] as number; c !== quote; c = this.bytes[this.at] as number) {
      hash = (Math.imul(hash, 31) + c) | 0
      this.at++
    }
    this.at++
    return hash
  }

  private number(): number {
    const negative = this.bytes[this.at] === minus
    if (negative) this.at++
    let all = 0
    let decimals = 0
    let behind = false
    for (; this.at < this.bytes.length; this.at++) {
      const c = this.bytes[this.at] as number
      if (c >= 48 && c <= 57) {
        all = 10 * all + c - 48
        if (behind) decimals++
      } else if (c === point && !behind) behind = true
      else break
    }
    for (; decimals > 0; decimals--) all /= 10
    return negative ? -all : all
  }

  private skip() {
    while (this.bytes[this.at] === 32) this.at++
  }

  private expect(wanted: number) {
    if (this.bytes[this.at] !== wanted)
      throw new Error(`the text is not as it was written at ${String(this.at)}`)
    this.at++
  }
}

function wordHash(word: string): number {
  let hash = 7
  for (const c of new TextEncoder().encode(word)) hash = (Math.imul(hash, 31) + c) | 0
  return hash
}
