import { useState } from 'react'
import type { Schemas } from '../../api/client'
import type { DeviceKind } from '../../api/queries'
import { minutes } from '../../figures/format'
import { groups, hasWords, listed } from '../../figures/words'
import { Checkbox } from '../../ui/Checkbox'

type Suite = Schemas['SuiteView']

export interface SuiteChoiceProps {
  readonly suites: readonly Suite[]
  readonly chosen: ReadonlySet<number>
  readonly onChosen: (chosen: ReadonlySet<number>) => void
  /** Of the device; undefined while it is not known. */
  readonly kind: DeviceKind | undefined
}

const homes: Record<Suite['home'], string> = {
  NATIVE: 'run natively, on a computer',
  BROWSER: 'run in the browser of the device',
  TYPED: 'from elsewhere, typed in',
}

/** So many are seen at once. */
const fewEnough = 9

/** Suites to tick, by where they run, with the time all repeats take; among many, words narrow them down. */
export function SuiteChoice({ suites, chosen, onChosen, kind }: SuiteChoiceProps) {
  const toggle = (id: number, on: boolean) => {
    const next = new Set(chosen)
    if (on) next.add(id)
    else next.delete(id)
    onChosen(next)
  }
  const [text, setText] = useState('')
  // What is ticked stays in sight, so that nothing is added unseen.
  const shown = suites.filter((s) => chosen.has(s.id) || hasWords(wordsOf(s), text))
  return (
    <div className="grid gap-4">
      {suites.length > fewEnough && (
        <input
          aria-label="Words of a suite"
          placeholder="words of a suite: its name, its kind of work, browser, natively"
          value={text}
          onChange={(e) => {
            setText(e.target.value)
          }}
          onKeyDown={(e) => {
            // Inside a form it would send it.
            if (e.key === 'Enter') e.preventDefault()
          }}
          className="w-full border border-line rounded bg-sheet px-2.5 py-1.5 text-md"
        />
      )}
      {shown.length === 0 && <p className="text-ink2">No suite has all of these words.</p>}
      {(Object.keys(homes) as Suite['home'][]).map((home) => {
        const own = shown.filter((s) => s.home === home)
        if (own.length === 0) return null
        if (home === 'NATIVE' && kind !== undefined && isHandheld(kind)) {
          return (
            <p key={home} className="text-sm text-ink2">
              {listed(own.map((s) => s.name))} run natively, on computers only.
            </p>
          )
        }
        return (
          <fieldset key={home}>
            <legend className="text-sm text-ink2 mb-0.5">{homes[home]}</legend>
            {own.map((s) => (
              <Checkbox
                key={s.id}
                checked={chosen.has(s.id)}
                onChecked={(on) => {
                  toggle(s.id, on)
                }}
              >
                <b className="font-medium">
                  {s.name} {s.version}
                </b>{' '}
                <span className="text-ink2 text-sm">
                  {groups[s.group]}, {s.repeats} × {minutes(s.minutes)}
                </span>
              </Checkbox>
            ))}
          </fieldset>
        )
      })}
    </div>
  )
}

function wordsOf(s: Suite): string {
  return `${s.name} ${s.version} ${groups[s.group]} ${homes[s.home]}`
}

/** Whether our native suites can run neither on that kind of device nor on a computer it sits in. */
export function isHandheld(kind: DeviceKind): boolean {
  return kind === 'PHONE' || kind === 'TABLET' || kind === 'DISPLAY'
}
