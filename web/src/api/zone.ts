/** The time zone that one is in, such as Europe/Berlin. */
export function hereZone(): string {
  return Intl.DateTimeFormat().resolvedOptions().timeZone
}
