import { median, Missing, perSecond } from '../../measure'
import type { Measured, Plan, Curve } from '../../measure'
import { seeded } from '../../random'

const piece = 1 << 20
const small = 4096
const smallFiles = 32
const flushes = 8
const largest = 16 * piece
const prefix = 'yarrowmark-root-'

/** What is measured, in order. */
export const metrics = ['write.long', 'read.long', 'read.small', 'write.small', 'flush', 'files'] as const

/** A file of the private file system, used in a worker. */
export interface Handle {
  read: (into: Uint8Array, at: { at: number }) => number
  write: (from: Uint8Array, at: { at: number }) => number
  flush: () => void
  close: () => void
}

/** The folder it lies in. */
export interface Folder {
  open: (name: string) => Promise<Handle>
  move: (from: string, to: string) => Promise<void>
  remove: (name: string) => Promise<void>
  names: () => Promise<readonly string[]>
}

export type OnSample = (metric: string, values: readonly number[], share: number) => void

export interface Result {
  readonly measured: readonly (readonly [string, Measured])[]
  readonly curves: readonly Curve[]
}

/** Measures the browser's private files; removes everything on every way out, and what an earlier page left. */
export async function measureFiles(
  folder: Folder,
  megabytes: number,
  plan: Plan,
  now: () => number,
  onSample: OnSample,
): Promise<Result> {
  for (const name of await folder.names()) if (name.startsWith(prefix)) await folder.remove(name)
  const name = `${prefix}work`
  const handle = await folder.open(name)
  try {
    const work = new Work(handle, megabytes, plan, now, onSample)
    work.fill()
    const measured = [...work.all(), await work.files(folder)]
    return { measured, curves: work.sweep() }
  } finally {
    handle.close()
    for (const left of await folder.names()) if (left.startsWith(prefix)) await folder.remove(left)
  }
}

class Work {
  private readonly handle: Handle
  private readonly pieces: number
  private readonly plan: Plan
  private readonly now: () => number
  private readonly onSample: OnSample
  private readonly next = seeded(2027)
  private readonly bytes = new Uint8Array(largest)
  private readonly view = new DataView(this.bytes.buffer)

  constructor(handle: Handle, megabytes: number, plan: Plan, now: () => number, onSample: OnSample) {
    this.handle = handle
    this.pieces = megabytes
    this.plan = plan
    this.now = now
    this.onSample = onSample
    const words = new Uint32Array(this.bytes.buffer)
    for (let i = 0; i < words.length; i++) words[i] = this.next()
  }

  fill() {
    for (let i = 0; i < this.pieces; i++) this.put(i * piece, piece)
    this.handle.flush()
  }

  all(): readonly (readonly [string, Measured])[] {
    return [
      this.repeat('write.long', () => this.long(true)),
      this.repeat('read.long', () => this.long(false)),
      this.repeat('read.small', () => this.smalls(false)),
      this.repeat('write.small', () => this.smalls(true)),
      this.repeat('flush', () => 1000 / this.rate(flushes, () => this.flushed())),
    ]
  }

  async files(folder: Folder): Promise<readonly [string, Measured]> {
    const values: number[] = []
    for (let i = 0; i < this.iterations(); i++) {
      const start = this.now()
      for (let f = 0; f < smallFiles; f++) {
        const one = await folder.open(`${prefix}new`)
        one.write(this.bytes.subarray(0, small), { at: 0 })
        one.close()
        await folder.move(`${prefix}new`, `${prefix}note-${String(f)}`)
      }
      values.push(perSecond(smallFiles, this.now() - start))
      this.tell('files', values, i)
    }
    return ['files', { values, marks: this.marks() }]
  }

  /** Reads and writes of every size from the block to 16 MiB, each once through the file. */
  sweep(): readonly Curve[] {
    const sizes: number[] = []
    for (let size = small; size <= Math.min(largest, this.pieces * piece); size *= 2) sizes.push(size)
    const speed = (size: number, write: boolean) => {
      const end = Math.min(this.pieces * piece, Math.max(size, this.plan.wanted === 0 ? size : size * 512))
      const start = this.now()
      for (let at = 0; at + size <= end; at += size) {
        if (write) this.put(at, size)
        else this.get(at, size)
      }
      if (write) this.handle.flush()
      return end / 1e3 / Math.max(0.005, this.now() - start)
    }
    const of = (write: boolean) => sizes.map((size) => median([1, 2, 3].map(() => speed(size, write))))
    const x = sizes.map((s) => s / 1024)
    return [
      { name: 'write', x, y: of(true) },
      { name: 'read', x, y: of(false) },
    ]
  }

  private iterations(): number {
    return 2 + this.plan.counted
  }

  private marks(): string {
    return `ww${'c'.repeat(this.plan.counted)}`
  }

  private tell(metric: string, values: readonly number[], i: number) {
    const order = metrics.indexOf(metric as (typeof metrics)[number])
    this.onSample(metric, values, (order + (i + 1) / this.iterations()) / (metrics.length + 1))
  }

  private repeat(metric: string, once: () => number): readonly [string, Measured] {
    const values: number[] = []
    for (let i = 0; i < this.iterations(); i++) {
      values.push(once())
      this.tell(metric, values, i)
    }
    return [metric, { values, marks: this.marks() }]
  }

  private rate(work: number, run: () => void): number {
    const start = this.now()
    run()
    return perSecond(work, this.now() - start)
  }

  private long(write: boolean): number {
    const count = Math.max(1, Math.floor(this.pieces / (this.plan.wanted === 0 ? this.pieces : 4)))
    return this.rate((count * piece) / 1e6, () => {
      for (let i = 0; i < count; i++) {
        if (write) this.put(i * piece, piece)
        else this.get(i * piece, piece)
      }
      if (write) this.handle.flush()
    })
  }

  private smalls(write: boolean): number {
    const count = this.plan.wanted === 0 ? 16 : 1024
    const blocks = (this.pieces * piece) / small
    return this.rate(count, () => {
      for (let i = 0; i < count; i++) {
        const at = (this.next() % blocks) * small
        if (write) this.put(at, small)
        else this.get(at, small)
      }
      if (write) this.handle.flush()
    })
  }

  private flushed() {
    for (let i = 0; i < flushes; i++) {
      this.put((i % this.pieces) * piece, small)
      this.handle.flush()
    }
  }

  /** Every block starts with its own number, so that what is read can be checked. */
  private put(at: number, size: number) {
    for (let i = 0; i < size; i += small) this.view.setUint32(i, (at + i) / small)
    const written = this.handle.write(this.bytes.subarray(0, size), { at })
    if (written !== size)
      throw new Error(`only ${String(written)} of ${String(size)} bytes were written: is the drive full?`)
  }

  private get(at: number, size: number) {
    const read = this.handle.read(this.bytes.subarray(0, size), { at })
    const first = this.view.getUint32(0)
    const last = this.view.getUint32(size - small)
    if (read !== size || first !== at / small || last !== (at + size) / small - 1)
      throw new Error(`block ${String(at / small)} was read back as block ${String(first)}`)
  }
}

interface SyncFile {
  createSyncAccessHandle?: () => Promise<Handle>
  move?: (name: string) => Promise<void>
}

/** The private file system of this browser; throws what is missing. */
export async function privateFolder(): Promise<Folder> {
  const storage = (navigator as { storage?: { getDirectory?: () => Promise<FileSystemDirectoryHandle> } })
    .storage
  if (!storage?.getDirectory)
    throw new Missing(
      'the browser has its private files on secure pages only: https, or this computer itself',
    )
  const root = await storage.getDirectory()
  const file = async (name: string) =>
    (await root.getFileHandle(name, { create: true })) as unknown as SyncFile
  return {
    async open(name) {
      const one = await file(name)
      if (!one.createSyncAccessHandle)
        throw new Missing('the browser gives no direct handle on its private files')
      return one.createSyncAccessHandle()
    },
    async move(from, to) {
      const one = await file(from)
      if (!one.move) throw new Missing('the browser renames no private files')
      await one.move(to)
    },
    remove: (name) => root.removeEntry(name),
    async names() {
      const names: string[] = []
      for await (const name of (root as unknown as { keys: () => AsyncIterable<string> }).keys())
        names.push(name)
      return names
    },
  }
}
