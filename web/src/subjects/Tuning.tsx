import type { Schemas } from '../api/client'

type Setup = Schemas['SetupView']
type Proof = Schemas['Proof']

/** How a tuned setup was reached and what shows that it holds. */
export function TuningWords({ setup }: { readonly setup: Setup }) {
  if (!setup.tuned) return null
  const { tuning } = setup
  const how = tuning?.how ?? ''
  return (
    <section className="mb-5 text-sm">
      <h2>Tuned</h2>
      <p className="mt-1">{how === '' ? 'How it was reached is not recorded.' : how}</p>
      {tuning === undefined || tuning.proofs.length === 0 ? (
        <p className="gap mt-1 inline-block">not proven stable</p>
      ) : (
        tuning.proofs.map((proof, i) => (
          <p key={i} className="text-ink2 mt-1">
            {proofWords(proof)}
          </p>
        ))
      )}
    </section>
  )
}

/** What a tuned setup was held through. */
export function proofWords({ program, minutes, peakTemperature }: Proof): string {
  const time = minutes === undefined ? '' : `${String(minutes)} min of `
  const peak = peakTemperature === undefined ? '' : `, at most ${String(peakTemperature)} °C`
  return `Held through ${time}${program}${peak}.`
}
