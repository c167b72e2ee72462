import { useSyncExternalStore } from 'react'
import { flushSync } from 'react-dom'

let printing = false
let before: string | undefined
const watchers = new Set<() => void>()

/** What is printed is whole, and dark on white whatever is on the screen. */
function turn(on: boolean) {
  if (on === printing) return
  const root = document.documentElement
  if (on) {
    before = root.dataset.theme
    root.dataset.theme = 'light'
  } else if (before === undefined) delete root.dataset.theme
  else root.dataset.theme = before
  printing = on
  // The browser draws the paper as soon as this returns.
  flushSync(() => {
    watchers.forEach((w) => {
      w()
    })
  })
}

function watch(watcher: () => void): () => void {
  watchers.add(watcher)
  if (watchers.size === 1) {
    window.addEventListener('beforeprint', begin)
    window.addEventListener('afterprint', end)
  }
  return () => {
    watchers.delete(watcher)
    if (watchers.size === 0) {
      window.removeEventListener('beforeprint', begin)
      window.removeEventListener('afterprint', end)
    }
  }
}

const begin = () => {
  turn(true)
}
const end = () => {
  turn(false)
}

/** Whether the page is being put on paper. */
export function usePrinting(): boolean {
  return useSyncExternalStore(watch, () => printing)
}
