/** One suite of the queue, for the time left. */
export interface Queued {
  readonly key: string
  readonly runsLeft: number
  /** What one run is expected to take, until one was measured here. */
  readonly minutes: number
  /** Between two runs. */
  readonly restSeconds: number
}

/**
 * Seconds until everything is done: measured length of a run where there is one, else what is expected, with the rests.
 * There is none after the last run of a suite.
 *
 * @param done share of the run under way that is over, 0 to 1
 */
export function secondsLeft(
  queue: readonly Queued[],
  running: string | undefined,
  done: number,
  lengths: ReadonlyMap<string, number>,
): number {
  return queue.reduce((sum, q) => {
    const length = lengths.get(q.key) ?? q.minutes * 60
    const over = q.key === running ? done * length : 0
    const rests = Math.max(0, q.runsLeft - 1) * q.restSeconds
    return sum + Math.max(0, q.runsLeft * length + rests - over)
  }, 0)
}
