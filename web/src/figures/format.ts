import { formatLocale } from 'd3-format'

const thin = '\u2009'
const locale = formatLocale({ decimal: '.', thousands: thin, grouping: [3], currency: ['', ''] })
const formats = new Map<number, (value: number) => string>()

/** Digits with thin-space thousands: 12840.5 with one decimal gives 12 840.5. */
export function number(value: number, decimals: number): string {
  let format = formats.get(decimals)
  if (!format) {
    format = locale.format(`,.${String(decimals)}f`)
    formats.set(decimals, format)
  }
  return format(value)
}

/** Groups the digits of a number written plainly; keeps every digit as read. */
export function grouped(text: string): string {
  const match = /^([-+\u2212]?)(\d+)(.*)$/.exec(text.replace(/[\s\u2009\u202f]/g, ''))
  if (!match) return text
  const [, sign = '', whole = '', rest = ''] = match
  return sign + whole.replace(/\B(?=(\d{3})+(?!\d))/g, thin) + rest
}

/** The unit of seconds that are written and shown as minutes and seconds. */
const clock = 's{m:ss}'

/** Whether a unit is a time that people wait for. */
export function isWait(unit: string): boolean {
  return unit === clock || ['s', 'min', 'h'].includes(unit)
}

/** A number as its unit is shown: 224 with unit `s{m:ss}` gives 3:44; the words of the unit go behind it. */
export function amount(value: number, decimals: number, unit: string): string {
  return unit === clock ? clockTime(value, decimals) : number(value, decimals)
}

/** Seconds as m:ss, or h:mm:ss from an hour on: 99.5 with one decimal gives 1:39.5. */
export function clockTime(value: number, decimals = 0): string {
  const scale = 10 ** decimals
  const all = Math.round(Math.abs(value) * scale)
  const whole = Math.floor(all / scale)
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const two = (n: number) => String(n).padStart(2, '0')
  const rest = decimals === 0 ? '' : `.${String(all % scale).padStart(decimals, '0')}`
  return `${value < 0 && all > 0 ? '−' : ''}${h > 0 ? `${String(h)}:${two(m)}` : String(m)}:${two(s)}${rest}`
}

/** Three or four significant digits, for values nobody typed; where the unit is m:ss, as such a time. */
export function significant(value: number, digits = 4, unit = ''): string {
  if (unit === clock) return clockTime(value, Math.abs(value) < 10 ? 1 : 0)
  if (value === 0) return '0'
  const decimals = Math.max(0, digits - 1 - Math.floor(Math.log10(Math.abs(value))))
  return number(value, Math.min(6, decimals))
}

const units: Record<string, string> = {
  '{point}': 'points',
  '{frame}/s': 'frames/s',
  '{operation}/s': 'operations/s',
  'M{record}/s': 'million records/s',
  'M{sample}/s': 'million samples/s',
  'M{pixel}/s': 'million pixels/s',
  'M{cell}/s': 'million cells/s',
  'k{element}/s': 'thousand elements/s',
  'k{row}/s': 'thousand rows/s',
  'k{shape}/s': 'thousand shapes/s',
  Cel: '°C',
  'dB[SPL]': 'dB(A)',
  'mA.h': 'mAh',
  'A.h': 'Ah',
  'W.h': 'Wh',
  'cd/m2': 'cd/m²',
  '[in_i]': 'in',
  '[ft_i]': 'ft',
  '[lb_av]': 'lb',
  '[oz_av]': 'oz',
  // A time says by itself what it counts.
  's{m:ss}': '',
}

/** A UCUM unit in words people use: `mA.h` gives "mAh". */
export function unitWords(unit: string): string {
  const thing = /^\{(\p{L}+)\}$/u.exec(unit)?.[1]
  if (units[unit] === undefined && thing !== undefined) return `${thing}s`
  return units[unit] ?? unit.replace(/[{}]/g, '').replace(/By\b/, 'B').replaceAll('.', '\u00b7')
}

/** +4.1 %, with a real minus; none for what is nothing once it is rounded. */
export function percent(share: number, decimals = 1): string {
  const value = 100 * share
  const text = number(Math.abs(value), Math.abs(value) < 99.95 ? decimals : 0)
  const sign = Number(value.toFixed(decimals)) === 0 ? '' : value < 0 ? '−' : '+'
  return `${sign}${text}${thin}%`
}

/** ±0.6 %; the base is the score beside it. What may be twice as much, or half, is told as times. */
export function plusMinus(share: number): string {
  if (share >= 1) return `×÷${significant(1 + share, 2)}`
  const percent = share * 100
  return `±${percent.toFixed(percent < 0.95 ? 1 : percent < 9.5 ? 1 : 0)}${thin}%`
}

/** Minutes as people say them. */
export function minutes(value: number): string {
  if (value < 1) return `${String(Math.max(1, Math.round(value * 60)))} s`
  if (value < 90) return `${String(Math.round(value))} min`
  return `${(value / 60).toFixed(1)} h`
}

/** Seconds as people say them. */
export function seconds(value: number): string {
  const whole = Math.max(0, Math.round(value))
  if (whole < 60) return `${String(whole)} s`
  return `${String(Math.floor(whole / 60))} min ${String(whole % 60)} s`
}

/** A place range: 4, or 4–6 (with an en dash). */
export function placeRange(best: number, worst: number): string {
  return best === worst ? String(best) : `${String(best)}–${String(worst)}`
}
