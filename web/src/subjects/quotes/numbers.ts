import type { FigureNumber } from '../../figures/numbers'

/** Which number of a figure: what it is of, whose it is, and whom it is held against; empty for nobody. */
export interface Which {
  readonly of: string
  readonly subject: string
  readonly base: string
}

/** What a number says, in a line. */
export function numberLine({ of, subject, base, text, unit, outOf }: FigureNumber): string {
  const whose = base === '' ? subject : `${subject} against ${base}`
  const said = outOf > 0 ? `${text} of ${String(outOf)}` : `${text} ${unit}`.trim()
  return `${of}: ${whose}: ${said}`
}

/** Numbers that all words are in, in any order and case. */
export function fittingNumbers(numbers: readonly FigureNumber[], words: string): readonly FigureNumber[] {
  const asked = plain(words)
    .split(/\s+/)
    .filter((w) => w !== '')
  return numbers.filter((n) => {
    const line = plain(numberLine(n))
    return asked.every((w) => line.includes(w))
  })
}

/** Small letters, without the thin blanks within numbers and signs of a gain. */
function plain(text: string): string {
  return text
    .toLowerCase()
    .replace(/[\u2009\u202f\u00a0]/g, ' ')
    .replace(/(\d) (?=\d{3}\b)/g, '$1')
    .replace(/[+−×]/g, '')
}

/** Whom a number can be held against: others of the same, the one it has a ratio to first. */
export function basesOf(numbers: readonly FigureNumber[], { of, subject }: Which): readonly string[] {
  const own = numbers.filter((n) => n.of === of)
  const ratios = own.filter((n) => n.subject === subject && n.base !== '').map((n) => n.base)
  const values = own
    .filter((n) => n.subject !== subject && n.base === '' && n.outOf === 0)
    .map((n) => n.subject)
  return [...new Set([...ratios, ...values])]
}
