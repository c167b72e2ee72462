import type { Job, Kernel } from '../../measure'
import { seeded } from '../../random'

const lines = 8
const points = 240
const space = 'http://www.w3.org/2000/svg'

/** Draws a vector chart of tide gauges anew: eight lines of 240 points with marks and labels. Work: thousand points. */
export function chart(box: HTMLElement): Kernel {
  return {
    key: 'chart',
    prepare(): Job {
      return {
        work: (lines * points) / 1000,
        run: () => draw(box),
        dispose: () => {
          box.replaceChildren()
        },
      }
    },
  }
}

function made<T extends keyof SVGElementTagNameMap>(
  tag: T,
  attributes: Readonly<Record<string, string | number>>,
): SVGElementTagNameMap[T] {
  const element = document.createElementNS(space, tag)
  for (const [name, value] of Object.entries(attributes)) element.setAttribute(name, String(value))
  return element
}

/** Returns the summed lengths and widths, in hundredths of a pixel. */
function draw(box: HTMLElement): number {
  const next = seeded(53)
  const svg = made('svg', { width: 480, height: 180, viewBox: '0 0 480 180' })
  box.replaceChildren(svg)
  let sum = 0
  for (let l = 0; l < lines; l++) {
    let path = ''
    let level = 20 + l * 18
    for (let i = 0; i < points; i++) {
      level = Math.min(170, Math.max(10, level + (next() % 9) - 4))
      path += `${i === 0 ? 'M' : 'L'}${String(i * 2)} ${String(level)}`
      if (i % 24 === 0) svg.append(made('circle', { cx: i * 2, cy: level, r: 2, fill: 'currentColor' }))
    }
    const line = made('path', { d: path, fill: 'none', stroke: 'currentColor', 'stroke-width': 1 })
    const label = made('text', { x: 400, y: level, 'font-size': 9, fill: 'currentColor' })
    label.textContent = `gauge ${String(l)}, ${String(next() % 500)} cm`
    svg.append(line, label)
    sum += Math.round(line.getTotalLength() * 100) + Math.round(label.getBBox().width * 100)
  }
  if (sum <= 0) throw new Error('the chart was not drawn')
  return sum
}
