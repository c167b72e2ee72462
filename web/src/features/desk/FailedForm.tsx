import { useState } from 'react'
import { Problem, api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { Field, FieldError } from '../../ui/Field'
import { failReasons, toFailedRun } from './entry'

export interface FailedFormProps {
  readonly sheet: Schemas['RunSheet']
  readonly suite: Schemas['SuiteView']
  readonly onClose: () => void
  readonly onDone: () => void
}

/** Keeps an attempt that failed, with the reason: that is a finding too. */
export function FailedForm({ sheet, suite, onClose, onDone }: FailedFormProps) {
  const [reason, setReason] = useState('')
  const [problem, setProblem] = useState<string | null>(null)
  const keep = async () => {
    const run = toFailedRun(reason, sheet, suite, new Date())
    try {
      await take(api.PUT('/api/v1/runs/{id}', { params: { path: { id: run.id } }, body: run }))
      onDone()
    } catch (e) {
      setProblem(e instanceof Problem ? e.message : String(e))
    }
  }
  return (
    <form
      className="mt-3 max-w-[420px] border-l border-line pl-4"
      onSubmit={(e) => {
        e.preventDefault()
        void keep()
      }}
    >
      <Field
        label={`Why did ${suite.name} fail?`}
        value={reason}
        onValue={setReason}
        list="fail-reasons"
        autoFocus
        required
        maxLength={500}
      />
      <datalist id="fail-reasons">
        {failReasons.map((r) => (
          <option key={r} value={r} />
        ))}
      </datalist>
      {problem !== null && <FieldError>{problem}</FieldError>}
      <div className="flex gap-2">
        <Button look="main" type="submit">
          Keep it as failed
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  )
}
