/** A version counted up by one, where it ends in a number. */
export function countedUp(version: string): string {
  const next = version.replace(/\d+$/, (digits) => String(Number(digits) + 1))
  return next === version ? `${version}-2` : next
}

/** The same sheet with its version counted up. */
export function nextVersion(text: string, version: string): string {
  return text.replace(/((?:^|[{,])\s*"?version"?\s*:\s*)["']?[^"',}\n]+["']?/m, `$1"${countedUp(version)}"`)
}

/** Where a line and column (from 1) are in a text. */
export function offsetOf(text: string, line: number, column: number): number {
  const lines = text.split('\n')
  const before = lines.slice(0, line - 1).reduce((sum, l) => sum + l.length + 1, 0)
  return Math.min(text.length, before + column - 1)
}
