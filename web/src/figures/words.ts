import type { Schemas } from '../api/client'
import type { DeviceKind, TestGroup } from '../api/queries'

interface KindWords {
  readonly one: string
  readonly many: string
}

/** Kinds of device that every desk has, for one and for many. */
const shippedKinds: Readonly<Record<string, KindWords>> = {
  LAPTOP: { one: 'laptop', many: 'laptops' },
  DESKTOP: { one: 'desktop', many: 'desktops' },
  MINI: { one: 'mini', many: 'minis' },
  BOARD: { one: 'board', many: 'boards' },
  PHONE: { one: 'phone', many: 'phones' },
  TABLET: { one: 'tablet', many: 'tablets' },
  PROCESSOR: { one: 'processor', many: 'processors' },
  MEMORY: { one: 'memory', many: 'memory modules' },
  DRIVE: { one: 'drive', many: 'drives' },
  GRAPHICS: { one: 'graphics card', many: 'graphics cards' },
  DISPLAY: { one: 'display', many: 'displays' },
  OTHER: { one: 'something else', many: 'other things' },
}

/** A kind of device, for one and for many; the desk's own as they were typed. */
export function kindOf(kind: DeviceKind): KindWords {
  return shippedKinds[kind] ?? { one: kind, many: kind.endsWith('s') ? kind : `${kind}s` }
}

/** Every kind there is: those of every desk, then the desk's own by name. */
export function everyKind(models: readonly { readonly kind: DeviceKind }[]): readonly DeviceKind[] {
  const own = models.map((m) => m.kind).filter((k) => !(k in shippedKinds))
  return [...Object.keys(shippedKinds), ...[...new Set(own)].sort()]
}

/** Groups of tests. */
export const groups: Record<TestGroup, string> = {
  PROCESSOR: 'processor',
  MEMORY: 'memory',
  GRAPHICS: 'graphics',
  STORAGE: 'drive',
  BROWSER: 'browser',
  ENERGY: 'energy',
  HEAT: 'heat and noise',
  NETWORK: 'network',
  PLAYBACK: 'playback',
  BODY: 'body',
}

/** Groups that tell how fast a device is, and so stand beside an overall standing. */
export const speedGroups: readonly TestGroup[] = ['PROCESSOR', 'MEMORY', 'GRAPHICS', 'STORAGE', 'BROWSER']

/** Fifths of a pool, in words. */
export const bands: Record<NonNullable<Schemas['GroupPlaceView']['band']>, string> = {
  LOWEST_FIFTH: 'lowest fifth',
  LOW: 'low',
  MIDDLE: 'middle',
  HIGH: 'high',
  HIGHEST_FIFTH: 'highest fifth',
}

const ordinals = [
  '',
  'first',
  'second',
  'third',
  'fourth',
  'fifth',
  'sixth',
  'seventh',
  'eighth',
  'ninth',
  'tenth',
]

/** First, second … tenth, 11th, 12th. */
export function ordinal(n: number): string {
  const word = ordinals[n]
  if (word) return word
  const tail = n % 100 > 10 && n % 100 < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th')
  return `${String(n)}${tail}`
}

const cardinals = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten']

/** One to ten in words, more in digits. */
export function cardinal(n: number): string {
  return cardinals[n] ?? String(n)
}

/** Returns a count with its word in the singular or the plural: 1 run, 3 runs. */
export function counted(n: number, one: string): string {
  return `${String(n)} ${one}${n === 1 ? '' : 's'}`
}

const disjunction = new Intl.ListFormat('en-GB', { type: 'disjunction' })
const conjunction = new Intl.ListFormat('en-GB', { type: 'conjunction' })

/** Names in a row: Stem, Leaf and Root. */
export function listed(names: readonly string[]): string {
  return conjunction.format(names)
}

/** Returns names as a choice in a sentence: "a, b or c". */
export function eitherOf(names: readonly string[]): string {
  return disjunction.format(names)
}

/** Returns whether every word that was typed stands somewhere in a text, in capitals or not; nothing typed is in all. */
export function hasWords(text: string, typed: string): boolean {
  const lower = text.toLowerCase()
  return typed
    .toLowerCase()
    .split(/\s+/)
    .every((word) => lower.includes(word))
}

/** With a capital at the start. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1)
}

/** A subject in one line: what tells it from others of its name behind it. */
export function subjectText(s: Pick<Schemas['SubjectView'], 'name' | 'detail' | 'setups'>): string {
  return s.detail === '' || s.setups > 1 ? s.name : `${s.name}, ${s.detail}`
}

/** Which of a model's setups speaks for it. */
export const speakers = [
  { value: 'as-shipped', label: 'models as shipped' },
  { value: 'latest', label: 'models by their latest setup' },
  { value: 'best', label: 'models by their best setup' },
] as const

/** Labels without the words that all of them begin with: Wick 112, Wick 113 gives 112, 113. At least so many words of each are left. */
export function shortLabels(labels: readonly string[], least = 1): readonly string[] {
  const words = labels.map((l) => l.split(' '))
  const most = Math.min(...words.map((w) => w.length)) - least
  let same = 0
  while (same < most && words.every((w) => w[same] === words[0]?.[same])) same++
  return words.length < 2 ? labels : words.map((w) => w.slice(same).join(' '))
}
