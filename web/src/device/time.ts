/** One suite of the queue, for the time left. */
export interface Queued {
  readonly key: string
  readonly runsLeft: number
  /** What one run takes by its sheet, until one was measured here. */
  readonly minutes: number
  readonly restSeconds: number
}

/**
 * Seconds until everything is done: measured length of a run where there is one, else the sheet's, with the rests.
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
    return sum + Math.max(0, q.runsLeft * (length + q.restSeconds) - over)
  }, 0)
}
