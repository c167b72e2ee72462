import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { number } from '../../figures/format'
import { Button } from '../../ui/Button'

type SteepTest = Schemas['SteepTest']

export interface SteepnessProps {
  /** The steepest first. */
  readonly tests: readonly SteepTest[]
}

/** Says that these places are another reading of the scores, and which tests spread devices most and least. */
export function Steepness({ tests }: SteepnessProps) {
  const [all, setAll] = useState(false)
  const steepest = tests[0]
  const gentlest = tests.at(-1)
  if (!steepest || !gentlest) return null
  const alike = steepest.steepness - gentlest.steepness < 0.01
  return (
    <section aria-label="Steepness of the tests" className="text-base pt-2.25">
      <p>
        <b className="font-semibold">Another reading of the same scores.</b>{' '}
        {alike
          ? 'No test spreads devices more than the others beyond chance, so the places are the usual ones.'
          : `Tests are brought to one steepness first, so that who skips the heavy ones is not flattered. ${words(steepest)} is the steepest, ${words(gentlest)} the gentlest.`}{' '}
        {!alike && (
          <Button
            look="link"
            aria-expanded={all}
            onClick={() => {
              setAll(!all)
            }}
          >
            {all ? 'fewer' : `all ${String(tests.length)} tests`}
          </Button>
        )}
      </p>
      {all && (
        <table className="mt-2 text-sm">
          <thead>
            <tr>
              <th className="pr-6">test</th>
              <th className="text-right pr-6" title="Gaps between devices, against the usual test">
                steepness
              </th>
              <th className="text-right">have it</th>
            </tr>
          </thead>
          <tbody>
            {tests.map((t) => (
              <tr key={t.test.id} className="border-b border-line2">
                <td className="pr-6 py-0.5">
                  {t.test.suite}, {t.test.name}
                </td>
                <td className="num text-right pr-6">×{number(t.steepness, 2)}</td>
                <td className="num text-right">{share(t)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  )
}

function words(t: SteepTest): string {
  return `${t.test.suite}, ${t.test.name} (gaps ×${number(t.steepness, 2)}, ${share(t)} have it)`
}

function share(t: SteepTest): string {
  return `${String(Math.round(100 * t.share))} %`
}
