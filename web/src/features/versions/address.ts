import type { Schemas } from '../../api/client'
import { addresses, among, numberOr, numbers, says, text, texts } from '../../subjects/address'

type Line = Schemas['LineView']

/** Everything that makes a view of versions what it is; kept in the address. */
export interface Question {
  /** One setup, whose line is found, or several, which are the line; none for what is in focus. */
  readonly setups: readonly number[]
  /** Key of the fact that is followed; `time` for none; what moves most if absent. */
  readonly factor?: string | undefined
  readonly order: Line['order']
  readonly basis: Line['basis']
  readonly threshold: number
  readonly show: Show
  /** Only tests that stepped, shifted or drifted. */
  readonly moved: boolean
  /** Suite and metric of two tests that stand on two scales. */
  readonly two: readonly string[]
}

export type Show = 'plots' | 'change' | 'units'

/** What an address asks, and the address of a question. */
export const { question, address } = addresses<Question>({
  setups: numbers('setup'),
  factor: text('factor'),
  order: among('order', ['VERSION', 'DATE']),
  basis: among('basis', ['GAIN', 'TIMES_AS_FAST', 'SHORT', 'MIDPOINT', 'TIME_SAVED', 'OWN_UNIT']),
  threshold: numberOr('threshold', 0.01, (v) => v >= 0 && v < 1),
  show: among('show', ['plots', 'change', 'units']),
  moved: says('only', 'moved'),
  two: texts('two', 2),
})
