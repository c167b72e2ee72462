import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { minutes } from '../../figures/format'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { Field, FieldError } from '../../ui/Field'
import { gapReasons } from '../../subjects/reasons'
import { Overtaken } from '../../ui/Overtaken'
import { useDeed } from '../../ui/deed'
import { planSuite } from './deeds'
import type { Planning } from './deeds'

type Sheet = Schemas['RunSheet']
type Planned = NonNullable<Schemas['PlanChange']['before']>

export interface PlanSuiteProps {
  readonly row: Schemas['SheetRow']
  readonly sitting: number
  readonly onClose: () => void
}

/** How often a suite runs here, or why it is left out; and its steps, where it runs in parts. */
export function PlanSuite({ row, sitting, onClose }: PlanSuiteProps) {
  const [repeats, setRepeats] = useState(String(row.repeats))
  const [reason, setReason] = useState(row.gapReason ?? '')
  // As it was when this was opened: the row itself follows what others keep meanwhile.
  const [seen] = useState<Planned>({
    repeats: row.repeats,
    ...(row.gapReason === undefined ? {} : { gapReason: row.gapReason }),
  })
  const plan = useDeed<Planning, Sheet, Planned>(planSuite, 'here')
  const save = async (before: Planned) => {
    const count = Number(repeats)
    const kept = await plan.run({
      sitting,
      suite: row.suite.id,
      plan: {
        ...(count === row.suite.repeats ? {} : { repeats: count }),
        ...(reason.trim() === '' ? {} : { gapReason: reason }),
        before,
      },
    })
    if (kept) onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Plan ${row.suite.name}`}
      about={`One repeat takes about ${minutes(row.minutes)}, ${row.learned ? 'by past runs on this kind of device' : 'by the sheet'}${row.suite.restSeconds > 0 ? `, with ${String(row.suite.restSeconds)} s of rest after it` : ''}.`}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault()
          void save(seen)
        }}
      >
        <Steps suite={row.suite} />
        <Field
          label="Repeats"
          value={repeats}
          onValue={setRepeats}
          inputMode="numeric"
          pattern="\d{1,2}"
          required
        />
        <Field
          label="Leave it out, because (empty to run it)"
          value={reason}
          onValue={setReason}
          list="plan-reasons"
          maxLength={200}
        />
        <datalist id="plan-reasons">
          {gapReasons.map((r) => (
            <option key={r} value={r} />
          ))}
        </datalist>
        {plan.problem !== null && <FieldError>{plan.problem}</FieldError>}
        {plan.theirs && (
          <Overtaken
            what="the plan of this suite"
            lines={differing(plan.theirs, repeats, reason)}
            onTheirs={onClose}
            onMine={() => {
              if (plan.theirs) void save(plan.theirs)
            }}
          />
        )}
        {!plan.theirs && (
          <div className="flex gap-2">
            <Button look="main" type="submit">
              Keep
            </Button>
            <Button onClick={onClose}>Leave it</Button>
          </div>
        )}
      </form>
    </Dialog>
  )
}

/** Its parts, where it runs in parts. */
function Steps({ suite }: { readonly suite: Schemas['SuiteView'] }) {
  if (suite.steps.length === 0) return null
  return (
    <ol className="text-base mb-3 list-decimal pl-5">
      {suite.steps.map((s) => (
        <li key={s.name}>
          {s.before !== '' && <b className="font-medium">First {s.before}. </b>}
          {s.name}, <span className="num">{minutes(s.minutes)}</span>
        </li>
      ))}
    </ol>
  )
}

function differing(theirs: Planned, repeats: string, reason: string) {
  return [
    { label: 'Repeats', theirs: String(theirs.repeats), mine: repeats },
    { label: 'Left out, because', theirs: theirs.gapReason ?? '', mine: reason },
  ]
}
