import { seeded } from '../../random'

export const tileSide = 256
/** The chart is so many sheets wide and high, and goes on where it ends. */
export const sheetsAcross = 4

const whole = tileSide * sheetsAcross

/** Sheets of a chart of creeks and banks, row by row: depths in steps, with contour lines. RGBA, 256 × 256 each. */
export function chartSheets(): readonly Uint8Array[] {
  const field = heights()
  return Array.from({ length: sheetsAcross ** 2 }, (_, s) => {
    const left = (s % sheetsAcross) * tileSide
    const top = Math.floor(s / sheetsAcross) * tileSide
    const sheet = new Uint8Array(tileSide * tileSide * 4)
    for (let y = 0; y < tileSide; y++)
      for (let x = 0; x < tileSide; x++)
        paint(
          sheet,
          (y * tileSide + x) * 4,
          at(field, left + x, top + y),
          at(field, left + x + 1, top + y + 1),
        )
    return sheet
  })
}

/** Deep water, shallow water, mud, sand, low and high marsh. */
const tints = [
  [24, 58, 66],
  [38, 84, 90],
  [64, 112, 112],
  [110, 104, 84],
  [150, 138, 104],
  [104, 122, 78],
  [78, 102, 62],
] as const

function paint(sheet: Uint8Array, to: number, height: number, beside: number) {
  const step = Math.min(tints.length - 1, Math.max(0, Math.floor(height * 11 - 2)))
  const line = Math.floor(height * 22) !== Math.floor(beside * 22) ? 0.72 : 1
  const tint = tints[step] ?? tints[0]
  tint.forEach((c, i) => {
    sheet[to + i] = c * line
  })
  sheet[to + 3] = 255
}

function at(field: Float32Array, x: number, y: number): number {
  return field[(y % whole) * whole + (x % whole)] ?? 0
}

/** Four octaves of value noise that meet themselves at the edges, 0 to 1, with winding creeks cut in. */
function heights(): Float32Array {
  const field = new Float32Array(whole * whole)
  ;[5, 10, 20, 40].forEach((cells, octave) => {
    const next = seeded(71 + octave)
    const lattice = Float32Array.from({ length: cells * cells }, () => (next() % 4096) / 4096)
    const weight = 0.53 * 0.5 ** octave
    for (let y = 0; y < whole; y++)
      for (let x = 0; x < whole; x++) {
        const i = y * whole + x
        field[i] =
          (field[i] ?? 0) + weight * between(lattice, cells, (x * cells) / whole, (y * cells) / whole)
      }
  })
  for (let i = 0; i < field.length; i++) {
    const height = field[i] ?? 0
    field[i] = height - 0.3 * Math.max(0, 1 - Math.abs(height - 0.47) / 0.05)
  }
  return field
}

function between(lattice: Float32Array, cells: number, x: number, y: number): number {
  const x0 = Math.floor(x)
  const y0 = Math.floor(y)
  const ease = (t: number) => t * t * (3 - 2 * t)
  const fx = ease(x - x0)
  const fy = ease(y - y0)
  const of = (i: number, j: number) => lattice[(j % cells) * cells + (i % cells)] ?? 0
  const upper = of(x0, y0) * (1 - fx) + of(x0 + 1, y0) * fx
  const lower = of(x0, y0 + 1) * (1 - fx) + of(x0 + 1, y0 + 1) * fx
  return upper * (1 - fy) + lower * fy
}
