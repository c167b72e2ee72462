import { useSyncExternalStore } from 'react'

/** What was picked with `x` to stand side by side; kept on this computer until it is opened or put back. */
const place = 'yarrowmark.picks'
const most = 12
const listeners = new Set<() => void>()
let known: { readonly text: string; readonly keys: readonly string[] } = { text: '', keys: [] }

function read(): readonly string[] {
  const text = localStorage.getItem(place) ?? ''
  if (text !== known.text) known = { text, keys: text === '' ? [] : text.split('\n') }
  return known.keys
}

function write(keys: readonly string[]) {
  localStorage.setItem(place, keys.join('\n'))
  for (const l of listeners) l()
}

/** Adds a subject, or puts it back; says which. Of more than twelve the first picked goes. */
export function togglePick(key: string): 'added' | 'put back' {
  const keys = read()
  if (keys.includes(key)) {
    write(keys.filter((k) => k !== key))
    return 'put back'
  }
  write([...keys, key].slice(-most))
  return 'added'
}

/** Puts every pick back. */
export function clearPicks() {
  write([])
}

/** Returns the keys of what is picked, the first picked first. */
export function usePicks(): readonly string[] {
  return useSyncExternalStore((changed) => {
    listeners.add(changed)
    window.addEventListener('storage', changed)
    return () => {
      listeners.delete(changed)
      window.removeEventListener('storage', changed)
    }
  }, read)
}

/** The row that `x` would add: the one with the keyboard in it, else the one under the pointer. */
export function rowAtHand(): HTMLElement | undefined {
  const focused = document.activeElement?.closest<HTMLElement>('[data-subject]')
  return focused ?? [...document.querySelectorAll<HTMLElement>('[data-subject]:hover')].at(-1)
}
