import type { Schemas } from '../api/client'
import { amount, grouped, unitWords } from '../figures/format'

type Reading = Pick<Schemas['ReadingView'], 'text' | 'words' | 'value' | 'unit'>

export interface TypedProps {
  readonly reading: Reading
  readonly className?: string
}

/** A reading as it was typed, with its unit; where the text is not plain digits, what it was read as stands beside it. */
export function Typed({ reading, className = '' }: TypedProps) {
  const { typed, unit, meaning } = typedParts(reading)
  return (
    <>
      <span className={`num ${className}`}>{typed}</span>{' '}
      <span className="unit">
        {unit}
        {meaning !== '' && `= ${meaning}`}
      </span>
    </>
  )
}

/** The parts of it: as typed, the unit that goes behind, and what it was read as where that is not plain to see. */
export function typedParts(r: Reading): {
  readonly typed: string
  readonly unit: string
  readonly meaning: string
} {
  if (r.words !== r.text) return { typed: r.words, unit: unitWords(r.unit), meaning: '' }
  const plain = Number(r.text.replace(/[\s\u2009\u202f\u00a0'’]/g, '').replace(',', '.'))
  const near = Math.abs(plain - r.value) <= 1e-9 * Math.abs(r.value)
  if (near && r.unit !== 's{m:ss}') return { typed: grouped(r.text), unit: unitWords(r.unit), meaning: '' }
  const decimals = Math.min(6, (/\.(\d+)$/.exec(String(r.value))?.[1] ?? '').length)
  const meaning = `${amount(r.value, decimals, r.unit)} ${unitWords(r.unit)}`.trim()
  return { typed: r.text, unit: '', meaning: meaning === r.text ? '' : meaning }
}
