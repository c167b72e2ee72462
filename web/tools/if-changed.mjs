// Does a step of the build only where something it rests on has changed since it was last done.
// Usage: node tools/if-changed.mjs NAME INPUT ... -- COMMAND ...
// Inputs are files and folders, told apart by what is in them; the step is known by NAME, its state is kept in target/.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const [name, ...rest] = process.argv.slice(2)
const split = rest.indexOf('--')
const inputs = rest.slice(0, split)
const [command, ...args] = rest.slice(split + 1)
// Written by the build itself from what is listed.
const made = ['schema.d.ts', 'kernels.wasm']

function add(hash, path) {
  if (statSync(path).isDirectory()) {
    for (const entry of readdirSync(path).sort()) if (!made.includes(entry)) add(hash, join(path, entry))
  } else {
    hash.update(path).update(readFileSync(path))
  }
}

const hash = createHash('sha256').update(process.version).update(rest.join(' '))
for (const input of inputs) add(hash, input)
const state = hash.digest('hex')
const stamp = join('target', `${name}.state`)
const done = existsSync(stamp) && readFileSync(stamp, 'utf8') === state && existsSync('node_modules')
if (!done) {
  rmSync(stamp, { force: true })
  const { status } = spawnSync(command, args, { stdio: 'inherit' })
  if (status !== 0) process.exit(status ?? 1)
  mkdirSync('target', { recursive: true })
  writeFileSync(stamp, state)
}
