import type { Schemas } from '../../../api/client'
import { useFacts, useSuites } from '../../../api/queries'
import { grouped } from '../../../figures/format'
import { Combobox } from '../../../ui/Combobox'
import { isOfNumbers, saying, sayingOf, sayings, withOwn } from './settings'
import type { Settings } from './settings'

type Marks = Schemas['ColumnView']['marks']

export interface ColumnTableProps {
  readonly preview: Schemas['Preview']
  readonly settings: Settings
  readonly onSettings: (settings: Settings) => void
  readonly onMarks: (column: string, marks: Marks) => void
}

/** The columns down the page: what stands in them, what they say, and how their numbers are read. */
export function ColumnTable({ preview, settings, onSettings, onMarks }: ColumnTableProps) {
  const suites = useSuites().data ?? []
  const facts = useFacts().data ?? []
  const suite = suites.find((s) => `${s.key} ${s.version}` === settings.suite)
  const options = sayings(suite, facts)
  return (
    <section className="mt-5">
      <h2 className="mb-1">What the columns say</h2>
      <table className="border-collapse text-base" aria-label="Columns of the table">
        <thead>
          <tr className="border-b border-line [&>th]:pr-6 [&>th]:py-1">
            <th>Column</th>
            <th>First rows</th>
            <th>It is</th>
            <th>Its numbers are read</th>
          </tr>
        </thead>
        <tbody>
          {settings.header.map((column, i) => (
            <tr key={column} className="border-b border-line2 [&>td]:pr-6 [&>td]:py-1 align-baseline">
              <td className="font-medium max-w-60">{column}</td>
              <td className="text-ink2 text-sm max-w-80 truncate">{firstOf(preview.rows, i)}</td>
              <td>
                <Combobox
                  label={`${column} is`}
                  options={withOwn(options, column, facts)}
                  value={sayingOf(settings, column)}
                  onValue={(says) => {
                    onSettings(saying(settings, column, says))
                  }}
                  className="w-55"
                />
              </td>
              <td className="text-sm">
                {isOfNumbers(settings, column) && (
                  <Reading
                    column={preview.columns.find((c) => c.name === column)}
                    onMarks={(marks) => {
                      onMarks(column, marks)
                    }}
                  />
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

function firstOf(rows: readonly (readonly string[])[], column: number): string {
  return rows
    .map((r) => r[column] ?? '')
    .filter((v) => v !== '')
    .slice(0, 4)
    .join(' · ')
}

interface ReadingProps {
  readonly column: Schemas['ColumnView'] | undefined
  readonly onMarks: (marks: Marks) => void
}

/** How the numbers of a column are marked: told by all of them, or asked where they could be either. */
function Reading({ column, onMarks }: ReadingProps) {
  if (column === undefined) return <span className="text-ink2">as they stand</span>
  const words = (marks: Marks) =>
    column.samples
      .slice(0, 3)
      .map((s) => `${s.text} is ${grouped((marks === 'POINT' ? s.point : s.comma) ?? 'no number')}`)
      .join(', ')
  if (column.sure)
    return (
      <span>
        {words(column.marks)}{' '}
        <button
          type="button"
          className="text-ink2 underline underline-offset-2 decoration-line hover:text-ink"
          onClick={() => {
            onMarks(column.marks === 'POINT' ? 'COMMA' : 'POINT')
          }}
        >
          otherwise
        </button>
      </span>
    )
  return (
    <fieldset className="unmeant px-2 py-1">
      <legend className="sr-only">How the numbers of {column.name} are read</legend>
      {column.mixed && <p>Some can be read only the one way, some only the other.</p>}
      {(['POINT', 'COMMA'] as const).map((marks) => (
        <label key={marks} className="flex gap-1.5 items-baseline">
          <input
            type="radio"
            name={`marks of ${column.name}`}
            checked={false}
            onChange={() => {
              onMarks(marks)
            }}
          />
          {words(marks)}
          {marks === column.marks && <span className="text-ink2">likely</span>}
        </label>
      ))}
    </fieldset>
  )
}
