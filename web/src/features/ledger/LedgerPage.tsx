import { Link, useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useModels, useSuites } from '../../api/queries'
import { RepeatDots } from '../../figures/RepeatDots'
import type { Dot } from '../../figures/RepeatDots'
import { number } from '../../figures/format'
import { Button } from '../../ui/Button'
import { Combobox } from '../../ui/Combobox'
import { Select } from '../../ui/Select'
import { Failed, Loading } from '../../ui/States'
import { RunPanel } from './RunPanel'
import { flagWords } from '../../subjects/flags'
import { narrowedBy, pageOf, question, withOther } from './address'
import { useLedger } from './queries'
import { Typed } from '../../subjects/Typed'
import { when } from '../../figures/dates'

type Row = Schemas['LedgerRow']

const stateChoices: readonly { readonly value: string; readonly label: string }[] = [
  { value: 'any', label: 'any state' },
  { value: 'DONE', label: 'done' },
  { value: 'SET_ASIDE', label: 'set aside' },
  { value: 'FAILED', label: 'failed' },
  { value: 'flagged', label: 'flagged' },
  { value: 'doubted', label: 'to be checked' },
]

/** Every run, newest first; one opens at the side. */
export function LedgerPage() {
  const [search, setSearch] = useSearchParams()
  const ledger = useLedger(question(search))
  const open = search.get('run')
  const set = (name: string, value: string | null) => {
    setSearch(withOther(search, name, value))
  }
  return (
    <div className="flex min-h-full">
      <div className="flex-1 min-w-0 pt-4.5 pl-6.5 pb-6">
        <div className="flex items-start pr-4">
          <h1 className="flex-1">Ledger</h1>
          <Link
            to="/catalogue/import"
            className="rounded border border-line px-2.75 py-1.25 text-base hover:border-ink2"
          >
            Import
          </Link>
        </div>
        <p className="text-ink2 text-base">{ledger.data ? countWords(ledger.data) : ' '}</p>
        <Filters search={search} onSet={set} />
        {ledger.isPending && <Loading what="the ledger" />}
        {ledger.isError && <Failed error={ledger.error} retry={() => void ledger.refetch()} />}
        {ledger.data && (
          <Found
            found={ledger.data}
            open={open}
            page={pageOf(search)}
            onOpen={(id) => {
              set('run', id === open ? null : id)
            }}
            onPage={(p) => {
              set('page', String(p))
            }}
          />
        )}
      </div>
      {open !== null && (
        <RunPanel
          key={open}
          id={open}
          onClose={() => {
            set('run', null)
          }}
        />
      )}
    </div>
  )
}

interface FoundProps {
  readonly found: Schemas['LedgerPage']
  readonly open: string | null
  readonly page: number
  readonly onOpen: (id: string) => void
  readonly onPage: (page: number) => void
}

function Found({ found, open, page, onOpen, onPage }: FoundProps) {
  return (
    <>
      <Rows rows={found.rows} open={open} onOpen={onOpen} />
      {found.total === 0 && (
        <p className="text-ink2 mt-6">
          {found.done + found.failed + found.setAside === 0
            ? 'Nothing was measured yet. Put a device on the desk and run or type in a suite.'
            : 'No run fits these conditions.'}
        </p>
      )}
      <Pages page={page} pages={found.pages} onPage={onPage} />
    </>
  )
}

interface FiltersProps {
  readonly search: URLSearchParams
  /** Sets a condition, or leaves it out. */
  readonly onSet: (name: string, value: string | null) => void
}

function Filters({ search, onSet }: FiltersProps) {
  const models = useModels()
  const suites = useSuites()
  const devices = (models.data ?? []).map((m) => ({ value: String(m.id), label: `${m.maker} ${m.name}` }))
  const versions = (suites.data ?? []).map((s) => ({ value: String(s.id), label: `${s.name} ${s.version}` }))
  const choices = [
    { name: 'model', label: 'Device', options: [{ value: 'any', label: 'any device' }, ...devices] },
    { name: 'suite', label: 'Suite', options: [{ value: 'any', label: 'any suite' }, ...versions] },
  ]
  return (
    <div className="flex gap-2 mt-3 mb-2 flex-wrap items-center">
      <Select
        label="State"
        value={search.get('state') ?? 'any'}
        choices={stateChoices}
        onValue={(v) => {
          onSet('state', v)
        }}
      />
      {choices.map((c) => (
        <Combobox
          key={c.name}
          label={c.label}
          value={search.get(c.name) ?? 'any'}
          options={c.options}
          className="w-36"
          onValue={(v) => {
            onSet(c.name, v)
          }}
        />
      ))}
      {['from', 'to'].map((name) => (
        <Day
          key={name}
          label={name}
          value={search.get(name)}
          onValue={(v) => {
            onSet(name, v)
          }}
        />
      ))}
      {narrowedBy(search).map(({ name, words }) => (
        <Button
          key={name}
          aria-label={`No longer only this ${name}`}
          onClick={() => {
            onSet(name, null)
          }}
        >
          {words} ✕
        </Button>
      ))}
    </div>
  )
}

interface DayProps {
  readonly label: string
  readonly value: string | null
  readonly onValue: (value: string | null) => void
}

function Day({ label, value, onValue }: DayProps) {
  return (
    <label className="text-base text-ink2 flex items-center gap-1.5">
      {label}
      <input
        type="date"
        className="rounded border border-line bg-sheet px-1.5 py-0.75 text-base text-ink"
        value={value ?? ''}
        onChange={(e) => {
          onValue(e.target.value === '' ? null : e.target.value)
        }}
      />
    </label>
  )
}

interface RowsProps {
  readonly rows: readonly Row[]
  readonly open: string | null
  readonly onOpen: (id: string) => void
}

function Rows({ rows, open, onOpen }: RowsProps) {
  return (
    <table className="w-full border-collapse" data-testid="ledger">
      <thead>
        <tr className="border-b border-line [&>th]:px-2 [&>th]:py-1.5">
          <th className="w-26">Time</th>
          <th>Device</th>
          <th className="w-27.5">Suite</th>
          <th className="w-22.5">Repeats</th>
          <th className="w-32.5 text-right">Score</th>
          <th>State</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr
            key={row.id}
            data-run={row.id}
            data-subject={`setup-${String(row.setup.setupId)}`}
            data-name={`${row.setup.model}, ${row.setup.name}`}
            data-state={row.state}
            aria-selected={row.id === open}
            className="border-b border-line2 [&>td]:px-2 [&>td]:h-8.5 aria-selected:bg-ground hover:bg-ground cursor-pointer"
            onClick={() => {
              onOpen(row.id)
            }}
          >
            <td className="num text-ink2 text-base whitespace-nowrap">
              <button
                className="cursor-pointer"
                aria-label={`Open the run of ${row.suite} on ${row.setup.model}, ${when(row.startedAt)}`}
                onClick={(e) => {
                  e.stopPropagation()
                  onOpen(row.id)
                }}
              >
                {when(row.startedAt)}
              </button>
            </td>
            <td className="whitespace-nowrap max-w-57.5 truncate">
              {row.setup.model} <span className="text-ink2 text-sm">{row.setup.name}</span>
            </td>
            <td className="whitespace-nowrap">
              {row.suite} {row.version}
            </td>
            <td>{row.siblings.length > 0 && <RepeatDots dots={row.siblings.map(dot)} />}</td>
            <td className="text-right whitespace-nowrap">
              <HeadlineCell row={row} />
            </td>
            <td className="text-sm max-w-52.5 truncate" title={row.reason}>
              <StateWords row={row} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function HeadlineCell({ row }: { readonly row: Row }) {
  if (!row.headline) return <span className="gap">{row.state === 'FAILED' ? 'none' : 'parts only'}</span>
  const counts = row.state === 'DONE' && row.flags.length === 0 && row.headline.broken === undefined
  return (
    <>
      <Typed reading={row.headline} className={counts ? '' : 'line-through text-ink2'} />
    </>
  )
}

function StateWords({ row }: { readonly row: Row }) {
  if (row.state === 'FAILED') return <span className="text-brick">failed: {row.reason}</span>
  if (row.state === 'SET_ASIDE') return <span className="text-ink2">set aside: {row.reason}</span>
  if (row.flags.length > 0)
    return <span className="text-ink2">{row.flags.map((f) => flagWords[f]).join(', ')}</span>
  if (row.doubts > 0) return <span className="unmeant">to be checked</span>
  return row.origin === '' ? null : <span className="text-ink2">from {row.origin}</span>
}

function dot(sibling: Schemas['SiblingView']): Dot {
  const state =
    sibling.state === 'DONE' && !sibling.flagged ? 'counted' : sibling.state === 'FAILED' ? 'failed' : 'aside'
  return { value: sibling.value, state, own: sibling.self }
}

interface PagesProps {
  readonly page: number
  readonly pages: number
  readonly onPage: (page: number) => void
}

function Pages({ page, pages, onPage }: PagesProps) {
  if (pages < 2) return null
  return (
    <div className="flex gap-2 items-center mt-3 text-base text-ink2">
      <Button
        disabled={page === 0}
        onClick={() => {
          onPage(page - 1)
        }}
      >
        Newer
      </Button>
      page {page + 1} of {pages}
      <Button
        disabled={page + 1 >= pages}
        onClick={() => {
          onPage(page + 1)
        }}
      >
        Older
      </Button>
    </div>
  )
}

/** How many runs there are, by state. */
export function countWords(
  page: Pick<Schemas['LedgerPage'], 'done' | 'failed' | 'setAside' | 'flagged' | 'doubted'>,
): string {
  const all = page.done + page.failed + page.setAside
  return `${number(all, 0)} runs, ${number(page.setAside, 0)} set aside, ${number(page.failed, 0)} failed, ${number(page.flagged, 0)} flagged, ${number(page.doubted, 0)} to be checked`
}
