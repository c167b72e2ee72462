import type { Schemas } from '../../api/client'

export type Flag = Schemas['RunDetail']['run']['flags'][number]

/** Flags of a run in words, in the order they are offered. */
export const flagWords: Readonly<Record<Flag, string>> = {
  MAKER_TUNING: 'maker tuning suspected',
  HELD_AT_REFRESH: 'held at the display refresh',
  THROTTLED: 'throttled',
  RECORDING: 'screen was recorded',
}
