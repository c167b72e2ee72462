import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../../api/client'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { useDeed } from '../../../ui/deed'
import { previewTable, stageTable } from '../deeds'
import { useCurve } from '../../../subjects/curve/queries'
import { ColumnTable } from './ColumnTable'
import { CurveOfRun } from './CurveOfRun'
import { DeskIn } from './DeskIn'
import { FileLine } from './FileLine'
import { Otherwise } from './Otherwise'
import { RunFiles, readRunFile } from './RunFiles'
import type { ReadFile } from './RunFiles'
import { lacking } from './settings'
import type { Settings } from './settings'

/** Bytes of a table that may be the curve of one run. */
const longestCurve = 200_000

/** Reads a table in: shows how it would be understood, and lets that be changed before anything is kept. */
export function ImportPage() {
  const table = useTable()
  const { file, runs, problem, open } = table
  return (
    <div
      className="pt-4.5 pl-6.5 pr-5.5 pb-10 min-h-full"
      onDragOver={(e) => {
        e.preventDefault()
      }}
      onDrop={(e) => {
        e.preventDefault()
        void open([...e.dataTransfer.files])
      }}
    >
      <h1>Bring a table, run files or a desk</h1>
      <p className="text-ink2 text-base max-w-190">
        A table as you have it (.csv, .tsv, .txt, .xlsx, .ods), the run files that the runner saves (.json),
        or a desk that was taken out (.zip). Nothing counts until you have seen what was understood; the
        import of a table can be taken back as a whole.
      </p>
      <div className="flex gap-2.5 mt-4 items-center">
        <label className="rounded border border-line px-2.75 py-1.25 text-base cursor-pointer hover:border-ink2">
          {file === null ? 'Choose a file, or drop it here' : `${file.name} (choose another)`}
          <input
            type="file"
            accept=".csv,.tsv,.txt,.json,.xlsx,.ods,.zip"
            multiple
            className="sr-only"
            data-testid="table-file"
            onChange={(e) => {
              void open([...(e.target.files ?? [])])
            }}
          />
        </label>
        <PasteTable onTable={(pasted) => void open([pasted])} />
      </div>
      {problem !== null && <FieldError>{problem}</FieldError>}
      {runs && file && <RunFiles key={`${file.name} ${String(file.lastModified)}`} files={runs} />}
      {table.isDesk && file && <DeskIn key={`${file.name} ${String(file.lastModified)}`} file={file} />}
      <Understood table={table} />
    </div>
  )
}

/** A table that was chosen, how it would be read, and what a person made of that. */
function useTable() {
  const navigate = useNavigate()
  const [file, setFile] = useState<File | null>(null)
  const [preview, setPreview] = useState<Schemas['Preview'] | null>(null)
  const [settings, setSettings] = useState<Settings | null>(null)
  const [runs, setRuns] = useState<readonly ReadFile[] | null>(null)
  const [several, setSeveral] = useState(false)
  const [text, setText] = useState<string | null>(null)
  const looking = useDeed(previewTable, 'here')
  const staging = useDeed(stageTable, 'here')
  const look = async (chosen: File, how?: Schemas['FileChoice']) => {
    const answer = await looking.run({ file: chosen, ...(how ? { how } : {}) })
    if (!answer) return
    setPreview(answer)
    setSettings({ ...answer.settings, makeModels: answer.settings.makeModels ?? 'LAPTOP' })
  }
  const open = async (all: readonly File[]) => {
    const chosen = all[0]
    if (!chosen) return
    setFile(chosen)
    setPreview(null)
    setRuns(null)
    looking.clear()
    staging.clear()
    if (isZip(chosen)) return
    const areRuns = all.every((f) => /\.json$/i.test(f.name))
    setSeveral(!areRuns && all.length > 1)
    if (areRuns) {
      const read = await Promise.all(all.map(async (f) => readRunFile(f.name, await f.text())))
      setRuns(read.flat())
    } else if (all.length === 1) {
      setText(/\.(xlsx|ods)$/i.test(chosen.name) || chosen.size > longestCurve ? null : await chosen.text())
      await look(chosen)
    }
  }
  const stage = async () => {
    if (!file || !settings) return
    const report = await staging.run({ settings, file })
    if (report) void navigate(`/catalogue/import/${String(report.batch.id)}`)
  }
  const problem = several
    ? 'Choose one table, or any number of run files (.json).'
    : (looking.problem ?? staging.problem)
  return {
    file,
    isDesk: file !== null && isZip(file),
    preview,
    settings,
    setSettings,
    setPreview,
    runs,
    text,
    problem,
    open,
    look,
    stage,
    busy: staging.busy,
  }
}

function isZip(file: File): boolean {
  return /\.zip$/i.test(file.name)
}

interface UnderstoodProps {
  readonly table: ReturnType<typeof useTable>
}

/** A table of devices, or the curve of one run where its first column holds places. */
function Understood({ table }: UnderstoodProps) {
  const { file, preview, text } = table
  const bare = preview !== null && preview.settings.columns.DEVICE === undefined && text !== null
  const curve = useCurve(bare ? { text } : undefined).data
  const [asTable, setAsTable] = useState<File | null>(null)
  if (bare && file && curve?.axis !== undefined && curve.guessed && asTable !== file)
    return (
      <CurveOfRun
        key={file.name}
        name={file.name}
        text={text}
        axis={curve.axis}
        onTable={() => {
          setAsTable(file)
        }}
      />
    )
  return <AsTable table={table} />
}

function AsTable({ table }: UnderstoodProps) {
  const { file, preview, settings, setSettings, setPreview, look, stage, busy } = table
  if (!preview || !settings || !file) return null
  const missing = lacking(settings, preview.columns)
  const decide = (column: string, marks: Schemas['ColumnView']['marks']) => {
    setSettings({ ...settings, marks: { ...settings.marks, [column]: marks } })
    setPreview({
      ...preview,
      columns: preview.columns.map((c) => (c.name === column ? { ...c, marks, sure: true } : c)),
    })
  }
  return (
    <div className="mt-4">
      {preview.remembered && (
        <p className="text-base mb-2">
          A table with these columns was read before: the same settings are chosen.
        </p>
      )}
      <FileLine key={file.name} preview={preview} settings={settings} onHow={(how) => void look(file, how)} />
      <Otherwise name={file.name} settings={settings} onSettings={setSettings} preview={preview} />
      <ColumnTable preview={preview} settings={settings} onSettings={setSettings} onMarks={decide} />
      <div className="flex gap-3 mt-5 items-center">
        <Button look="main" disabled={busy || missing !== undefined} onClick={() => void stage()}>
          {busy ? 'Reading the table …' : 'Read the table'}
        </Button>
        {missing !== undefined && <span className="text-base text-ink2">{missing}</span>}
      </div>
    </div>
  )
}

/** A table copied from elsewhere, such as a spreadsheet or a page. */
function PasteTable({ onTable }: { readonly onTable: (table: File) => void }) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  if (!open)
    return (
      <Button
        onClick={() => {
          setOpen(true)
        }}
      >
        Paste a table
      </Button>
    )
  return (
    <div className="flex gap-2 items-start flex-1">
      <textarea
        autoFocus
        aria-label="Pasted table"
        className="flex-1 max-w-150 h-20 border border-line rounded bg-sheet px-2.5 py-1.5 text-base num font-normal"
        value={text}
        onChange={(e) => {
          setText(e.target.value)
        }}
      />
      <Button
        disabled={text.trim() === ''}
        onClick={() => {
          onTable(new File([text], 'pasted table'))
          setOpen(false)
        }}
      >
        Look at it
      </Button>
    </div>
  )
}
