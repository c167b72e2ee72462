import type { Schemas } from '../../api/client'
import { textOf } from '../../subjects/slip/lines'
import type { Line } from '../../subjects/slip/lines'

/** What is typed of the next setup. */
export interface ChangeForm {
  name: string
  lines: Line[]
  tuned: boolean
  how: string
  /** Program, minutes, degrees, each as typed. */
  proofs: string[][]
  keep: boolean
}

/** What the setup before says of a fact, for the line beside it. */
export function before(setup: Schemas['SetupView']): (key: string) => string {
  return (key) => {
    const fact = setup.facts.find((f) => f.key === key)
    if (fact === undefined) return 'not recorded'
    return fact.value === undefined ? `unknown: ${fact.reason ?? ''}` : textOf(fact)
  }
}

/** Of lines that were read, those that say otherwise than the setup before. */
export function other(setup: Schemas['SetupView'], lines: readonly Line[]): readonly Line[] {
  const said = before(setup)
  return lines.filter((l) => said(l.key) !== l.text)
}

/** The change that was typed, as it is sent; a line keeps its place, so that its fault is found again. */
export function changeOf({ name, lines, tuned, how, proofs }: ChangeForm): Schemas['SetupChange'] {
  const filled = lines.filter((l) => l.key.trim() !== '')
  const tuning = { how: how.trim(), proofs: proofs.flatMap(proofOf) }
  return {
    name,
    tuned,
    facts: filled.map((l) =>
      l.text.trim() === '' ? { key: l.key, reason: l.reason.trim() } : { key: l.key, value: l.text.trim() },
    ),
    ...(tuned && (tuning.how !== '' || tuning.proofs.length > 0) ? { tuning } : {}),
  }
}

function proofOf([program = '', minutes = '', peak = '']: readonly string[]): Schemas['Proof'][] {
  if (program.trim() === '') return []
  return [{ program: program.trim(), ...number('minutes', minutes), ...number('peakTemperature', peak) }]
}

function number<K extends string>(key: K, text: string): Partial<Record<K, number>> {
  const value = Number(text.trim().replace(',', '.'))
  return text.trim() === '' || Number.isNaN(value) ? {} : ({ [key]: value } as Partial<Record<K, number>>)
}
