import { useEffect, useRef } from 'react'
import { contentOf } from '../../figures/content'
import type { FigureContent } from '../../figures/content'
import type { Figure } from '../../figures/take'
import { chosenAgain } from '../../ui/figure-choice'

/**
 * A view can be looked at again without being seen: it is opened in a frame, with what is looked for in its address, and tells
 * the page around it what its figures say.
 */
const mark = '#look='

/** What is looked for: the figure's name in its view, and what was chosen of it. */
export interface Wanted {
  readonly name: string
  readonly choice: string
}

/** What a frame tells the page around it. */
export interface Seen {
  readonly look: 'figure'
  /** What the figure is called there. */
  readonly name: string
  readonly content: FigureContent
}

/** The address of a view that is looked at in a frame. */
export function lookAddress(address: string, { name, choice }: Wanted): string {
  return address.replace(/#.*$/, '') + mark + encodeURIComponent(JSON.stringify({ name, choice }))
}

/** What this page is looked at for; null where somebody sees it. */
export function lookedAtFor(hash = window.location.hash): Wanted | null {
  if (window.parent === window || !hash.startsWith(mark)) return null
  return JSON.parse(decodeURIComponent(hash.slice(mark.length))) as Wanted
}

/** Tells the page around this one what a figure says, whenever it says something else. */
export function useBeingLookedAt(figure: () => Figure) {
  const told = useRef('')
  useEffect(() => {
    const wanted = lookedAtFor()
    if (wanted === null) return
    const drawn = figure()
    void contentOf(drawn.title === wanted.name ? chosenAgain(drawn, wanted.choice) : drawn).then(
      (content) => {
        const text = JSON.stringify(content)
        if (told.current === text) return
        told.current = text
        const seen: Seen = { look: 'figure', name: drawn.title, content }
        window.parent.postMessage(seen, window.location.origin)
      },
    )
  })
}
