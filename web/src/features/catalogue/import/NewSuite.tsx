import { useDeferredValue, useState } from 'react'
import { api, take } from '../../../api/client'
import type { Schemas } from '../../../api/client'
import { Button } from '../../../ui/Button'
import { Dialog } from '../../../ui/Dialog'
import { FieldError } from '../../../ui/Field'
import { useDeed } from '../../../ui/deed'
import { keepSheet } from '../deeds'
import { useDraft } from '../queries'
import { SuiteGrid } from '../sheet/SuiteGrid'
import { draftOf, emptyForm, freshRow, ofUnit } from '../sheet/draft'
import { headOf } from '../sheet/head'
import type { SheetForm, TestRow } from '../sheet/draft'
import { bare } from './settings'
import type { Settings } from './settings'

export interface NewSuiteProps {
  readonly name: string
  readonly preview: Schemas['Preview']
  readonly settings: Settings
  readonly onClose: () => void
  readonly onMade: (suite: Schemas['SuiteView']) => void
}

/** Makes a suite of the columns that say nothing yet, in place. */
export function NewSuite({ name, preview, settings, onClose, onMade }: NewSuiteProps) {
  const [start] = useState<Partial<SheetForm>>(() => ({
    name: name.replace(/\.\w+$/, ''),
    tests: [...columnsToTest(settings, preview), freshRow],
  }))
  const [draft, setDraft] = useState<Schemas['SheetDraft']>(() => draftOf({ ...emptyForm, ...start }))
  const check = useDraft(useDeferredValue(draft))
  const keep = useDeed(keepSheet, 'here')
  const make = async () => {
    const { text } = await take(api.POST('/api/v1/sheets/drafts', { body: draft }))
    const suite = await keep.run({ text })
    if (suite) onMade(suite)
  }
  return (
    <Dialog
      open
      onClose={onClose}
      width={860}
      title="Make a suite of these columns"
      about="A row for each number that it yields, as the columns name them. What each is measured in decides how it is compared."
    >
      <SuiteGrid start={start} onDraft={setDraft} />
      {(check.data?.problems ?? [])
        .filter((p) => p.fatal)
        .map((p) => (
          <FieldError key={p.message}>{p.message}</FieldError>
        ))}
      {keep.problem !== null && <FieldError>{keep.problem}</FieldError>}
      <div className="flex gap-2 mt-4">
        <Button
          look="main"
          disabled={check.data?.suite === undefined || keep.busy}
          onClick={() => void make()}
        >
          Make this suite
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Dialog>
  )
}

/** Words of a test that is passed or failed. */
const checkWords = /^(passed|failed|pass|fail|yes|no|ok|✓|✗)$/i

/** A test for each column of numbers, or of passed and failed, that says nothing else. */
export function columnsToTest(settings: Settings, preview: Schemas['Preview']): readonly TestRow[] {
  const said = new Set([...Object.values(settings.columns), ...Object.keys(settings.facts ?? {})])
  return settings.header.flatMap((column, i) => {
    const values = preview.rows.map((r) => (r[i] ?? '').trim()).filter((v) => v !== '')
    const numbers = values.filter((v) => /\d/.test(v))
    if (said.has(column)) return []
    if (values.length > 0 && values.every((v) => checkWords.test(v))) {
      return [ofUnit({ ...freshRow, name: bare(column) }, 'passed or failed')]
    }
    return numbers.length === 0 ? [] : [testOf(column, numbers)]
  })
}

/** What a column is measured in, by its name, else by what stands behind its numbers. */
function testOf(column: string, values: readonly string[]): TestRow {
  const name = bare(column)
  const head = headOf(column).unit
  const clock = values.some((v) => /^\d+:\d\d(:\d\d)?$/.test(v) || /\d\s?(h|min)\s?\d/.test(v))
  const behind = /[\d.,]\s?([^\d\s.,:]+)$/.exec(values[0] ?? '')?.[1]
  const unit = clock ? 'minutes as m:ss' : (head ?? behind ?? 'points')
  const decimals = Math.max(0, ...values.map((v) => (/\d\.(\d{1,2})(?!\d)/.exec(v)?.[1] ?? '').length))
  return { ...ofUnit({ ...freshRow, name }, unit), decimals: String(decimals) }
}
