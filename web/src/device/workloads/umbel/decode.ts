import { Missing } from '../../measure'
import type { Job, Kernel } from '../../measure'
import { seeded } from '../../random'

const side = 512

/** Decodes a picture of 512 × 512 that was packed without loss. Work: million pixels. */
export const images: Kernel = {
  key: 'images',
  async prepare(): Promise<Job> {
    if (typeof OffscreenCanvas === 'undefined') throw new Missing('the browser draws no canvas off the page')
    const board = new OffscreenCanvas(side, side)
    const context = board.getContext('2d', { willReadFrequently: true })
    if (!context) throw new Missing('no 2-D canvas here')
    const next = seeded(83)
    for (let i = 0; i < 600; i++) {
      context.fillStyle = `rgb(${String(next() % 256)} ${String(next() % 256)} ${String(next() % 256)})`
      context.fillRect(next() % side, next() % side, 4 + (next() % 60), 4 + (next() % 60))
    }
    const wanted = context.getImageData(97, 301, 1, 1).data.join()
    const blob = await board.convertToBlob({ type: 'image/png' })
    return {
      work: (side * side) / 1e6,
      async run() {
        const bitmap = await createImageBitmap(blob)
        context.drawImage(bitmap, 0, 0)
        bitmap.close()
        const seen = context.getImageData(97, 301, 1, 1).data.join()
        if (seen !== wanted) throw new Error(`the picture decoded shows ${seen} instead of ${wanted}`)
        return 0
      },
    }
  },
}

/** Packs a text as a stream and unpacks it again (gzip). Work: megabytes of text. */
export const streams: Kernel = {
  key: 'streams',
  prepare(): Job {
    if (typeof CompressionStream === 'undefined') throw new Missing('the browser packs no streams')
    const next = seeded(59)
    const words = ['tide', 'ebbing', 'wind', 'calling', 'counted', 'until', 'dusk', 'seven', 'birds']
    let text = ''
    while (text.length < 400_000) text += `${words[next() % words.length] ?? ''} ${String(next() % 100)} `
    const bytes = new TextEncoder().encode(text)
    return {
      work: bytes.length / 1e6,
      async run() {
        const packed = new Blob([bytes]).stream().pipeThrough(new CompressionStream('gzip'))
        const back = await new Response(packed.pipeThrough(new DecompressionStream('gzip'))).arrayBuffer()
        const seen = new Uint8Array(back)
        if (seen.length !== bytes.length || seen[123_457] !== bytes[123_457])
          throw new Error('the text unpacked is not the text packed')
        return seen.length
      },
    }
  },
}
