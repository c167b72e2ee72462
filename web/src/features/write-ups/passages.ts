import { useEffect, useState } from 'react'

/** Where a passage stands in the text that is shown. */
type Place = readonly [Text, number]

const longest = 500

const shown = () => document.querySelector('.written')

/** What a text is compared by: spaces and line ends are set by whoever lays it out. */
const bare = (words: string) => words.replace(/\s+/g, '')

/** The range of a passage in the text that is shown; null where it is not there. */
export function rangeOf(passage: string): Range | null {
  const wanted = bare(passage)
  const text = shown()
  if (wanted === '' || text === null) return null
  const places: Place[] = []
  let all = ''
  const walk = document.createTreeWalker(text, NodeFilter.SHOW_TEXT)
  for (let node = walk.nextNode(); node !== null; node = walk.nextNode()) {
    const own = node as Text
    for (const [at, letter] of [...own.data].entries()) {
      if (bare(letter) === '') continue
      all += letter
      for (let i = 0; i < letter.length; i++) places.push([own, at])
    }
  }
  const at = all.indexOf(wanted)
  const from = places[at]
  const to = places[at + wanted.length - 1]
  if (at < 0 || !from || !to) return null
  const range = document.createRange()
  range.setStart(from[0], from[1])
  range.setEnd(to[0], to[1] + 1)
  return range
}

/** Shows a passage where it stands, marked. */
export function showPassage(passage: string) {
  const range = rangeOf(passage)
  if (range === null) return
  range.startContainer.parentElement?.scrollIntoView({ block: 'center' })
  const selection = window.getSelection()
  selection?.removeAllRanges()
  selection?.addRange(range)
}

/** The words of the text that were marked last; empty where none were. */
export function useMarked(): string {
  const [marked, setMarked] = useState('')
  useEffect(() => {
    const look = () => {
      const selection = window.getSelection()
      if (!selection || selection.isCollapsed || !shown()?.contains(selection.anchorNode)) return
      setMarked(selection.toString().replace(/\s+/g, ' ').trim().slice(0, longest))
    }
    document.addEventListener('selectionchange', look)
    return () => {
      document.removeEventListener('selectionchange', look)
    }
  }, [])
  return marked
}

/** Underlines passages in the text, where the browser can; `text` is what is shown. */
export function useUnderlined(passages: readonly string[], text: string) {
  const all = passages.join('\n')
  useEffect(() => {
    if (typeof Highlight === 'undefined') return
    const timer = setTimeout(() => {
      const ranges = all.split('\n').flatMap((p) => rangeOf(p) ?? [])
      CSS.highlights.set('remarks', new Highlight(...ranges))
    })
    return () => {
      clearTimeout(timer)
      CSS.highlights.delete('remarks')
    }
  }, [all, text])
}
