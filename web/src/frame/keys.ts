import { useEffect } from 'react'

/** What a key does: its words for the list, and the deed. */
export interface Shortcut {
  /** One key, or two in a row such as `g d`. */
  readonly keys: string
  readonly words: string
  readonly run: () => void
}

/** Whether a key belongs to what is typed in rather than to the app. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  )
}

/** Finds the deed for a key, given the one pressed just before. */
export function match(shortcuts: readonly Shortcut[], before: string, key: string): Shortcut | undefined {
  return shortcuts.find((s) => s.keys === `${before} ${key}`) ?? shortcuts.find((s) => s.keys === key)
}

/** Listens for the shortcuts while mounted. Keys with Ctrl, Alt or Meta are left to the browser. */
export function useShortcuts(shortcuts: readonly Shortcut[]) {
  useEffect(() => {
    let before = ''
    let at = 0
    const pressed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return
      if (document.querySelector('[role=dialog]') && event.key !== 'Escape') return
      const recent = event.timeStamp - at < 1200 ? before : ''
      const found = match(shortcuts, recent, event.key)
      before = event.key
      at = event.timeStamp
      if (found) {
        event.preventDefault()
        found.run()
      }
    }
    window.addEventListener('keydown', pressed)
    return () => {
      window.removeEventListener('keydown', pressed)
    }
  }, [shortcuts])
}
