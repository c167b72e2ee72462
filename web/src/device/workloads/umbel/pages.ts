import type { Job, Kernel } from '../../measure'
import { seeded } from '../../random'

const cards = 128
/** In pixels, on every device: how lines break must not depend on the screen, nor on how it is held. */
const width = 480

/** Builds a page of sighting cards in the given box, restyles it and lays it out again. Work: thousand elements. */
export function pages(box: HTMLElement): Kernel {
  return {
    key: 'pages',
    prepare(): Job {
      return {
        work: (cards * 5) / 1000,
        run() {
          const area = fill(box, cards)
          if (area <= 0) throw new Error('the page was not laid out')
          return area
        },
        dispose() {
          box.replaceChildren()
        },
      }
    },
  }
}

/** Returns the summed heights of the cards, in hundredths of a pixel, after each restyling. */
function fill(box: HTMLElement, size: number): number {
  const next = seeded(11)
  const list = document.createElement('div')
  list.style.cssText = `width:${String(width)}px;display:grid;grid-template-columns:repeat(4,1fr);gap:4px;font-size:9px`
  for (let i = 0; i < size; i++) {
    const card = document.createElement('div')
    const head = document.createElement('b')
    head.textContent = `Sighting ${String(i)}`
    const count = document.createElement('span')
    count.textContent = ` ${String(next() % 900)} birds`
    const bar = document.createElement('i')
    bar.style.cssText = `display:block;height:3px;background:currentColor;width:${String(next() % 100)}%`
    const place = document.createElement('div')
    place.textContent = ['creek', 'bank', 'sluice'][next() % 3] ?? ''
    card.append(head, count, bar, place)
    list.append(card)
  }
  box.replaceChildren(list)
  let heights = 0
  for (const columns of [4, 2, 6]) {
    list.style.gridTemplateColumns = `repeat(${String(columns)},1fr)`
    for (const card of list.children) (card as HTMLElement).style.padding = `${String(columns)}px`
    heights += Math.round(list.getBoundingClientRect().height * 100)
  }
  return heights
}
