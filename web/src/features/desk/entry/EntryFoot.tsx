import type { ReactNode } from 'react'
import type { Schemas } from '../../../api/client'
import { ordinal } from '../../../figures/words'
import { seriesWords } from '../../../subjects/curve/block'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { newColumn } from './columns'
import { isReady } from './state'
import type { Entering } from './useEntry'

export interface EntryFootProps extends Entering {
  readonly suite: Schemas['SuiteView']
  /** How many repeats are saved already. */
  readonly from: number
  readonly onClose: () => void
}

/** What goes along with the repeats, what is wrong with them, and what can be done. */
export function EntryFoot({ entry, step, busy, save, suite, from, onClose }: EntryFootProps) {
  const column = entry.columns[entry.at.column]
  const opens = (side: 'paste' | 'curve' | 'failed') => () => {
    step({ kind: 'side', side })
  }
  return (
    <>
      <GoesAlong entry={entry} from={from} />
      <ColumnErrors entry={entry} from={from} suite={suite} />
      <div className="flex flex-wrap gap-2 mt-3 items-center">
        <Button look="main" disabled={busy || !isReady(entry)} onClick={save}>
          Save
        </Button>
        <Button
          onClick={() => {
            step({ kind: 'columns', columns: [...entry.columns, newColumn(new Date())] })
          }}
        >
          One more repeat
        </Button>
        <Button onClick={opens('paste')}>Paste what it printed</Button>
        <FilePicker
          onFiles={(files) => {
            if (column) step({ kind: 'attached', id: column.id, files })
          }}
        />
        <Button onClick={opens('curve')}>{suite.curves.length > 0 ? 'Type the curve' : 'Add a log'}</Button>
        <Button onClick={opens('failed')}>It failed</Button>
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
    </>
  )
}

function FilePicker({ onFiles }: { readonly onFiles: (files: readonly File[]) => void }) {
  return (
    <label className="rounded border border-line px-2.75 py-1.25 text-base cursor-pointer hover:border-ink2 focus-within:outline-2">
      Add a picture
      <input
        type="file"
        multiple
        className="sr-only"
        accept="image/png,image/jpeg,image/webp,application/pdf,text/plain"
        onChange={(e) => {
          onFiles([...(e.target.files ?? [])])
          e.target.value = ''
        }}
      />
    </label>
  )
}

type PartProps = Pick<EntryFootProps, 'entry' | 'from'>

/** Files and curves, by the repeat that they go with. */
function GoesAlong({ entry, from }: PartProps): ReactNode {
  return entry.columns.map((c, i) => {
    const names = [
      ...(entry.files[c.id] ?? []).map((f) => f.name),
      ...(c.series ?? []).map((s) => seriesWords(s)),
    ]
    return (
      names.length > 0 && (
        <p key={c.id} className="text-sm text-ink2 mt-1.5">
          With the {ordinal(from + i + 1)} repeat: {names.join('; ')}
        </p>
      )
    )
  })
}

function ColumnErrors({ entry, from, suite }: PartProps & Pick<EntryFootProps, 'suite'>) {
  const lines = entry.columns.flatMap((c, i) =>
    Object.entries(entry.errors[c.id] ?? {}).map(([metric, message]) => {
      const name = suite.metrics.find((m) => m.key === metric)?.name
      const where = `${ordinal(from + i + 1)} repeat`
      return `${where}: ${name !== undefined && !message.startsWith(name) ? `${name}: ` : ''}${message}`
    }),
  )
  return lines.map((line) => <FieldError key={line}>{line}</FieldError>)
}
