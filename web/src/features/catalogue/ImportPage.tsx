import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { useSuites } from '../../api/queries'
import type { DeviceKind } from '../../api/queries'
import { useDeed } from '../../ui/deed'
import { previewTable, stageTable } from './deeds'
import { kinds } from '../../figures/words'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'
import { Select } from '../../ui/Select'
import { RunFiles, readRunFile } from './RunFiles'
import type { ReadFile } from './RunFiles'

type Settings = Schemas['ImportSettings']
type Role = keyof Settings['columns']

const roles: readonly (readonly [Role, string])[] = [
  ['DEVICE', 'Device'],
  ['MAKER', 'Maker'],
  ['UNIT', 'Unit'],
  ['SETUP', 'Setup'],
  ['SUITE', 'Suite'],
  ['VERSION', 'Version of the suite'],
  ['METRIC', 'Metric'],
  ['VALUE', 'Value'],
  ['REPEAT', 'Repeat'],
  ['TIME', 'Day or time'],
  ['NOTE', 'Note'],
]

const none = '-'
/** Enough of a table to see its columns and first rows. */
const beginning = 64 * 1024

/** Reads a table in: shows how it would be understood, and lets that be changed before anything is kept. */
export function ImportPage() {
  const navigate = useNavigate()
  const [file, setFile] = useState<File | null>(null)
  const [preview, setPreview] = useState<Schemas['Preview'] | null>(null)
  const [settings, setSettings] = useState<Settings | null>(null)
  const [runs, setRuns] = useState<readonly ReadFile[] | null>(null)
  const [several, setSeveral] = useState(false)
  const looking = useDeed(previewTable, 'here')
  const staging = useDeed(stageTable, 'here')
  const problem = several
    ? 'Choose one table, or any number of run files (.json).'
    : (looking.problem ?? staging.problem)
  const open = async (all: readonly File[]) => {
    const chosen = all[0]
    if (!chosen) return
    setFile(chosen)
    setPreview(null)
    setRuns(null)
    looking.clear()
    staging.clear()
    const areRuns = all.every((f) => /\.json$/i.test(f.name))
    setSeveral(!areRuns && all.length > 1)
    if (areRuns) {
      const read = await Promise.all(all.map(async (f) => readRunFile(f.name, await f.text())))
      setRuns(read.flat())
    } else if (all.length === 1) {
      const answer = await looking.run({ text: await chosen.slice(0, beginning).text() })
      if (!answer) return
      setPreview(answer)
      setSettings(answer.settings)
    }
  }
  const stage = async () => {
    if (!file || !settings) return
    const report = await staging.run({ settings, file })
    if (report) void navigate(`/catalogue/import/${String(report.batch.id)}`)
  }
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
      <h1>Import a table or run files</h1>
      <p className="text-ink2 text-base max-w-180">
        A table of separated values, one reading a row or one run a row, or the run files that the runner
        saves (.json). Nothing counts until you have seen what was understood; the import of a table can be
        taken back as a whole.
      </p>
      <label className="inline-block mt-4 rounded border border-line px-2.75 py-1.25 text-base cursor-pointer hover:border-ink2">
        {file === null ? 'Choose a file, or drop it here' : `${file.name} (choose another)`}
        <input
          type="file"
          accept=".csv,.tsv,.txt,.json"
          multiple
          className="sr-only"
          data-testid="table-file"
          onChange={(e) => {
            void open([...(e.target.files ?? [])])
          }}
        />
      </label>
      {problem !== null && <FieldError>{problem}</FieldError>}
      {runs && file && <RunFiles key={`${file.name} ${String(file.lastModified)}`} files={runs} />}
      {preview && settings && (
        <>
          <SettingsForm preview={preview} settings={settings} onSettings={setSettings} />
          <div className="flex gap-3 mt-5 items-center">
            <Button
              look="main"
              disabled={staging.busy || lacking(settings) !== undefined}
              onClick={() => void stage()}
            >
              {staging.busy ? 'Reading the table …' : 'Read the table'}
            </Button>
            {lacking(settings) !== undefined && (
              <span className="text-base text-ink2">{lacking(settings)}</span>
            )}
          </div>
        </>
      )}
    </div>
  )
}

interface SettingsFormProps {
  readonly preview: Schemas['Preview']
  readonly settings: Settings
  readonly onSettings: (settings: Settings) => void
}

function SettingsForm({ preview, settings, onSettings }: SettingsFormProps) {
  const suites = useSuites()
  const set = (part: Partial<Settings>) => {
    onSettings({ ...settings, ...part })
  }
  const choices = [
    { value: none, label: 'no column' },
    ...settings.header.map((h) => ({ value: h, label: h })),
  ]
  const wide = settings.shape === 'WIDE'
  const shown = roles.filter(([role]) => !wide || (role !== 'METRIC' && role !== 'VALUE'))
  const suite = suites.data?.find((s) => `${s.key} ${s.version}` === settings.suite)
  return (
    <div className="mt-4">
      {preview.remembered && (
        <p className="text-base mb-2">
          A table with these columns was read before: the same settings are chosen.
        </p>
      )}
      <TableHead preview={preview} />
      <div className="grid grid-cols-[auto_auto] justify-start gap-x-12 gap-y-2 mt-5 text-base">
        <div>
          <h2 className="mb-2">What the columns say</h2>
          <Line label="A row is">
            <Select
              label="A row is"
              value={settings.shape}
              choices={[
                { value: 'LONG', label: 'one reading' },
                { value: 'WIDE', label: 'one run, a column for each metric' },
              ]}
              onValue={(v) => {
                set({ shape: v as Settings['shape'] })
              }}
            />
          </Line>
          {shown.map(([role, words]) => (
            <Line key={role} label={words}>
              <Select
                label={`Column of the ${words.toLowerCase()}`}
                value={settings.columns[role] ?? none}
                choices={choices}
                onValue={(v) => {
                  const columns = { ...settings.columns, [role]: v }
                  if (v === none) Reflect.deleteProperty(columns, role)
                  set({ columns })
                }}
              />
            </Line>
          ))}
        </div>
        <div className="max-w-95">
          <h2 className="mb-2">Where no column says it</h2>
          <Line label="Suite">
            <Select
              label="Suite of the whole table"
              value={settings.suite ?? none}
              choices={[
                { value: none, label: 'a column says it' },
                ...(suites.data ?? []).map((s) => ({
                  value: `${s.key} ${s.version}`,
                  label: `${s.name} ${s.version}`,
                })),
              ]}
              onValue={(v) => {
                onSettings(v === none ? without(settings, 'suite') : { ...settings, suite: v })
              }}
            />
          </Line>
          {wide && suite && (
            <MetricColumns
              settings={settings}
              suite={suite}
              onMetrics={(metrics) => {
                set({ metrics })
              }}
            />
          )}
          <Line label="What is missing here">
            <Select
              label="Models that are not there"
              value={settings.makeModels ?? none}
              choices={[
                { value: none, label: 'is rejected' },
                ...(Object.keys(kinds) as DeviceKind[]).map((k) => ({
                  value: k,
                  label: `is made, as ${kinds[k].many}`,
                })),
              ]}
              onValue={(v) => {
                onSettings(
                  v === none ? without(settings, 'makeModels') : { ...settings, makeModels: v as DeviceKind },
                )
              }}
            />
          </Line>
          <Text
            label="Unit"
            value={settings.unit ?? ''}
            placeholder="A"
            onValue={(unit) => {
              set({ unit })
            }}
          />
          <Text
            label="Setup"
            value={settings.setup ?? ''}
            placeholder="as shipped"
            onValue={(setup) => {
              set({ setup })
            }}
          />
          <Text
            label="The list comes from"
            value={settings.source ?? ''}
            placeholder="this desk"
            onValue={(source) => {
              set({ source })
            }}
          />
        </div>
      </div>
    </div>
  )
}

/** What must be chosen before any line can be understood; undefined if nothing. */
export function lacking(settings: Settings): string | undefined {
  const { columns } = settings
  if (columns.DEVICE === undefined) return 'Choose the column that names the device.'
  if (columns.SUITE === undefined && settings.suite === undefined) {
    return 'Choose the suite: for the whole table, or the column that names it.'
  }
  if (settings.shape === 'WIDE') {
    return Object.keys(settings.metrics).length === 0 ? 'Choose a column for at least one metric.' : undefined
  }
  if (columns.METRIC === undefined) return 'Choose the column that names the metric.'
  return columns.VALUE === undefined ? 'Choose the column with the value.' : undefined
}

/** The settings without one that may be left out. */
function without(settings: Settings, name: 'suite' | 'makeModels'): Settings {
  const rest = { ...settings }
  Reflect.deleteProperty(rest, name)
  return rest
}

function Line({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <div className="grid grid-cols-[150px_1fr] items-center mb-1.5">
      <span className="text-ink2">{label}</span>
      <span>{children}</span>
    </div>
  )
}

interface TextProps {
  readonly label: string
  readonly value: string
  /** What holds where nothing is typed. */
  readonly placeholder: string
  readonly onValue: (value: string) => void
}

function Text({ label, value, placeholder, onValue }: TextProps) {
  return (
    <Line label={label}>
      <input
        aria-label={label}
        value={value}
        placeholder={placeholder}
        maxLength={80}
        className="w-full border border-line rounded bg-sheet px-2.5 py-1 text-base"
        onChange={(e) => {
          onValue(e.target.value)
        }}
      />
    </Line>
  )
}

interface MetricColumnsProps {
  readonly settings: Settings
  readonly suite: Schemas['SuiteView']
  readonly onMetrics: (metrics: Settings['metrics']) => void
}

/** In a wide table: which column holds which metric. */
function MetricColumns({ settings, suite, onMetrics }: MetricColumnsProps) {
  return suite.metrics.map((m) => {
    const column = Object.entries(settings.metrics).find(([, key]) => key === m.key)?.[0] ?? none
    return (
      <Line key={m.key} label={m.name}>
        <Select
          label={`Column of ${m.name}`}
          value={column}
          choices={[
            { value: none, label: 'no column' },
            ...settings.header.map((h) => ({ value: h, label: h })),
          ]}
          onValue={(v) => {
            const rest = Object.fromEntries(
              Object.entries(settings.metrics).filter(([, key]) => key !== m.key),
            )
            onMetrics(v === none ? rest : { ...rest, [v]: m.key })
          }}
        />
      </Line>
    )
  })
}

function TableHead({ preview }: { readonly preview: Schemas['Preview'] }) {
  return (
    <div className="overflow-x-auto border border-line rounded max-w-full w-fit">
      <table className="border-collapse text-sm" aria-label="First rows of the table">
        <thead>
          <tr className="border-b border-line">
            {preview.settings.header.map((h, i) => (
              <th key={i} className="px-2.5 py-1 whitespace-nowrap">
                {h}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {preview.rows.map((row, i) => (
            <tr key={i} className="border-b border-line2">
              {row.map((v, j) => (
                <td key={j} className="px-2.5 h-6 whitespace-nowrap num font-normal">
                  {v}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}
