import { useEffect, useReducer, useState } from 'react'
import { Problem } from '../../../api/client'
import type { Schemas } from '../../../api/client'
import { addEvidence, keepRun } from '../../../subjects/deeds'
import { useDeed } from '../../../ui/deed'
import { cellErrors, drafts, isFilled, toRun } from './columns'
import { after, begun, digitsOf } from './state'
import type { Entry, Step } from './state'

/** An entry grid: what it holds, how it is changed, and how it is saved. */
export interface Entering {
  readonly entry: Entry
  readonly step: (step: Step) => void
  readonly busy: boolean
  /** Keeps every repeat that holds something; what is refused stays, with what is wrong. */
  readonly save: () => void
}

export function useEntry(
  sheet: Schemas['RunSheet'],
  row: Schemas['SheetRow'],
  onClose: () => void,
): Entering {
  const { suite } = row
  const [entry, step] = useReducer(after, null, () => begun(sheet.sitting, suite.id, row.repeats - row.done))
  const [busy, setBusy] = useState(false)
  const keep = useDeed(keepRun, 'here')
  const attaching = useDeed(addEvidence, 'here')
  useEffect(() => {
    drafts.write(sheet.sitting, suite.id, entry.columns)
  }, [sheet.sitting, suite.id, entry.columns])

  const save = async () => {
    setBusy(true)
    const errors: Record<string, Readonly<Record<string, string>>> = {}
    let left = entry.columns
    for (const column of entry.columns.filter(isFilled)) {
      const run = toRun(column, sheet, suite, new Date(), digitsOf(entry, column.id))
      try {
        await keep.attempt(run)
        for (const file of entry.files[column.id] ?? []) await attaching.attempt({ run: column.id, file })
        left = left.filter((c) => c.id !== column.id)
      } catch (e) {
        errors[column.id] = e instanceof Problem ? cellErrors(e, run) : { '': String(e) }
      }
    }
    setBusy(false)
    step({ kind: 'saved', left, errors })
    await Promise.all([keep.renewed(), attaching.renewed()])
    if (Object.keys(errors).length === 0) onClose()
  }
  return { entry, step, busy, save: () => void save() }
}
