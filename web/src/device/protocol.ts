import type { Curve, Measured } from './measure'

/** How much work: a real measurement, or a trial. */
export type Size = 'normal' | 'tiny'

/** What the page asks a worker. */
export type ToWorker =
  /** Measure a kernel alone. */
  | { readonly kind: 'measure'; readonly kernel: string; readonly size: Size; readonly bestPace: number }
  /** Get ready to work together with others; the gate opens all of them at once. */
  | {
      readonly kind: 'join'
      readonly kernel: string
      readonly gate: SharedArrayBuffer | undefined
    }
  /** Do so many runs when the gate reaches this turn. */
  | { readonly kind: 'turn'; readonly turn: number; readonly runs: number }
  /** Send this back. */
  | { readonly kind: 'echo'; readonly bytes: ArrayBuffer }
  /** Measure the browser's private files. */
  | { readonly kind: 'files'; readonly size: Size }

/** What was seen of the core's pace while a worker measured. */
export interface PaceSeen {
  readonly best: number
  readonly looks: number
  readonly crowded: number
}

/** What a worker answers. */
export type FromWorker =
  | {
      readonly kind: 'sample'
      readonly metric?: string
      readonly values: readonly number[]
      readonly share: number
    }
  | { readonly kind: 'done'; readonly measured: Measured; readonly runs: number; readonly pace: PaceSeen }
  | { readonly kind: 'ready'; readonly work: number }
  /** Milliseconds since the epoch, so that workers can be compared. */
  | { readonly kind: 'turned'; readonly start: number; readonly end: number }
  | { readonly kind: 'echo'; readonly bytes: ArrayBuffer }
  | {
      readonly kind: 'files'
      readonly measured: readonly (readonly [string, Measured])[]
      readonly curves: readonly Curve[]
    }
  | { readonly kind: 'missing'; readonly reason: string }
  | { readonly kind: 'failed'; readonly reason: string }
