import { Fragment } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../api/client'
import { grouped, unitWords } from '../figures/format'

type Fact = Schemas['FactView']
type Setup = Schemas['SetupView']

/** Every fact of a setup, in the order of a slip; a value leads to everything that bears it. */
export function FactList({ setup }: { readonly setup: Setup }) {
  if (setup.facts.length === 0) {
    return (
      <p className="text-ink2 text-sm mt-1.5 mb-4">
        Nothing is known of it yet. Write its facts; a device that joins reads its own.
      </p>
    )
  }
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-2.5 gap-y-0.5 mt-2 mb-5 items-baseline">
      {setup.facts.map((f) => (
        <Fragment key={f.key}>
          <dt className="text-ink2 text-sm">{f.name}</dt>
          <dd className="text-base text-right break-words min-w-0">
            <FactValue fact={f} />
          </dd>
        </Fragment>
      ))}
    </dl>
  )
}

function FactValue({ fact }: { readonly fact: Fact }) {
  if (fact.value === undefined) return <span className="gap">{fact.reason ?? 'unknown'}</span>
  const numeric = /^\d+([.,]\d+)?$/.test(fact.value)
  const copied = fact.origin === 'COPIED'
  return (
    <Link
      to={factAddress(fact.key, fact.value)}
      className={`hover:underline underline-offset-2 inline-block min-w-6 min-h-6 ${copied ? 'text-ink2' : ''}`}
      title={
        copied
          ? 'taken over from the setup before; the next device that joins reads it'
          : fact.origin === 'TYPED'
            ? 'typed'
            : 'read from the device'
      }
    >
      <span className={numeric ? 'num' : ''}>{numeric ? grouped(fact.value) : fact.value}</span>
      {fact.unit !== '' && <span className="unit"> {unitWords(fact.unit)}</span>}
    </Link>
  )
}

/** The page of everything that bears a value of a fact. */
export function factAddress(key: string, value: string): string {
  return `/catalogue/facts?key=${encodeURIComponent(key)}&value=${encodeURIComponent(value)}`
}
