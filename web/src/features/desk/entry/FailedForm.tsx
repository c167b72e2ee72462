import { useState } from 'react'
import { useDeed } from '../../../ui/deed'
import { keepRun } from '../../../subjects/deeds'
import type { Schemas } from '../../../api/client'
import { Button } from '../../../ui/Button'
import { Field, FieldError } from '../../../ui/Field'
import { toFailedRun } from './columns'
import { failReasons } from '../../../subjects/reasons'

export interface FailedFormProps {
  readonly sheet: Schemas['RunSheet']
  readonly suite: Schemas['SuiteView']
  readonly onClose: () => void
  readonly onDone: () => void
}

/** Keeps an attempt that failed, with the reason: that is a finding too. */
export function FailedForm({ sheet, suite, onClose, onDone }: FailedFormProps) {
  const [reason, setReason] = useState('')
  const keep = useDeed(keepRun, 'here')
  const submit = async () => {
    if (await keep.run(toFailedRun(reason, sheet, suite, new Date()))) onDone()
  }
  return (
    <form
      className="mt-3 max-w-105 border-l border-line pl-4"
      onSubmit={(e) => {
        e.preventDefault()
        void submit()
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
      {keep.problem !== null && <FieldError>{keep.problem}</FieldError>}
      <div className="flex gap-2">
        <Button look="main" type="submit">
          Keep it as failed
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  )
}
