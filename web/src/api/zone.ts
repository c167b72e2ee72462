/** The time zone that one is in, such as Europe/Berlin. */
export function hereZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}

/** Days that are asked for, in the reader's own zone. */
export interface AskedDays {
  readonly from?: string
  readonly to?: string
  readonly zone?: string
}

/** The days `from` and `to` of an address; what is no day is left out. */
export function askedDays(search: URLSearchParams): AskedDays {
  const names = (['from', 'to'] as const).filter((n) => /^\d{4}-\d{2}-\d{2}$/.test(search.get(n) ?? ''))
  if (names.length === 0) return {}
  return { ...Object.fromEntries(names.map((n) => [n, search.get(n)])), zone: hereZone() }
}
