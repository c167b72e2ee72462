import { Fragment } from 'react'
import type { Schemas } from '../../api/client'
import { grouped, unitWords } from '../../figures/format'
import { ordinal } from '../../figures/words'

type Fact = Schemas['FactView']

/** What this setup is, in fixed groups; against its parent only what differs. */
export function SetupSlip({ sheet }: { readonly sheet: Schemas['RunSheet'] }) {
  const { setup } = sheet
  const conditions = [...new Set(sheet.rows.flatMap((r) => r.suite.conditions))]
  return (
    <aside className="w-[272px] shrink-0 border-l border-line2 px-5 pt-5 pb-6" aria-label="Setup">
      <h2>What this setup is</h2>
      {setup.facts.length === 0 ? (
        <p className="text-ink2 text-[12.5px] mt-1.5 mb-4">
          Nothing is known of it yet. The first device that joins reads its processor, memory, drive and
          system.
        </p>
      ) : (
        <dl className="grid grid-cols-[auto_1fr] gap-x-2.5 gap-y-[5px] mt-2 mb-5 items-baseline">
          {setup.facts.map((f) => (
            <Fragment key={f.key}>
              <dt className="text-ink2 text-[12px]">{f.name}</dt>
              <dd className="text-[13px] text-right break-words min-w-0">
                <FactValue fact={f} />
              </dd>
            </Fragment>
          ))}
        </dl>
      )}
      {setup.parentName !== undefined && (
        <>
          <h2>What changed from the {ordinal(setup.ordinal - 1)}</h2>
          <Changes setup={setup} />
        </>
      )}
      {conditions.length > 0 && (
        <>
          <h2>Before you run</h2>
          <ul className="text-[13px] leading-[1.75] mt-1 list-none">
            {conditions.map((c) => (
              <li key={c} className="before:content-['–'] before:text-ink3 before:mr-2">
                {c}
              </li>
            ))}
          </ul>
        </>
      )}
    </aside>
  )
}

function FactValue({ fact }: { readonly fact: Fact }) {
  if (fact.value === undefined) return <span className="gap">{fact.reason ?? 'unknown'}</span>
  const numeric = /^\d+([.,]\d+)?$/.test(fact.value)
  return (
    <>
      <span className={numeric ? 'num' : ''}>{numeric ? grouped(fact.value) : fact.value}</span>
      {fact.unit !== '' && <span className="unit"> {unitWords(fact.unit)}</span>}
    </>
  )
}

function Changes({ setup }: { readonly setup: Schemas['SetupView'] }) {
  return (
    <div className="mt-2 mb-5">
      <p className="text-[13px] mb-1.5">
        Named: <span className="meant">{setup.name}</span>
      </p>
      {setup.changes.length === 0 ? (
        <p className="text-ink2 text-[12.5px]">Nothing that both were read for differs.</p>
      ) : (
        <dl className="grid grid-cols-[auto_1fr] gap-x-2.5 gap-y-[5px] items-baseline">
          {setup.changes.map((c) => (
            <Fragment key={c.key}>
              <dt className="text-ink2 text-[12px]">{c.name}</dt>
              <dd className="text-[13px] text-right num">
                {c.before} → {c.after}
              </dd>
            </Fragment>
          ))}
        </dl>
      )}
    </div>
  )
}
