import { Missing } from '../../measure'
import { seeded } from '../../random'
import type { Clip, Packed } from './webm'

/** Frames that are drawn and packed; a clip repeats them, so that large ones are made quickly. */
const loop = 24
const bitsPerPixel = 0.09

/** Draws and packs a clip of reeds in the wind, so many seconds long. Throws where the browser packs no video. */
export async function makeClip(
  width: number,
  height: number,
  framesPerSecond: number,
  seconds: number,
): Promise<Clip> {
  if (typeof VideoEncoder === 'undefined')
    throw new Missing('the browser packs video on secure pages only: https, or this computer itself')
  const config: VideoEncoderConfig = {
    codec: 'vp8',
    width,
    height,
    framerate: framesPerSecond,
    bitrate: Math.round(width * height * framesPerSecond * bitsPerPixel),
    latencyMode: 'realtime',
  }
  if (!(await VideoEncoder.isConfigSupported(config)).supported)
    throw new Missing(`the browser packs no video of ${String(height)} lines`)
  const packed = await pack(config, width, height, framesPerSecond)
  const count = Math.round(seconds * framesPerSecond)
  const frames = Array.from({ length: count }, (_, i) => packed[i % packed.length] as Packed)
  return { width, height, framesPerSecond, frames }
}

async function pack(
  config: VideoEncoderConfig,
  width: number,
  height: number,
  framesPerSecond: number,
): Promise<readonly Packed[]> {
  const frames: Packed[] = []
  let problem: Error | undefined
  const encoder = new VideoEncoder({
    output: (chunk) => {
      const bytes = new Uint8Array(chunk.byteLength)
      chunk.copyTo(bytes)
      frames.push({ bytes, isKey: chunk.type === 'key' })
    },
    error: (e) => {
      problem = e
    },
  })
  encoder.configure(config)
  const board = new OffscreenCanvas(width, height)
  const context = board.getContext('2d')
  if (!context) throw new Missing('no 2-D canvas here')
  for (let i = 0; i < loop && problem === undefined; i++) {
    draw(context, width, height, i / loop)
    const frame = new VideoFrame(board, { timestamp: (i * 1e6) / framesPerSecond })
    encoder.encode(frame, { keyFrame: i === 0 })
    frame.close()
    // The packed ones come out meanwhile; waiting keeps large frames from piling up in memory.
    while (encoder.encodeQueueSize > 2) await new Promise((done) => setTimeout(done, 2))
  }
  await encoder.flush()
  encoder.close()
  if (problem) throw problem
  if (frames.length !== loop)
    throw new Error(`${String(frames.length)} of ${String(loop)} frames were packed`)
  return frames
}

/** Reeds before a dusk sky; where the time ends it begins. */
function draw(c: OffscreenCanvasRenderingContext2D, width: number, height: number, time: number) {
  const next = seeded(101)
  const unit = () => (next() % 4096) / 4096
  const sky = c.createLinearGradient(0, 0, 0, height)
  sky.addColorStop(0, '#2c3a44')
  sky.addColorStop(0.7, '#c98d55')
  sky.addColorStop(1, '#5c4b3a')
  c.fillStyle = sky
  c.fillRect(0, 0, width, height)
  for (let i = 0; i < 40; i++) {
    const x = ((unit() + time * (1 + (i % 2))) % 1) * width
    const y = (0.1 + 0.4 * unit()) * height
    c.fillStyle = '#1b1a1a'
    c.fillRect(x, y + Math.sin(time * 12.566 + i) * height * 0.01, height * 0.012, height * 0.004)
  }
  for (let i = 0; i < 220; i++) {
    const x = unit() * width
    const tall = (0.35 + 0.5 * unit()) * height
    const lean = Math.sin(time * 6.2832 + (x / width) * 9) * height * 0.05
    c.strokeStyle = `rgb(${String(40 + (next() % 60))} ${String(60 + (next() % 70))} ${String(36 + (next() % 30))})`
    c.lineWidth = Math.max(1, height * (0.002 + 0.003 * unit()))
    c.beginPath()
    c.moveTo(x, height)
    c.quadraticCurveTo(x, height - tall / 2, x + lean, height - tall)
    c.stroke()
  }
}
