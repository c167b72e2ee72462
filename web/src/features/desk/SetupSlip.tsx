import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { cardinal, ordinal } from '../../figures/words'
import { Differences } from '../../subjects/Differences'
import { FactList } from '../../subjects/Facts'
import { SetupFlags } from '../../subjects/SetupFlags'
import { TuningWords } from '../../subjects/Tuning'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { useDeed } from '../../ui/deed'
import { noteRoom, tick } from './deeds'
import { toDo } from './to-do'

const mostToDo = 7

export interface SetupSlipProps {
  readonly sheet: Schemas['RunSheet']
  readonly onWrite: () => void
}

/** What this setup is, what changed to it, and what must hold before a run. */
export function SetupSlip({ sheet, onWrite }: SetupSlipProps) {
  return (
    <aside
      className="w-68 shrink-0 border-l border-line2 px-5 pt-5 pb-6 max-md:w-full max-md:border-l-0 max-md:border-t max-md:px-3.5"
      aria-label="Setup"
    >
      <div className="flex items-baseline justify-between">
        <h2>What this setup is</h2>
        <Button changes look="link" onClick={onWrite}>
          Write facts
        </Button>
      </div>
      <FactList setup={sheet.setup} />
      {sheet.setup.parentName !== undefined && (
        <section className="mb-5">
          <h2>What changed from the {ordinal(sheet.setup.parentOrdinal ?? 1)}</h2>
          <Link
            to={besideBefore(sheet)}
            className="text-sm text-ink2 underline underline-offset-2 decoration-line hover:text-ink"
          >
            against before
          </Link>
          <Link
            to={`/versions?focus=${String(sheet.sitting)}&setup=${String(sheet.setup.id)}`}
            className="ml-3 text-sm text-ink2 underline underline-offset-2 decoration-line hover:text-ink"
          >
            along its versions
          </Link>
          <Differences setup={sheet.setup} />
        </section>
      )}
      <TuningWords setup={sheet.setup} />
      <Conditions sheet={sheet} />
      <SetupFlags setup={sheet.setup.id} />
      <ToDo sheet={sheet} />
    </aside>
  )
}

/** What is still to do for this device. */
function ToDo({ sheet }: { readonly sheet: Schemas['RunSheet'] }) {
  const left = toDo(sheet)
  if (sheet.closedAt !== undefined || left.length === 0) return null
  return (
    <section className="mt-5" data-testid="to-do">
      <h2>Still to do</h2>
      <ul className="text-base mt-1">
        {left.slice(0, mostToDo).map((l) => (
          <li key={l}>{l}</li>
        ))}
      </ul>
      {left.length > mostToDo && (
        <p className="text-sm text-ink2">and {cardinal(left.length - mostToDo)} more</p>
      )}
    </section>
  )
}

/** Side by side: this setup against the one it was changed from. */
function besideBefore(sheet: Schemas['RunSheet']): string {
  const { id, parentId } = sheet.setup
  return `/side-by-side?focus=${String(sheet.sitting)}&s=setup-${String(id)}&s=setup-${String(parentId ?? id)}`
}

/** Conditions to tick before the start, kept with the runs from then on. */
function Conditions({ sheet }: { readonly sheet: Schemas['RunSheet'] }) {
  const ticking = useDeed(tick)
  const noting = useDeed(noteRoom)
  const [room, setRoom] = useState<string | null>(null)
  const shown = room ?? (sheet.roomTemperature === undefined ? '' : String(sheet.roomTemperature))
  const warm = shown.trim() === '' ? undefined : Number(shown.replace(',', '.'))
  const wrong = warm !== undefined && !(warm >= -40 && warm <= 70)
  if (sheet.conditions.length === 0) return null
  return (
    <section>
      <h2>Before you run</h2>
      <div className="mt-1">
        {sheet.conditions.map((c) => (
          <Checkbox
            key={c.words}
            checked={c.ticked}
            onChecked={(on) => {
              void ticking.run({ sitting: sheet.sitting, condition: c.words, ticked: on })
            }}
          >
            <span title={`asked by ${c.suites.join(', ')}`}>{c.words}</span>
          </Checkbox>
        ))}
      </div>
      <label className="flex items-baseline gap-2 mt-2 text-base">
        <span className="text-ink2 text-sm">Room</span>
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
            if (room === null || wrong || Number.isNaN(warm)) return
            void noting.run({ sitting: sheet.sitting, ...(warm === undefined ? {} : { temperature: warm }) })
          }}
        />
        <span className="unit">{wrong ? 'a room is -40 to 70 °C' : '°C'}</span>
      </label>
    </section>
  )
}
