import type { Schemas } from '../api/client'

type Setup = Schemas['SetupView']

/** How a tuned setup was reached and what shows that it holds. */
export function TuningWords({ setup }: { readonly setup: Setup }) {
  if (!setup.tuned) return null
  const { tuning } = setup
  return (
    <section className="mb-5 text-sm">
      <h2>Tuned</h2>
      <p className="mt-1">{tuning?.how ?? 'How it was reached is not recorded.'}</p>
      {tuning?.program !== undefined && tuning.minutes !== undefined ? (
        <p className="text-ink2 mt-1">
          Held through {tuning.minutes} min of {tuning.program}
          {tuning.peakTemperature !== undefined && `, at most ${String(tuning.peakTemperature)} °C`}.
        </p>
      ) : (
        <p className="gap mt-1 inline-block">not proven stable</p>
      )}
    </section>
  )
}
