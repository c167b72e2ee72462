import { Fragment } from 'react'
import type { Schemas } from '../api/client'
import { groups } from '../figures/words'
import { Button } from '../ui/Button'
import { useDeed } from '../ui/deed'
import { callDifference } from './deeds'

type Difference = Schemas['DifferenceView']
type Setup = Schemas['SetupView']

export interface DifferencesProps {
  readonly setup: Setup
}

/** What differs from the setup before: meant underlined, unmeant with a hatched edge until somebody says what it is. */
export function Differences({ setup }: DifferencesProps) {
  const open = setup.differences.filter((d) => d.standing === 'UNMEANT')
  return (
    <div className="mt-2">
      {setup.sameAs !== undefined && (
        <p className="text-sm text-ink2 mb-1.5">Everything known is as in “{setup.sameAs}” again.</p>
      )}
      {setup.differences.length === 0 ? (
        <p className="text-ink2 text-sm">Nothing that is known of both differs.</p>
      ) : (
        <dl className="grid grid-cols-[auto_1fr] gap-x-2.5 gap-y-1.5 items-baseline">
          {setup.differences.map((d) => (
            <Fragment key={d.key}>
              <dt className="text-ink2 text-sm">{d.name}</dt>
              <dd className="text-base text-right" data-standing={d.standing}>
                <span
                  className={
                    d.standing === 'MEANT' ? 'meant' : d.standing === 'UNKNOWN' ? 'text-ink2' : 'unmeant'
                  }
                >
                  <span className="num">
                    {d.before} → {d.after}
                  </span>
                </span>
                {d.note !== undefined && <p className="text-sm text-ink2 mt-0.5">{d.note}</p>}
                {d.standing === 'CAVEAT' && <p className="text-sm text-ink2">a caveat for {affected(d)}</p>}
                {d.standing === 'UNMEANT' && <Call setup={setup} difference={d} />}
              </dd>
            </Fragment>
          ))}
        </dl>
      )}
      {open.length > 0 && (
        <p className="text-sm text-ink2 mt-2">
          {open.length === 1 ? 'One change' : `${String(open.length)} changes`} you did not name. Each came
          with the change, or is a caveat.
        </p>
      )}
    </div>
  )
}

/** Groups of tests that a difference can touch, in words. */
function affected(d: Difference): string {
  return d.affects.length === 0 ? 'no test' : d.affects.map((g) => groups[g]).join(', ')
}

function Call({ setup, difference }: DifferencesProps & { readonly difference: Difference }) {
  const calling = useDeed(callDifference)
  const call = (meant: boolean) => {
    const words = meant
      ? `${difference.name} belongs to the change.`
      : `${difference.name} is a caveat for ${affected(difference)}.`
    void calling.run({ setup: setup.id, key: difference.key, meant, words })
  }
  return (
    <span className="block mt-0.5">
      <Button
        changes
        look="link"
        className="px-1"
        onClick={() => {
          call(true)
        }}
      >
        was meant
      </Button>
      <Button
        changes
        look="link"
        className="px-1"
        onClick={() => {
          call(false)
        }}
      >
        caveat
      </Button>
    </span>
  )
}
