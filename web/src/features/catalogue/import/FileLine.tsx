import { useState } from 'react'
import type { Schemas } from '../../../api/client'
import { Button } from '../../../ui/Button'
import { Select } from '../../../ui/Select'
import type { Settings } from './settings'

const separators = [
  { value: ',', label: 'commas' },
  { value: ';', label: 'semicolons' },
  { value: '\t', label: 'tabs' },
  { value: '|', label: 'bars' },
]
const charsets = ['UTF-8', 'UTF-16LE', 'UTF-16BE', 'windows-1252', 'ISO-8859-2', 'windows-1251', 'Shift_JIS']

export interface FileLineProps {
  readonly preview: Schemas['Preview']
  readonly settings: Settings
  readonly onHow: (how: Schemas['FileChoice']) => void
}

/** How the file itself is read, in a sentence, and the way to change it. */
export function FileLine(props: FileLineProps) {
  const [open, setOpen] = useState(false)
  const { file } = props.settings
  if (file === undefined) return null
  const line = String(file.headLine)
  const lines = file.headRows === 2 ? `lines ${line} and ${String(file.headLine + 1)}` : `line ${line}`
  return (
    <div className="text-base text-ink2 mb-4">
      <p>
        {sourceWords(props, file)}, the columns are named on {lines}.{' '}
        <Button
          look="link"
          aria-expanded={open}
          onClick={() => {
            setOpen(!open)
          }}
        >
          {open ? 'Done' : 'Read it otherwise'}
        </Button>
      </p>
      {open && <How {...props} file={file} />}
    </div>
  )
}

type FileSettings = Schemas['FileSettings']

function sourceWords({ preview, settings }: FileLineProps, file: FileSettings): string {
  if (file.format !== 'TEXT') return `Sheet “${file.sheet ?? preview.sheets[0] ?? ''}”`
  const parted = separators.find((s) => s.value === settings.separator)?.label ?? settings.separator
  return `Text in ${file.charset}, parted by ${parted}`
}

function How({ preview, settings, onHow, file }: FileLineProps & { readonly file: FileSettings }) {
  const how = (part: Partial<FileSettings>, parted = settings.separator) => {
    onHow({ file: { ...file, ...part }, separator: parted })
  }
  return (
    <div className="flex flex-wrap gap-4 mt-2 items-center">
      {file.format === 'TEXT' ? (
        <>
          <Labelled label="Encoding">
            <Select
              label="Encoding"
              value={file.charset}
              choices={[...new Set([file.charset, ...charsets])].map((c) => ({ value: c, label: c }))}
              onValue={(charset) => {
                how({ charset })
              }}
            />
          </Labelled>
          <Labelled label="Parted by">
            <Select
              label="Parted by"
              value={settings.separator}
              choices={separators}
              onValue={(parted) => {
                how({}, parted)
              }}
            />
          </Labelled>
        </>
      ) : (
        <Labelled label="Sheet">
          <Select
            label="Sheet"
            value={file.sheet ?? preview.sheets[0] ?? ''}
            choices={preview.sheets.map((s) => ({ value: s, label: s }))}
            onValue={(sheet) => {
              how({ sheet })
            }}
          />
        </Labelled>
      )}
      <HeadPlace file={file} onPlace={how} />
    </div>
  )
}

interface HeadPlaceProps {
  readonly file: FileSettings
  readonly onPlace: (place: Partial<Pick<FileSettings, 'headLine' | 'headRows'>>) => void
}

function HeadPlace({ file, onPlace }: HeadPlaceProps) {
  return (
    <>
      <Labelled label="Columns are named on line">
        <input
          aria-label="Columns are named on line"
          inputMode="numeric"
          className="w-14 border border-line rounded bg-sheet px-2 py-1 text-base text-ink"
          defaultValue={file.headLine}
          onBlur={(e) => {
            const headLine = Number(e.target.value)
            if (headLine >= 1 && headLine !== file.headLine) onPlace({ headLine })
          }}
        />
      </Labelled>
      <Labelled label="in rows">
        <Select
          label="Rows of names"
          value={String(file.headRows)}
          choices={[
            { value: '1', label: 'one' },
            { value: '2', label: 'two' },
          ]}
          onValue={(rows) => {
            onPlace({ headRows: Number(rows) })
          }}
        />
      </Labelled>
    </>
  )
}

function Labelled({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <span className="flex gap-2 items-center">
      <span className="text-sm">{label}</span>
      {children}
    </span>
  )
}
