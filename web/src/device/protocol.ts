import type { Measured } from './measure'

/** How much work: a real measurement, or a trial. */
export type Size = 'normal' | 'tiny'

/** What the page asks a worker. */
export interface ToWorker {
  readonly metric: string
  readonly size: Size
}

/** What a worker answers. */
export type FromWorker =
  | { readonly kind: 'sample'; readonly values: readonly number[]; readonly share: number }
  | { readonly kind: 'done'; readonly measured: Measured }
  | { readonly kind: 'failed'; readonly reason: string }
