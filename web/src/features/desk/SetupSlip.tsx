import { useQueryClient } from '@tanstack/react-query'
import { Fragment, useState } from 'react'
import { Link } from 'react-router'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/queries'
import { grouped, unitWords } from '../../figures/format'
import { groups, ordinal } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { useNotice } from '../../ui/Notices'

type Fact = Schemas['FactView']
type Difference = Schemas['DifferenceView']
type Setup = Schemas['SetupView']

/** What this setup is, what changed to it, and what must hold before a run. */
export function SetupSlip({ sheet }: { readonly sheet: Schemas['RunSheet'] }) {
  return (
    <aside className="w-[272px] shrink-0 border-l border-line2 px-5 pt-5 pb-6" aria-label="Setup">
      <h2>What this setup is</h2>
      <FactList setup={sheet.setup} />
      {sheet.setup.parentName !== undefined && (
        <section className="mb-5">
          <h2>What changed from the {ordinal(sheet.setup.parentOrdinal ?? 1)}</h2>
          <Link
            to={besideBefore(sheet)}
            className="text-[12.5px] text-ink2 underline underline-offset-2 decoration-line hover:text-ink"
          >
            against before
          </Link>
          <Link
            to={`/versions?focus=${String(sheet.sitting)}&setup=${String(sheet.setup.id)}`}
            className="ml-3 text-[12.5px] text-ink2 underline underline-offset-2 decoration-line hover:text-ink"
          >
            along its versions
          </Link>
          <Differences setup={sheet.setup} sitting={sheet.sitting} />
        </section>
      )}
      <TuningWords setup={sheet.setup} />
      <Conditions sheet={sheet} />
    </aside>
  )
}

/** Side by side: this setup against the one it was changed from. */
function besideBefore(sheet: Schemas['RunSheet']): string {
  const { id, parentId } = sheet.setup
  return `/side-by-side?focus=${String(sheet.sitting)}&s=setup-${String(id)}&s=setup-${String(parentId ?? id)}`
}

/** Every fact of a setup, in the order of a slip; a value leads to everything that bears it. */
export function FactList({ setup }: { readonly setup: Setup }) {
  if (setup.facts.length === 0) {
    return (
      <p className="text-ink2 text-[12.5px] mt-1.5 mb-4">
        Nothing is known of it yet. The first device that joins reads its processor, memory, drive and system.
      </p>
    )
  }
  return (
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
  )
}

function FactValue({ fact }: { readonly fact: Fact }) {
  if (fact.value === undefined) return <span className="gap">{fact.reason ?? 'unknown'}</span>
  const numeric = /^\d+([.,]\d+)?$/.test(fact.value)
  const copied = fact.origin === 'COPIED'
  return (
    <Link
      to={factAddress(fact.key, fact.value)}
      className={`hover:underline underline-offset-2 ${copied ? 'text-ink2' : ''}`}
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

export interface DifferencesProps {
  readonly setup: Setup
  /** Sitting to renew when something is called; none on other pages. */
  readonly sitting?: number
}

/** What differs from the setup before: meant underlined, unmeant with a hatched edge until somebody says what it is. */
export function Differences({ setup, sitting }: DifferencesProps) {
  const open = setup.differences.filter((d) => d.standing === 'UNMEANT')
  return (
    <div className="mt-2">
      {setup.sameAs !== undefined && (
        <p className="text-[12.5px] text-ink2 mb-1.5">Everything known is as in “{setup.sameAs}” again.</p>
      )}
      {setup.differences.length === 0 ? (
        <p className="text-ink2 text-[12.5px]">Nothing that is known of both differs.</p>
      ) : (
        <dl className="grid grid-cols-[auto_1fr] gap-x-2.5 gap-y-[6px] items-baseline">
          {setup.differences.map((d) => (
            <Fragment key={d.key}>
              <dt className="text-ink2 text-[12px]">{d.name}</dt>
              <dd className="text-[13px] text-right" data-standing={d.standing}>
                <span
                  className={
                    d.standing === 'MEANT' ? 'meant' : d.standing === 'UNKNOWN' ? 'text-ink2' : 'unmeant'
                  }
                >
                  <span className="num">
                    {d.before} → {d.after}
                  </span>
                </span>
                {d.note !== undefined && <p className="text-[12px] text-ink2 mt-0.5">{d.note}</p>}
                {d.standing === 'CAVEAT' && (
                  <p className="text-[12px] text-ink2">a caveat for {affected(d)}</p>
                )}
                {d.standing === 'UNMEANT' && <Call setup={setup} difference={d} sitting={sitting} />}
              </dd>
            </Fragment>
          ))}
        </dl>
      )}
      {open.length > 0 && (
        <p className="text-[12.5px] text-ink2 mt-2">
          {open.length === 1 ? 'One change' : `${String(open.length)} changes`} you did not name. Each came
          with the change, or is a caveat.
        </p>
      )}
    </div>
  )
}

/** Groups of tests that a difference can touch, in words. */
export function affected(d: Difference): string {
  return d.affects.length === 0 ? 'no test' : d.affects.map((g) => groups[g]).join(', ')
}

function Call({ setup, difference, sitting }: DifferencesProps & { readonly difference: Difference }) {
  const client = useQueryClient()
  const notice = useNotice()
  const call = async (meant: boolean) => {
    await take(
      api.PUT('/api/v1/setups/{id}/calls/{key}', {
        params: { path: { id: setup.id, key: difference.key } },
        body: { meant },
      }),
    )
    if (sitting !== undefined) await client.invalidateQueries({ queryKey: keys.sheet(sitting) })
    await client.invalidateQueries({
      predicate: (q) => ['profile', 'setups'].includes(String(q.queryKey[0])),
    })
    notice({
      text: meant
        ? `${difference.name} belongs to the change.`
        : `${difference.name} is a caveat for ${affected(difference)}.`,
    })
  }
  return (
    <span className="block mt-0.5">
      <Button look="quiet" className="!text-[12px] !py-0" onClick={() => void call(true)}>
        was meant
      </Button>
      <Button look="quiet" className="!text-[12px] !py-0" onClick={() => void call(false)}>
        caveat
      </Button>
    </span>
  )
}

/** How a tuned setup was reached and what shows that it holds. */
export function TuningWords({ setup }: { readonly setup: Setup }) {
  if (!setup.tuned) return null
  const { tuning } = setup
  return (
    <section className="mb-5 text-[12.5px]">
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

/** Conditions to tick before the start, kept with the runs from then on. */
function Conditions({ sheet }: { readonly sheet: Schemas['RunSheet'] }) {
  const client = useQueryClient()
  const [room, setRoom] = useState<string | null>(null)
  const shown = room ?? (sheet.roomTemperature === undefined ? '' : String(sheet.roomTemperature))
  const warm = shown.trim() === '' ? undefined : Number(shown.replace(',', '.'))
  const wrong = warm !== undefined && !(warm >= -40 && warm <= 70)
  if (sheet.conditions.length === 0) return null
  const save = async (ticked: readonly string[], roomTemperature: number | undefined) => {
    const next = await take(
      api.PUT('/api/v1/sittings/{id}/conditions', {
        params: { path: { id: sheet.sitting } },
        body: { ticked: [...ticked], ...(roomTemperature === undefined ? {} : { roomTemperature }) },
      }),
    )
    client.setQueryData(keys.sheet(sheet.sitting), next)
  }
  const ticked = sheet.conditions.filter((c) => c.ticked).map((c) => c.words)
  return (
    <section>
      <h2>Before you run</h2>
      <div className="mt-1">
        {sheet.conditions.map((c) => (
          <Checkbox
            key={c.words}
            checked={c.ticked}
            onChecked={(on) => {
              void save(
                on ? [...ticked, c.words] : ticked.filter((t) => t !== c.words),
                sheet.roomTemperature,
              )
            }}
          >
            <span title={`asked by ${c.suites.join(', ')}`}>{c.words}</span>
          </Checkbox>
        ))}
      </div>
      <label className="flex items-baseline gap-2 mt-2 text-[13px]">
        <span className="text-ink2 text-[12px]">Room</span>
        <input
          className="num w-14 border border-line rounded px-1.5 py-0.5 text-right bg-sheet aria-invalid:border-brick"
          inputMode="decimal"
          aria-label="Room temperature in degrees Celsius"
          aria-invalid={wrong}
          value={shown}
          onChange={(e) => {
            setRoom(e.target.value)
          }}
          onBlur={() => {
            if (room !== null && !wrong && !Number.isNaN(warm)) void save(ticked, warm)
          }}
        />
        <span className="unit">{wrong ? 'a room is -40 to 70 °C' : '°C'}</span>
      </label>
    </section>
  )
}
