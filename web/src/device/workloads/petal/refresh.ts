import { median } from '../../measure'

const near = 0.03
const share = 0.9
const most = 4

/**
 * Frames per second of the display if it, and not the device, set the pace: 90 of 100 frames lie within 3 % of a whole
 * number of its steps, at most four. Its step is the median frame time, or a half or third of that where most frames missed
 * one or two; the longest that fits. Undefined otherwise, or of fewer than 30 frames.
 *
 * @param times of the frames in milliseconds
 */
export function heldAt(times: readonly number[]): number | undefined {
  const middle = median(times)
  if (times.length < 30 || !(middle > 0)) return undefined
  const period = [middle, middle / 2, middle / 3].find((p) => isHeld(times, p))
  return period === undefined ? undefined : 1000 / period
}

function isHeld(times: readonly number[], period: number): boolean {
  const fitting = times.filter((t) => {
    const steps = Math.min(most, Math.max(1, Math.round(t / period)))
    return Math.abs(t - steps * period) <= near * steps * period
  })
  return fitting.length >= share * times.length
}
