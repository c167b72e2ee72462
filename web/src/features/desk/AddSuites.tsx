import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { useSuites } from '../../api/queries'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { FieldError } from '../../ui/Field'
import { SuiteChoice } from './SuiteChoice'
import { useDeed } from '../../ui/deed'
import { addSuites } from './deeds'

export interface AddSuitesProps {
  readonly sheet: Schemas['RunSheet']
  readonly onClose: () => void
}

/** Adds suites to a run sheet that is open already. */
export function AddSuites({ sheet, onClose }: AddSuitesProps) {
  const suites = useSuites()
  const add = useDeed(addSuites, 'here')
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set())
  const planned = new Set(sheet.rows.map((r) => r.suite.id))
  const free = (suites.data ?? []).filter((s) => !planned.has(s.id))
  const submit = async () => {
    if (await add.run({ sitting: sheet.sitting, suites: [...chosen] })) onClose()
  }
  return (
    <Dialog open onClose={onClose} title="Add a suite" about={`To the run sheet of ${sheet.setup.model}.`}>
      {free.length === 0 ? (
        <p className="text-ink2">Every suite there is stands on this sheet already.</p>
      ) : (
        <SuiteChoice suites={free} chosen={chosen} onChosen={setChosen} kind={sheet.setup.kind} />
      )}
      {add.problem !== null && <FieldError>{add.problem}</FieldError>}
      <div className="flex gap-2 mt-4">
        <Button look="main" disabled={chosen.size === 0} onClick={() => void submit()}>
          Add
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Dialog>
  )
}
