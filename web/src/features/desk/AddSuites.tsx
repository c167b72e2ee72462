import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Problem, api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys, useSuites } from '../../api/queries'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { FieldError } from '../../ui/Field'
import { SuiteChoice } from './SuiteChoice'

export interface AddSuitesProps {
  readonly sheet: Schemas['RunSheet']
  readonly onClose: () => void
}

/** Adds suites to a run sheet that is open already. */
export function AddSuites({ sheet, onClose }: AddSuitesProps) {
  const suites = useSuites()
  const client = useQueryClient()
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set())
  const [problem, setProblem] = useState<string | null>(null)
  const planned = new Set(sheet.rows.map((r) => r.suite.id))
  const free = (suites.data ?? []).filter((s) => !planned.has(s.id))
  const add = async () => {
    try {
      const next = await take(
        api.POST('/api/v1/sittings/{id}/suites', {
          params: { path: { id: sheet.sitting } },
          body: { suites: [...chosen] },
        }),
      )
      client.setQueryData(keys.sheet(sheet.sitting), next)
      onClose()
    } catch (e) {
      setProblem(e instanceof Problem ? e.message : String(e))
    }
  }
  return (
    <Dialog open onClose={onClose} title="Add a suite" about={`To the run sheet of ${sheet.setup.model}.`}>
      {free.length === 0 ? (
        <p className="text-ink2">Every suite there is stands on this sheet already.</p>
      ) : (
        <SuiteChoice suites={free} chosen={chosen} onChosen={setChosen} kind={sheet.setup.kind} />
      )}
      {problem !== null && <FieldError>{problem}</FieldError>}
      <div className="flex gap-2 mt-4">
        <Button look="main" disabled={chosen.size === 0} onClick={() => void add()}>
          Add
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Dialog>
  )
}
