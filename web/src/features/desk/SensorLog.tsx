import { useState } from 'react'
import { useDeed } from '../../ui/deed'
import { readColumns, readLog } from './deeds'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { FieldError } from '../../ui/Field'
import { Rows } from '../../ui/Rows'
import { Select } from '../../ui/Select'

export type SeriesLine = Schemas['SeriesLine']

export interface SensorLogProps {
  readonly suite: Schemas['SuiteView']
  readonly onAccept: (series: readonly SeriesLine[]) => void
  readonly onClose: () => void
}

/** Enough of a log to see its columns. */
const beginning = 64 * 1024

/** Reads a sensor log into series of a run: one column is the time, others are quantities. */
export function SensorLog({ suite, onAccept, onClose }: SensorLogProps) {
  const [text, setText] = useState('')
  const [header, setHeader] = useState<readonly string[]>([])
  const [time, setTime] = useState('')
  const [rows, setRows] = useState<readonly (readonly string[])[]>([])
  const [read, setRead] = useState<Schemas['LogResult'] | null>(null)
  const columns = useDeed(readColumns, 'here')
  const reading = useDeed(readLog, 'here')
  const problem = columns.problem ?? reading.problem
  const open = async (file: File) => {
    setRead(null)
    reading.clear()
    const whole = await file.text()
    const answer = await columns.run(whole.slice(0, beginning))
    if (!answer) return
    setText(whole)
    setHeader(answer.header)
    setTime(answer.header.find((h) => /time|sec/i.test(h)) ?? answer.header[0] ?? '')
    setRows(guess(answer.header, suite))
  }
  const ask = async () => {
    const chosen = Object.fromEntries(
      rows.map(([column = '', name = '', unit = '']) => [column, { name, unit }]),
    )
    const answer = await reading.run({ text, timeColumn: time, columns: chosen })
    if (answer) setRead(answer)
  }
  return (
    <Dialog
      open
      onClose={onClose}
      width={620}
      title="Add a sensor log"
      about="Separated values with a column of times. Each quantity becomes a series of the run; metrics that the sheet draws from it follow."
    >
      <label className="inline-block rounded border border-line px-2.75 py-1.25 text-base cursor-pointer hover:border-ink2">
        Choose a file
        <input
          type="file"
          accept=".csv,.tsv,.txt"
          className="sr-only"
          data-testid="log-file"
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (file) void open(file)
          }}
        />
      </label>
      {header.length > 0 && (
        <>
          <p className="text-base mt-3">
            <span className="text-ink2 mr-2">Time is in</span>
            <Select
              label="Column of the time"
              value={time}
              choices={header.map((h) => ({ value: h, label: h }))}
              onValue={setTime}
            />
          </p>
          <Rows
            title="Quantities"
            add="Add a quantity"
            columns={[
              { label: 'Column', width: '1fr', choices: header.map((h) => ({ value: h, label: h })) },
              { label: 'Name of the series', width: '1fr' },
              { label: 'Unit (UCUM)', width: '110px' },
            ]}
            fresh={[header[1] ?? '', '', '']}
            rows={rows}
            onRows={setRows}
          />
        </>
      )}
      {problem !== null && <FieldError>{problem}</FieldError>}
      {read && (
        <div className="text-base mt-3" data-testid="log-read">
          <p>
            {read.rows} rows read:{' '}
            {read.series.map((s) => `${s.name} with ${String(s.x.length)} points`).join(', ')}.
            {read.rejected > 0 && ` ${String(read.rejected)} cells left out.`}
          </p>
          <ul className="text-ink2 text-sm max-h-30 overflow-auto">
            {read.problems.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
        </div>
      )}
      <div className="flex gap-2 mt-4">
        {read ? (
          <Button
            look="main"
            disabled={read.series.length === 0}
            onClick={() => {
              onAccept(read.series)
            }}
          >
            Put into the run
          </Button>
        ) : (
          <Button look="main" disabled={header.length === 0 || rows.length === 0} onClick={() => void ask()}>
            Read the log
          </Button>
        )}
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Dialog>
  )
}

/** Columns that look like the series which metrics of the suite are drawn from, with the metric's unit. */
function guess(
  header: readonly string[],
  suite: Pick<Schemas['SuiteView'], 'metrics'>,
): readonly (readonly string[])[] {
  const wanted = new Map(
    suite.metrics.flatMap((m) =>
      m.series === undefined ? [] : [[m.series.replace(/^\S+ of /, ''), m.unit]],
    ) as [string, string][],
  )
  return [...wanted].flatMap(([name, unit]) => {
    const column = header.find((h) => h.toLowerCase().includes(name.toLowerCase()))
    return column === undefined ? [] : [[column, name, unit]]
  })
}
