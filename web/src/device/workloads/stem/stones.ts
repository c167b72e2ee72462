import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

const width = 96
const height = 64
const pairs = 12
const far = 1e30
const near = 1e-6

/**
 * Draws round stones on a mud flat in light and shade: a ray for each of 96 × 64 pixels against 24 spheres, one to the lamp
 * and one mirrored. Square roots are exact, so every browser draws the same bits. Work: million rays.
 */
export const stones: Kernel = {
  key: 'stones',
  checksum: 0xbd0a3a71,
  prepare(): Job {
    const drawing = new Drawing()
    drawing.draw()
    return { work: drawing.rays / 1e6, run: () => drawing.draw() }
  },
}

/** Stones come in pairs, left and right of the lamp: the picture must be its own mirror image to the last bit. */
class Drawing {
  rays = 0
  private readonly x = new Float64Array(2 * pairs)
  private readonly y = new Float64Array(2 * pairs)
  private readonly z = new Float64Array(2 * pairs)
  private readonly r = new Float64Array(2 * pairs)
  private readonly picture = new Float64Array(width * height)

  constructor() {
    const next = seeded(2311)
    for (let i = 0; i < pairs; i++) {
      const radius = 0.2 + (next() % 1000) / 1500
      const side = radius + 0.1 + (next() % 1000) / 300
      const away = 4 + (next() % 1000) / 110
      for (const half of [0, 1]) {
        const at = 2 * i + half
        this.x[at] = half === 0 ? side : -side
        this.y[at] = radius
        this.z[at] = away
        this.r[at] = radius
      }
    }
  }

  draw(): number {
    this.rays = 0
    for (let row = 0; row < height; row++)
      for (let column = 0; column < width; column++)
        this.picture[row * width + column] = this.pixel(row, column)
    return this.checked()
  }

  private pixel(row: number, column: number): number {
    const dx = (column - (width - 1) / 2) / (width / 2)
    const dy = 0.25 - (row + 0.5) / height
    const length = Math.sqrt(dx * dx + dy * dy + 1)
    return this.light(0, 1.2, 0, dx / length, dy / length, 1 / length, 2)
  }

  private light(
    ox: number,
    oy: number,
    oz: number,
    dx: number,
    dy: number,
    dz: number,
    mirrors: number,
  ): number {
    this.rays++
    let t = dy < 0 ? -oy / dy : far
    let stone = -1
    for (let i = 0; i < 2 * pairs; i++) {
      const hit = this.hit(i, ox, oy, oz, dx, dy, dz)
      if (hit < t) {
        t = hit
        stone = i
      }
    }
    if (t >= far) return 0.1 + 0.2 * dy
    const px = ox + t * dx
    const py = oy + t * dy
    const pz = oz + t * dz
    if (stone < 0) return 0.45 * (0.1 + this.lamp(px, py, pz, 0, 1, 0))
    const r = this.r[stone] as number
    const nx = (px - (this.x[stone] as number)) / r
    const ny = (py - (this.y[stone] as number)) / r
    const nz = (pz - (this.z[stone] as number)) / r
    const shade = 0.8 * (0.1 + this.lamp(px, py, pz, nx, ny, nz))
    if (mirrors === 0) return shade
    const into = 2 * (dx * nx + dy * ny + dz * nz)
    return shade + 0.25 * this.light(px, py, pz, dx - into * nx, dy - into * ny, dz - into * nz, mirrors - 1)
  }

  /** How much of the lamp's light falls on a place: 0 in the shadow of a stone. */
  private lamp(px: number, py: number, pz: number, nx: number, ny: number, nz: number): number {
    this.rays++
    let lx = -px
    let ly = 9 - py
    let lz = 6 - pz
    const length = Math.sqrt(lx * lx + ly * ly + lz * lz)
    lx /= length
    ly /= length
    lz /= length
    for (let i = 0; i < 2 * pairs; i++) if (this.hit(i, px, py, pz, lx, ly, lz) < length) return 0
    return Math.max(0, nx * lx + ny * ly + nz * lz)
  }

  private hit(i: number, ox: number, oy: number, oz: number, dx: number, dy: number, dz: number): number {
    const cx = (this.x[i] as number) - ox
    const cy = (this.y[i] as number) - oy
    const cz = (this.z[i] as number) - oz
    const r = this.r[i] as number
    const along = cx * dx + cy * dy + cz * dz
    const inside = r * r - (cx * cx + cy * cy + cz * cz - along * along)
    if (inside <= 0) return far
    const t = along - Math.sqrt(inside)
    return t > near ? t : far
  }

  private checked(): number {
    let sum = 0
    let shaded = 0
    for (let row = 0; row < height; row++) {
      for (let column = 0; column < width / 2; column++) {
        const left = this.picture[row * width + column] as number
        if (left !== this.picture[row * width + width - 1 - column])
          throw new Error(`the picture of the stones is not its own mirror image in row ${String(row)}`)
        shaded += left < 0.06 ? 1 : 0
        sum = mix(sum, Math.floor(left * 1e9) | 0)
      }
    }
    if (shaded === 0) throw new Error('no place lies in the shadow of a stone')
    return sum
  }
}
