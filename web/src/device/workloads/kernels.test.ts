import { describe, expect, it } from 'vitest'
import { checked, Missing } from '../measure'
import { measureFiles } from './root/files'
import type { Folder, Handle } from './root/files'
import { pack, unpack } from './stem/notes'
import { stem } from './stem/kernels'
import { clone } from './umbel/clone'
import { search } from './umbel/search'
import { table } from './umbel/table'
import { instantiate } from './wasm/module'
import { compare, scriptPaths, wasmPaths } from './wasm/paths'

describe('kernels', () => {
  it.each([...stem, clone, search, table, scriptPaths, wasmPaths].map((k) => [k.key, k] as const))(
    '%s comes to its checksum every time',
    async (key, kernel) => {
      const job = await kernel.prepare()
      const first = await job.run()
      expect([key, (await job.run()).toString(16)]).toEqual([key, first.toString(16)])
      expect([key, (await (await kernel.prepare()).run()).toString(16)]).toEqual([key, first.toString(16)])
      if (kernel.checksum !== undefined)
        expect([key, first.toString(16)]).toEqual([key, kernel.checksum.toString(16)])
      expect(job.work).toBeGreaterThan(0)
      await job.dispose?.()
    },
  )
  it('a planted wrong result fails', async () => {
    const [kernel] = stem
    if (!kernel) throw new Error('no kernel')
    const job = await kernel.prepare()
    await expect(checked({ ...kernel, checksum: 1 }, job)).rejects.toThrow(
      'notes came to the checksum 21757279 instead of 1',
    )
  })
  it('packs what repeats itself and unpacks it whole', () => {
    const text = new TextEncoder().encode(
      'tide ebbing, tide ebbing, tide ebbing, wind and rain and rain and rain',
    )
    const packed = new Uint8Array(200)
    const length = pack(text, packed, new Int32Array(1 << 13))
    const back = new Uint8Array(text.length)
    expect(unpack(packed, length, back)).toBe(text.length)
    expect([...back]).toEqual([...text])
    expect(length).toBeLessThan(text.length)
  })
  it('notices a single bit in which WebAssembly and script differ', async () => {
    const module = await instantiate()
    compare(module)
    const cross = () => {
      module.cross()
      new Int32Array(module.memory.buffer, module.costAt(), 9).set([1], 8)
    }
    expect(() => {
      compare({ ...module, cross })
    }).toThrow(/the costs in WebAssembly and in script differ at 8/)
  })
  it('needs a secure page for cryptography, and says so', async () => {
    const seals = stem.at(-1)
    const subtle = crypto.subtle
    Object.defineProperty(crypto, 'subtle', { value: undefined, configurable: true })
    try {
      await expect(Promise.resolve().then(() => seals?.prepare())).rejects.toThrow(Missing)
    } finally {
      Object.defineProperty(crypto, 'subtle', { value: subtle, configurable: true })
    }
  })
})

/** A folder in memory that counts what is in it. */
class Shelf implements Folder {
  readonly files = new Map<string, Uint8Array>()
  broken = false

  open(name: string): Promise<Handle> {
    let bytes = this.files.get(name) ?? new Uint8Array(0)
    this.files.set(name, bytes)
    const handle: Handle = {
      read: (into, { at }) => {
        into.set(bytes.subarray(at, at + into.length))
        if (this.broken) into.set([7], 3)
        return Math.min(into.length, bytes.length - at)
      },
      write: (from, { at }) => {
        if (at + from.length > bytes.length) {
          const grown = new Uint8Array(at + from.length)
          grown.set(bytes)
          bytes = grown
          this.files.set(name, bytes)
        }
        bytes.set(from, at)
        return from.length
      },
      flush: () => undefined,
      close: () => undefined,
    }
    return Promise.resolve(handle)
  }
  move(from: string, to: string): Promise<void> {
    const bytes = this.files.get(from)
    if (!bytes) throw new Error(`there is no ${from}`)
    this.files.set(to, bytes)
    this.files.delete(from)
    return Promise.resolve()
  }
  remove(name: string): Promise<void> {
    this.files.delete(name)
    return Promise.resolve()
  }
  names(): Promise<readonly string[]> {
    return Promise.resolve([...this.files.keys()])
  }
}

describe('private files', () => {
  const plan = { wanted: 0, warmups: 1, counted: 3 }
  let clock = 0
  const now = () => (clock += 0.5)

  it('measures everything and leaves only what was there before', async () => {
    const shelf = new Shelf()
    shelf.files.set('a letter', new Uint8Array(1))
    shelf.files.set('yarrowmark-root-left', new Uint8Array(1))
    const shares: number[] = []
    const { measured, curves } = await measureFiles(shelf, 2, plan, now, (_, __, share) => shares.push(share))
    expect(measured.map(([m]) => m)).toEqual([
      'write.long',
      'read.long',
      'read.small',
      'write.small',
      'flush',
      'files',
    ])
    expect(measured.every(([, m]) => m.marks === 'wwccc' && m.values.every((v) => v > 0))).toBe(true)
    expect(curves.map((c) => [c.name, c.x[0], c.x.at(-1)])).toEqual([
      ['write', 4, 2048],
      ['read', 4, 2048],
    ])
    expect(Math.max(...shares)).toBeLessThan(1)
    expect([...shelf.files.keys()]).toEqual(['a letter'])
  })
  it('refuses what is read back wrong, and still leaves nothing', async () => {
    const shelf = new Shelf()
    shelf.broken = true
    await expect(measureFiles(shelf, 2, plan, now, () => undefined)).rejects.toThrow(/was read back as block/)
    expect(shelf.files.size).toBe(0)
  })
})
