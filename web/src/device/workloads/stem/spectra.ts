import type { Job, Kernel } from '../../measure'
import { mix, seeded } from '../../random'

const frame = 1024
const bits = 10
const frames = 64

/**
 * Finds the pitch of calls in sound: a Fourier transform of each of 64 frames of 1,024 samples (radix 2, decimation in
 * time; Cooley and Tukey 1965) and the strongest bin. Work: million samples.
 */
export const spectra: Kernel = {
  key: 'spectra',
  checksum: 0xf618df94,
  prepare(): Job {
    const next = seeded(440)
    const cos = Float32Array.from({ length: frame / 2 }, (_, i) => Math.cos((2 * Math.PI * i) / frame))
    const sin = Float32Array.from({ length: frame / 2 }, (_, i) => -Math.sin((2 * Math.PI * i) / frame))
    const pitch = Array.from({ length: frames }, () => 20 + (next() % 400))
    const sound = new Float32Array(frames * frame)
    pitch.forEach((p, f) => {
      for (let i = 0; i < frame; i++) {
        const noise = (next() % 2000) / 1000 - 1
        sound[f * frame + i] = Math.sin((2 * Math.PI * p * i) / frame) + 0.6 * noise
      }
    })
    const order = Uint16Array.from({ length: frame }, (_, i) => reversed(i))
    const re = new Float32Array(frame)
    const im = new Float32Array(frame)
    return {
      work: (frames * frame) / 1e6,
      run() {
        let sum = 0
        for (let f = 0; f < frames; f++) {
          for (let i = 0; i < frame; i++) {
            re[order[i] as number] = sound[f * frame + i] as number
            im[i] = 0
          }
          transform(re, im, cos, sin)
          const heard = strongest(re, im)
          if (heard !== pitch[f])
            throw new Error(`a call at bin ${String(pitch[f])} was heard at bin ${String(heard)}`)
          sum = mix(sum, heard)
        }
        return sum
      },
    }
  },
}

function reversed(i: number): number {
  let r = 0
  for (let b = 0; b < bits; b++) r |= ((i >> b) & 1) << (bits - 1 - b)
  return r
}

function transform(re: Float32Array, im: Float32Array, cos: Float32Array, sin: Float32Array) {
  for (let half = 1; half < frame; half <<= 1) {
    const stride = frame / (2 * half)
    for (let start = 0; start < frame; start += 2 * half) {
      for (let k = 0; k < half; k++) {
        const a = start + k
        const b = a + half
        const wr = cos[k * stride] as number
        const wi = sin[k * stride] as number
        const rb = re[b] as number
        const ib = im[b] as number
        const tr = rb * wr - ib * wi
        const ti = rb * wi + ib * wr
        const ra = re[a] as number
        const ia = im[a] as number
        re[b] = ra - tr
        im[b] = ia - ti
        re[a] = ra + tr
        im[a] = ia + ti
      }
    }
  }
}

function strongest(re: Float32Array, im: Float32Array): number {
  let best = 1
  let most = 0
  for (let i = 1; i < frame / 2; i++) {
    const power = (re[i] as number) ** 2 + (im[i] as number) ** 2
    if (power > most) {
      most = power
      best = i
    }
  }
  return best
}
