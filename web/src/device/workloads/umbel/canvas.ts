import { Missing } from '../../measure'
import type { Job, Kernel } from '../../measure'
import { seeded } from '../../random'

const width = 960
const height = 540
const shapes = 512

/** Draws feathers, dots and letters on a 2-D canvas and reads a pixel back. Work: thousand shapes. */
export const canvas: Kernel = {
  key: 'canvas',
  prepare(): Job {
    if (typeof OffscreenCanvas === 'undefined') throw new Missing('the browser draws no canvas off the page')
    const board = new OffscreenCanvas(width, height)
    const context = board.getContext('2d')
    if (!context) throw new Missing('no 2-D canvas here')
    return {
      work: shapes / 1000,
      run() {
        draw(context, shapes)
        // Reading back waits until everything is drawn; the marker is the last thing drawn there.
        const pixels = context.getImageData(0, 0, 8, 8).data
        const seen = pixels.slice(0, 4).join()
        if (seen !== '226,166,11,255') throw new Error(`the canvas shows ${seen}`)
        return 0
      },
    }
  },
}

function draw(c: OffscreenCanvasRenderingContext2D, size: number) {
  const next = seeded(23)
  c.fillStyle = '#101513'
  c.fillRect(0, 0, width, height)
  for (let i = 0; i < size; i++) {
    const x = next() % width
    const y = next() % height
    c.strokeStyle = `hsl(${String(90 + (next() % 60))} 30% ${String(25 + (next() % 40))}%)`
    c.fillStyle = c.strokeStyle
    c.beginPath()
    if (i % 3 === 0) {
      c.moveTo(x, y)
      c.bezierCurveTo(x + 14, y - 30, x - 8, y - 52, x + 6, y - 70)
      c.stroke()
    } else if (i % 3 === 1) {
      c.arc(x, y, 2 + (next() % 9), 0, Math.PI * 2)
      c.fill()
    } else {
      c.fillText('marsh', x, y)
    }
  }
  c.fillStyle = '#e2a60b'
  c.fillRect(0, 0, 8, 8)
}
