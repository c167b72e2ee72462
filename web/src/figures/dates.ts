/** The order in which a reader's own system writes day and month; months are in English words, as all of the page. */
export function readersOrder(system = new Intl.DateTimeFormat()): 'en-US' | 'en-GB' {
  const first = system
    .formatToParts(new Date(2026, 4, 20))
    .find((p) => p.type === 'day' || p.type === 'month')
  const yearFirst = system.formatToParts(new Date(2026, 4, 20))[0]?.type === 'year'
  return first?.type === 'month' && !yearFirst ? 'en-US' : 'en-GB'
}

/** Whether the reader's clock has twelve hours. */
function twelve(): boolean {
  return new Intl.DateTimeFormat(undefined, { hour: 'numeric' }).resolvedOptions().hour12 === true
}

/** The time of day, as the reader's clock has it. */
export function clockOf(time: Date, hour12 = twelve()): string {
  return time.toLocaleTimeString(hour12 ? 'en-US' : 'en-GB', { hour: '2-digit', minute: '2-digit', hour12 })
}

/** Day and month: 4 May, or May 4. */
export function dayOfYear(time: Date, order = readersOrder()): string {
  return time.toLocaleDateString(order, { day: 'numeric', month: 'short' })
}

/** A day of a calendar, written 2026-05-04, in words: 4 May 2026, or May 4, 2026. */
export function dayInWords(iso: string, order = readersOrder()): string {
  return new Date(`${iso}T12:00:00Z`).toLocaleDateString(order, {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  })
}

/** The time of day today, the date before. Both in the reader's own time. */
export function when(instant: string, now = new Date(), order = readersOrder(), hour12 = twelve()): string {
  const time = new Date(instant)
  const clock = clockOf(time, hour12)
  if (time.toDateString() === now.toDateString()) return clock
  return time.getFullYear() === now.getFullYear()
    ? `${dayOfYear(time, order)} ${clock}`
    : dayInWords(today(time), order)
}

/** The day it is where the reader is, as 2026-05-04. */
export function today(now = new Date()): string {
  const two = (n: number) => String(n).padStart(2, '0')
  return `${String(now.getFullYear())}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
}
