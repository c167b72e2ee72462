// @vitest-environment jsdom

import { describe, expect, it } from 'vitest'
import { heldRung, rungs } from './parts'
import { webm } from './webm'
import type { Packed } from './webm'

const frame = (length: number, isKey: boolean): Packed => ({ bytes: new Uint8Array(length).fill(7), isKey })

interface Element {
  readonly id: number
  readonly body: Uint8Array
}

/** Reads elements as a player does: an id, whose first byte tells its length, then a size of eight bytes. */
function elements(bytes: Uint8Array): readonly Element[] {
  const all: Element[] = []
  let at = 0
  while (at < bytes.length) {
    const first = bytes[at] ?? 0
    const wide = Math.clz32(first) - 24 + 1
    let id = 0
    for (let i = 0; i < wide; i++) id = id * 256 + (bytes[at + i] ?? 0)
    const view = new DataView(bytes.buffer, bytes.byteOffset + at + wide, 8)
    expect(view.getUint8(0)).toBe(1)
    const size = view.getUint32(4)
    all.push({ id, body: bytes.subarray(at + wide + 8, at + wide + 8 + size) })
    at += wide + 8 + size
  }
  expect(at).toBe(bytes.length)
  return all
}

async function read(blob: Blob): Promise<Uint8Array> {
  const bytes = await new Promise<ArrayBuffer>((done) => {
    const reader = new FileReader()
    reader.onload = () => {
      done(reader.result as ArrayBuffer)
    }
    reader.readAsArrayBuffer(blob)
  })
  return new Uint8Array(bytes)
}

describe('clips', () => {
  it('are files with a header, a track and clusters that start with a frame that stands alone', async () => {
    const frames = [frame(90, true), frame(20, false), frame(30, false), frame(91, true), frame(21, false)]
    const blob = webm({ width: 640, height: 360, framesPerSecond: 30, frames })
    const [header, segment, ...rest] = elements(await read(blob))
    expect([header?.id, segment?.id, rest.length]).toEqual([0x1a45dfa3, 0x18538067, 0])
    const inside = elements(segment?.body ?? new Uint8Array())
    expect(inside.map((e) => e.id)).toEqual([0x1549a966, 0x1654ae6b, 0x1f43b675, 0x1f43b675])
    const blocks = inside.slice(2).map((c) => elements(c.body))
    expect(blocks.map((b) => b.map((e) => e.id))).toEqual([
      [0xe7, 0xa3, 0xa3, 0xa3],
      [0xe7, 0xa3, 0xa3],
    ])
    // The second cluster starts at 100 ms; its second frame lies 33 ms behind that.
    expect([...(blocks[1]?.[0]?.body ?? [])]).toEqual([100])
    expect([...(blocks[1]?.[2]?.body.subarray(0, 4) ?? [])]).toEqual([0x81, 0, 33, 0])
    expect(blocks[1]?.[1]?.body.length).toBe(4 + 91)
  })
})

describe('the ladder', () => {
  it('has ten rungs, the lowest first', () => {
    expect(rungs).toHaveLength(10)
    expect(rungs[0]?.name).toBe('360 lines, 30 per second')
    expect(rungs.at(-1)?.name).toBe('2160 lines, 60 per second')
  })
  it('is held up to the first rung that is not', () => {
    expect(heldRung([0, 0.004, 0, 0.2, 0.3])?.name).toBe('720 lines, 30 per second')
    expect(heldRung([0, 0, 0.2, 0, 0])?.name).toBe('360 lines, 60 per second')
    expect(heldRung([0, 0])?.name).toBe('360 lines, 60 per second')
    expect(heldRung([0.5, 0.5])).toBeUndefined()
  })
})
