import { addresses, number, numbers, text, texts } from './address'

/** Everything that makes a look inside a score what it is; kept in the address. */
export interface Question {
  readonly suite?: number | undefined
  readonly setups: readonly number[]
  /** Names of the series; what belongs together if none. */
  readonly series: readonly string[]
  /** One run alone, whatever its state. */
  readonly run?: string | undefined
  /** Frames a second that are to hold. */
  readonly floor?: number | undefined
  readonly from?: number | undefined
  readonly to?: number | undefined
}

/** What an address asks, and the address of a question. */
export const { question, address } = addresses<Question>({
  suite: number('suite'),
  setups: numbers('setup', 6),
  series: texts('series'),
  run: text('run'),
  floor: number('floor'),
  from: number('from'),
  to: number('to'),
})

/** The address of what lies inside a suite's score in a setup, or in one run of it. */
export function insideAddress(suite: number, setup: number, series?: string, run?: string): string {
  return `/inside?${address({
    suite,
    setups: [setup],
    series: series === undefined ? [] : [series],
    run,
  }).toString()}`
}
