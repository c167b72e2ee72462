import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../../api/client'
import { useDeed } from '../../../ui/deed'
import { keepSheet, lookAtCorrection } from '../deeds'
import type { SheetKeeping } from '../deeds'
import { nextVersion } from './text'

/** What of a sheet somebody else kept. */
export type Kept = Pick<Schemas['Written'], 'text' | 'edition'>

export interface EditorProps {
  /** The sheet it begins with; a new one if absent. */
  readonly kept: Schemas['Written'] | undefined
  /** Whether a new suite or version is made; else the kept sheet is changed. */
  readonly fresh: boolean
}

/** A sheet that means something else than the one that is there. */
export interface Open {
  readonly text: string
  readonly edition: number
  readonly correction: Schemas['Correction']
}

/**
 * Keeps a sheet. One that is there and would come to mean something else is shown with what that changes first, unless
 * nothing was measured by it.
 */
export function useKeeping({ kept, fresh }: EditorProps) {
  const navigate = useNavigate()
  const keep = useDeed<SheetKeeping, Schemas['SuiteView'], Kept>(keepSheet, 'here')
  const look = useDeed(lookAtCorrection, 'here')
  // As it was when this was opened: the sheet itself follows what others keep meanwhile.
  const [edition, opened] = useState(kept?.edition ?? 0)
  const [open, setOpen] = useState<Open | null>(null)
  const send = async (keeping: SheetKeeping) => {
    const suite = await keep.run(keeping)
    if (suite) void navigate(`/catalogue/suites/${String(suite.id)}`)
    setOpen(null)
  }
  const save = async (text: string, over = edition) => {
    if (fresh || kept === undefined) {
      await send({ text })
      return
    }
    const suite = kept.suite.id
    const correction = await look.run({ suite, text })
    if (!correction) return
    if (correction.changes.length === 0) await send({ text, kept: { suite, edition: over } })
    else if (correction.runs === 0) await send({ text, kept: { suite, edition: over, corrected: true } })
    else setOpen({ text, edition: over, correction })
  }
  return {
    busy: keep.busy || look.busy,
    problem: keep.problem ?? look.problem,
    theirs: keep.theirs,
    clear: keep.clear,
    opened,
    open,
    save: (text: string, over?: number) => void save(text, over),
    correct: () => {
      if (open && kept)
        void send({ text: open.text, kept: { suite: kept.suite.id, edition: open.edition, corrected: true } })
    },
    asNewVersion: () => {
      if (open && kept) void send({ text: nextVersion(open.text, kept.suite.version) })
    },
    leave: () => {
      setOpen(null)
    },
  }
}
