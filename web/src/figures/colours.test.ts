import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'

/** The colours of a style sheet by their names, in the order light, dark. */
function colours(path: string): ReadonlyMap<string, ReadonlySet<string>> {
  const found = new Map<string, Set<string>>()
  for (const [, name = '', value = ''] of readFileSync(path, 'utf8').matchAll(
    /--([a-z0-9-]+):\s*(#[0-9a-f]{3,8});/g,
  ))
    found.set(name, (found.get(name) ?? new Set()).add(value))
  return found
}

it('has the same colours on readers’ pages as here, so that figures look alike', () => {
  const own = colours('src/app/app.css')
  const read = colours('../server/src/main/resources/read/style.css')
  expect(own.size).toBeGreaterThan(10)
  for (const [name, values] of own) {
    const there = [...(read.get(name) ?? [])]
    expect(there, name).toEqual(expect.arrayContaining([...values]))
  }
})
