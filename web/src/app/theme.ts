const key = 'yarrowmark.theme'

type Theme = 'light' | 'dark'

/** Applies what was chosen before; without a choice the system decides. */
export function applyTheme() {
  const chosen = localStorage.getItem(key)
  if (chosen === 'light' || chosen === 'dark') document.documentElement.dataset['theme'] = chosen
}

/** Turns light to dark and back, and remembers it. */
export function turnTheme() {
  const root = document.documentElement
  const dark = root.dataset['theme']
    ? root.dataset['theme'] === 'dark'
    : matchMedia('(prefers-color-scheme: dark)').matches
  const next: Theme = dark ? 'light' : 'dark'
  root.dataset['theme'] = next
  localStorage.setItem(key, next)
}
