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
  private sending: Promise<void> | null = null

  constructor(store: Store) {
    this.store = store
  }

  all(): readonly Waiting[] {
    try {
      return JSON.parse(this.store.getItem(key) ?? '[]') as Waiting[]
    } catch {
      return []
    }
  }

  add(waiting: Waiting) {
    this.write([...this.all(), waiting])
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
      if (verdict.kind === 'refused') this.keepRefused(waiting, verdict.reason)
      this.write(this.all().filter((w) => w.run.id !== waiting.run.id))
    }
  }

  /** A new token for runs of a sitting that wait under an old one. */
  renew(sitting: number, token: string) {
    this.write(this.all().map((w) => (w.run.sitting === sitting ? { ...w, token } : w)))
  }

  /** Nothing measured is thrown away: what the server refused stays on the device. */
  refused(): readonly { readonly run: Run; readonly reason: string }[] {
    try {
      return JSON.parse(this.store.getItem(refusedKey) ?? '[]') as { run: Run; reason: string }[]
    } catch {
      return []
    }
  }

  private keepRefused(waiting: Waiting, reason: string) {
    this.store.setItem(refusedKey, JSON.stringify([...this.refused(), { run: waiting.run, reason }]))
  }

  private write(all: readonly Waiting[]) {
    this.store.setItem(key, JSON.stringify(all))
  }
}
