import type { Schemas } from '../api/client'

type Run = Schemas['RunFile']

/** A run that waits to be sent, with the token it was measured under. */
export interface Waiting {
  readonly token: string
  readonly run: Run
}

/** What the server said to a run. */
export type Verdict =
  | { readonly kind: 'kept' }
  /** Not reached, or not able now: try again later. */
  | { readonly kind: 'later' }
  /** It will never take it: shown, and no longer sent. */
  | { readonly kind: 'refused'; readonly reason: string }

const key = 'yarrowmark.outbox'
const refusedKey = 'yarrowmark.refused'

/** Where runs wait: anything with the shape of local storage. */
export type Store = Pick<Storage, 'getItem' | 'setItem'>

/** Runs wait here until the server has them; they survive a reload and a lost connection. */
export class Outbox {
  private readonly store: Store
  /** What the store has no room for stays here: lost when the page is closed, but not before. */
  private readonly held = new Map<string, readonly unknown[]>()
  private sending: Promise<void> | null = null

  constructor(store: Store) {
    this.store = store
  }

  all(): readonly Waiting[] {
    return this.read(key)
  }

  /** Whether something waits that would be lost with the page. */
  isHeldByPage(): boolean {
    return this.held.size > 0
  }

  add(waiting: Waiting) {
    this.write(key, [...this.all(), waiting])
  }

  /** Sends everything in order; calls while it is under way wait for it. */
  flush(send: (w: Waiting) => Promise<Verdict>, onVerdict: (w: Waiting, v: Verdict) => void): Promise<void> {
    this.sending ??= this.sendAll(send, onVerdict).finally(() => {
      this.sending = null
    })
    return this.sending
  }

  private async sendAll(send: (w: Waiting) => Promise<Verdict>, onVerdict: (w: Waiting, v: Verdict) => void) {
    for (const waiting of this.all()) {
      const verdict = await send(waiting)
      onVerdict(waiting, verdict)
      if (verdict.kind === 'later') return
      if (verdict.kind === 'refused')
        this.write(refusedKey, [...this.refused(), { run: waiting.run, reason: verdict.reason }])
      this.write(
        key,
        this.all().filter((w) => w.run.id !== waiting.run.id),
      )
    }
  }

  /** A new token for runs of a sitting that wait under an old one. */
  renew(sitting: number, token: string) {
    this.write(
      key,
      this.all().map((w) => (w.run.sitting === sitting ? { ...w, token } : w)),
    )
  }

  /** Nothing measured is thrown away: what the server refused stays on the device. */
  refused(): readonly { readonly run: Run; readonly reason: string }[] {
    return this.read(refusedKey)
  }

  private read<T>(from: string): readonly T[] {
    const held = this.held.get(from)
    if (held) return held as readonly T[]
    try {
      return JSON.parse(this.store.getItem(from) ?? '[]') as T[]
    } catch {
      return []
    }
  }

  private write(to: string, all: readonly unknown[]) {
    try {
      this.store.setItem(to, JSON.stringify(all))
      this.held.delete(to)
    } catch {
      this.held.set(to, all)
    }
  }
}
