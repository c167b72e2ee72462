/**
 * How one part of a question stands in an address.
 *
 * @typeParam T what it says
 * @typeParam Q the whole question
 */
export interface Field<T, Q = unknown> {
  readonly name: string
  readonly read: (search: URLSearchParams) => T
  /** Its texts; none for what is usual. */
  readonly texts: (value: T, whole: Q) => readonly string[]
}

/** Every part of a question, in the order of its address. */
export type Fields<Q> = { readonly [K in keyof Q]-?: Field<Q[K], Q> }

/** What is asked, and the address of it; `keep` holds what else an address says, such as the device in focus. */
export interface Addresses<Q> {
  readonly question: (search: URLSearchParams) => Q
  readonly address: (q: Q, keep?: URLSearchParams) => URLSearchParams
}

/** Reads and writes addresses by one description. What an address leaves out, or says wrongly, is usual. */
export function addresses<Q extends object>(fields: Fields<Q>): Addresses<Q> {
  const all = Object.entries(fields) as [keyof Q, Field<Q[keyof Q], Q>][]
  return {
    question: (search) => Object.fromEntries(all.map(([key, field]) => [key, field.read(search)])) as Q,
    address: (q, keep = new URLSearchParams()) => {
      const next = new URLSearchParams(keep)
      for (const [, field] of all) next.delete(field.name)
      for (const [key, field] of all) for (const text of field.texts(q[key], q)) next.append(field.name, text)
      return next
    },
  }
}

/** A text, or nothing. */
export function text(name: string): Field<string | undefined> {
  return { name, read: (s) => s.get(name) ?? undefined, texts: (v) => (v === undefined ? [] : [v]) }
}

/** A text with a usual one. */
export function textOr(name: string, usual: string): Field<string> {
  return { name, read: (s) => s.get(name) ?? usual, texts: (v) => (v === usual ? [] : [v]) }
}

/** A number, or nothing. */
export function number(name: string): Field<number | undefined> {
  return {
    name,
    read: (s) => numberIn(s, name),
    texts: (v) => (v === undefined ? [] : [String(v)]),
  }
}

/** A number with a usual one, which stands too for what does not fit. */
export function numberOr(name: string, usual: number, fits: (value: number) => boolean): Field<number> {
  return {
    name,
    read: (s) => {
      const value = numberIn(s, name)
      return value !== undefined && fits(value) ? value : usual
    },
    texts: (v) => (v === usual ? [] : [String(v)]),
  }
}

/** One of some words, in either case; the first is usual. */
export function among<T extends string>(name: string, choices: readonly [T, ...T[]]): Field<T> {
  const [usual] = choices
  return {
    name,
    read: (s) => choices.find((c) => c.toLowerCase() === s.get(name)?.toLowerCase()) ?? usual,
    texts: (v) => (v === usual ? [] : [v.toLowerCase()]),
  }
}

/** Yes if the address says a word. */
export function says(name: string, word: string): Field<boolean> {
  return { name, read: (s) => s.get(name) === word, texts: (v) => (v ? [word] : []) }
}

/** Texts, in their order. */
export function texts(name: string, most = Infinity): Field<readonly string[]> {
  return { name, read: (s) => s.getAll(name).slice(0, most), texts: (v) => v }
}

/** Numbers of records, in their order. */
export function numbers(name: string, most = Infinity): Field<readonly number[]> {
  return {
    name,
    read: (s) =>
      s
        .getAll(name)
        .map(Number)
        .filter((n) => Number.isInteger(n) && n > 0)
        .slice(0, most),
    texts: (v) => v.map(String),
  }
}

/** A number that an address says; nothing where it says none. */
export function numberIn(search: URLSearchParams, name: string): number | undefined {
  const said = search.get(name)
  const value = said === null || said.trim() === '' ? NaN : Number(said)
  return Number.isFinite(value) ? value : undefined
}
