import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Problem, api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/queries'
import { minutes } from '../../figures/format'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { Field, FieldError } from '../../ui/Field'
import { gapReasons } from './entry'

export interface PlanSuiteProps {
  readonly row: Schemas['SheetRow']
  readonly sitting: number
  readonly onClose: () => void
}

/** How often a suite runs here, or why it is left out; and its steps, where it runs in parts. */
export function PlanSuite({ row, sitting, onClose }: PlanSuiteProps) {
  const client = useQueryClient()
  const [repeats, setRepeats] = useState(String(row.repeats))
  const [reason, setReason] = useState(row.gapReason ?? '')
  const [problem, setProblem] = useState<string | null>(null)
  const save = async () => {
    const count = Number(repeats)
    try {
      const next = await take(
        api.PUT('/api/v1/sittings/{id}/suites/{suite}', {
          params: { path: { id: sitting, suite: row.suite.id } },
          body: {
            ...(count === row.suite.repeats ? {} : { repeats: count }),
            ...(reason.trim() === '' ? {} : { gapReason: reason }),
          },
        }),
      )
      client.setQueryData(keys.sheet(sitting), next)
      onClose()
    } catch (e) {
      setProblem(e instanceof Problem ? e.message : String(e))
    }
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
          void save()
        }}
      >
        {row.suite.steps.length > 0 && (
          <ol className="text-[13px] mb-3 list-decimal pl-5">
            {row.suite.steps.map((s) => (
              <li key={s.name}>
                {s.before !== '' && <b className="font-[560]">First {s.before}. </b>}
                {s.name}, <span className="num">{minutes(s.minutes)}</span>
              </li>
            ))}
          </ol>
        )}
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
        {problem !== null && <FieldError>{problem}</FieldError>}
        <div className="flex gap-2">
          <Button look="main" type="submit">
            Keep
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </Dialog>
  )
}
