const store = 'yarrowmark.weights'

/** Returns the weights of the groups as the reader last left them in this browser; none if all were equal. */
export function lastWeights(): readonly string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(store) ?? '[]')
    return Array.isArray(kept) ? kept.filter((w) => typeof w === 'string') : []
  } catch {
    return []
  }
}

/** Remembers them. */
export function rememberWeights(weights: readonly string[]): void {
  if (weights.length === 0) localStorage.removeItem(store)
  else localStorage.setItem(store, JSON.stringify(weights))
}
