import type { Schemas } from '../../api/client'
import { unitWords } from '../../figures/format'

type Setup = Schemas['SetupView']
type Fact = Schemas['FactView']
type Known = Schemas['FactKeyView']

/** One fact as it is being written. */
export interface Line {
  /** Of the dictionary, or a name of one's own; empty in a new line. */
  readonly key: string
  readonly text: string
  /** Why it is unknown; counts while the text is empty. */
  readonly reason: string
  /** What the setup says of it now, as the server compares it; absent if nothing. */
  readonly was?: string
}

export const fresh: Line = { key: '', text: '', reason: '' }

/** What a fact says as one would type it. */
export function textOf({ value, unit }: Pick<Fact, 'value' | 'unit'>): string {
  return value === undefined ? '' : unit === '' ? value : `${value} ${unitWords(unit)}`
}

/** What the server holds against what was read: value and unit as kept, or the reason. */
function saidBy(fact: Fact): string {
  if (fact.value === undefined) return fact.reason ?? ''
  return fact.unit === '' ? fact.value : `${fact.value} ${fact.unit}`
}

/** Every fact of a setup as a line. */
export function linesOf(setup: Setup): readonly Line[] {
  return setup.facts.map((f) => ({
    key: f.key,
    text: textOf(f),
    reason: f.reason ?? '',
    was: saidBy(f),
  }))
}

/** Lines with others put in: a fact that stands there keeps its place, and what was typed stays. */
export function merged(lines: readonly Line[], more: readonly Line[]): readonly Line[] {
  const filled = lines.map((line) => {
    const other = more.find((m) => m.key === line.key)
    return other !== undefined && line.text.trim() === '' ? { ...line, text: other.text } : line
  })
  const added = more.filter((m) => !lines.some((l) => l.key === m.key))
  return [...filled.filter((l) => l.key !== ''), ...added]
}

/** What differs from the setup as it is; a line that was taken away says nothing any more. */
export function written(setup: Setup, lines: readonly Line[]): readonly Schemas['WrittenFact'][] {
  const before = linesOf(setup)
  const changed = lines.filter((l) => {
    const old = before.find((b) => b.key === l.key)
    return (
      l.key.trim() !== '' && (old === undefined ? filled(l) : l.text !== old.text || l.reason !== old.reason)
    )
  })
  const gone = before.filter((b) => !lines.some((l) => l.key === b.key))
  return [...changed.map((l) => sent(l, before)), ...gone.map(({ key, was = '' }) => ({ key, was }))]
}

function filled(line: Line): boolean {
  return line.text.trim() !== '' || line.reason.trim() !== ''
}

function sent(line: Line, before: readonly Line[]): Schemas['WrittenFact'] {
  const was = before.find((b) => b.key === line.key)?.was ?? ''
  const text = line.text.trim()
  if (text !== '') return { key: line.key, text, was }
  return line.reason.trim() === ''
    ? { key: line.key, was }
    : { key: line.key, reason: line.reason.trim(), was }
}

/** Whether something that was known is said otherwise now: a correction, or a change. */
export function alters(setup: Setup, lines: readonly Line[]): boolean {
  const known = new Set(setup.facts.filter((f) => f.value !== undefined).map((f) => f.key))
  return written(setup, lines).some((w) => known.has(w.key))
}

/** The key that a name stands for, or what was typed if no fact is called so. */
export function keyOf(name: string, facts: readonly Known[]): string {
  const plain = name.trim().toLowerCase()
  const named = facts.find((f) => [f.words, f.key, ...(f.also ?? [])].some((n) => n.toLowerCase() === plain))
  return named?.key ?? name.trim()
}

/** What was written of facts that somebody else wrote meanwhile, beside what they wrote, by the fact's key. */
export function clashes(
  setup: Setup,
  lines: readonly Line[],
  theirs: Setup,
): readonly { readonly key: string; readonly theirs: string; readonly mine: string }[] {
  const now = linesOf(theirs)
  return written(setup, lines)
    .map((w) => ({ mine: w, kept: now.find((l) => l.key === w.key) }))
    .filter(({ mine, kept }) => (kept?.was ?? '') !== (mine.was ?? ''))
    .map(({ mine, kept }) => ({
      key: mine.key,
      theirs: kept === undefined ? '' : kept.text || kept.reason,
      mine: mine.text ?? mine.reason ?? '',
    }))
}

/** What was written, over what somebody else wrote meanwhile. */
export function over(
  theirs: Setup,
  mine: readonly Schemas['WrittenFact'][],
): readonly Schemas['WrittenFact'][] {
  const now = linesOf(theirs)
  return mine.map((w) => ({ ...w, was: now.find((l) => l.key === w.key)?.was ?? '' }))
}

/** The lines as somebody else wrote them meanwhile, with what was written here of other facts. */
export function yielded(setup: Setup, lines: readonly Line[], theirs: Setup): readonly Line[] {
  const lost = new Set(clashes(setup, lines, theirs).map((c) => c.key))
  const mine = written(setup, lines)
    .map((w) => w.key)
    .filter((key) => !lost.has(key))
  const now = linesOf(theirs)
  const kept = now.flatMap((line) => {
    if (!mine.includes(line.key)) return [line]
    const typed = lines.find((l) => l.key === line.key)
    return typed === undefined ? [] : [typed]
  })
  const added = lines.filter((l) => mine.includes(l.key) && !now.some((n) => n.key === l.key))
  return [...kept, ...added]
}
