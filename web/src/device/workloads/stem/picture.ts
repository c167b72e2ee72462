import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

export const width = 512
export const height = 256
const row = [1 / 16, 4 / 16, 6 / 16, 4 / 16, 1 / 16] as const

/** A bright square on a noisy ground; the same numbers go to the script and to WebAssembly. */
export function camera(): Float64Array {
  const next = seeded(9)
  const picture = new Float64Array(width * height)
  for (let i = 0; i < picture.length; i++) {
    const x = i % width
    const y = Math.floor(i / width)
    const square = x >= 128 && x < 384 && y >= height / 4 && y < (height * 3) / 4
    picture[i] = (square ? 200 : 40) + (next() % 17) - 8
  }
  return picture
}

/** Smooths a camera picture of 512 × 256 with a 5 × 5 binomial filter and finds edges. Work: million pixels. */
export const picture: Kernel = {
  key: 'picture',
  checksum: 0xccd508cd,
  prepare(): Job {
    const from = camera()
    const smooth = new Float64Array(from.length)
    const mean = from.reduce((a, b) => a + b, 0) / from.length
    return {
      work: from.length / 1e6,
      run() {
        filter(from, smooth)
        return inspect(smooth, mean)
      },
    }
  },
}

/** All 25 products of each pixel, as a camera without a separable filter would: this is the work. */
export function filter(from: Float64Array, smooth: Float64Array) {
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2; x < width - 2; x++) {
      let sum = 0
      for (let dy = -2; dy <= 2; dy++) {
        const line = (y + dy) * width + x
        sum +=
          (row[dy + 2] as number) *
          (row[0] * (from[line - 2] as number) +
            row[1] * (from[line - 1] as number) +
            row[2] * (from[line] as number) +
            row[3] * (from[line + 1] as number) +
            row[4] * (from[line + 2] as number))
      }
      smooth[y * width + x] = sum
    }
  }
}

/** Checks that the mean is kept and the square's sides are found; returns a checksum. */
export function inspect(smooth: Float64Array, mean: number): number {
  let edges = 0
  let sum = 0
  for (let y = 3; y < height - 3; y++) {
    for (let at = y * width + 3; at < (y + 1) * width - 3; at++) {
      sum += smooth[at] as number
      const gx = (smooth[at + 1] as number) - (smooth[at - 1] as number)
      const gy = (smooth[at + width] as number) - (smooth[at - width] as number)
      edges += gx * gx + gy * gy > 900 ? 1 : 0
    }
  }
  const found = sum / ((height - 6) * (width - 6))
  const outline = 2 * (256 + height / 2)
  if (Math.abs(found - mean) > 0.1 * mean) throw new Error('the filter changed the mean brightness')
  if (edges < 3 * outline || edges > 5 * outline)
    throw new Error(`the filter found ${String(edges)} edge pixels around an outline of ${String(outline)}`)
  return mix(mix(0, edges), Math.floor(sum * 256) % 4294967291)
}
