import type { Job, Kernel } from '../../measure'
import { seeded } from '../../random'

const words = [
  'marsh',
  'Ebbe',
  'curlew',
  'ætt',
  'naïve',
  'fjörd',
  'office',
  'waffle',
  'Ålgräs',
  '12:40',
  'coöperate',
  'høj',
]
const paragraphs = 24
const length = 60

/** Sets paragraphs of text in three widths and finds where words lie. Work: thousand words, once for each width. */
export function shaping(box: HTMLElement): Kernel {
  return {
    key: 'shaping',
    prepare(): Job {
      return {
        work: (3 * paragraphs * length) / 1000,
        run: () => set(box),
        dispose: () => {
          box.replaceChildren()
        },
      }
    },
  }
}

/** Returns the summed heights and places, in hundredths of a pixel. */
function set(box: HTMLElement): number {
  const next = seeded(17)
  const column = document.createElement('div')
  column.style.cssText = 'font-size:11px;line-height:1.3'
  for (let p = 0; p < paragraphs; p++) {
    const paragraph = document.createElement('p')
    paragraph.textContent = Array.from({ length }, () => words[next() % words.length] ?? '').join(' ')
    paragraph.style.fontWeight = String(400 + (p % 3) * 100)
    column.append(paragraph)
  }
  box.replaceChildren(column)
  const range = document.createRange()
  let sum = 0
  for (const width of [300, 420, 240]) {
    column.style.width = `${String(width)}px`
    sum += Math.round(column.getBoundingClientRect().height * 100)
    for (const paragraph of column.children) {
      const text = paragraph.firstChild
      if (!text) continue
      range.setStart(text, 40)
      range.setEnd(text, 48)
      sum += Math.round(range.getBoundingClientRect().left * 100)
    }
  }
  if (sum <= 0) throw new Error('the text was not set')
  return sum
}
