import { useQuery } from '@tanstack/react-query'
import { Link, useSearchParams } from 'react-router'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { askedDays } from '../../api/zone'
import { Button } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { Select } from '../../ui/Select'
import { Failed, Loading } from '../../ui/States'
import { deedWords } from '../../subjects/history'
import { kinds, recordAddress, recordWords } from './words'
import { when } from '../../figures/dates'

type Line = Schemas['HistoryLine']

const every = 'every'

/** Who changed what and when, of every record: by day, person and kind. */
export function HistoryPage() {
  const [search, setSearch] = useSearchParams()
  const asked = {
    kind: (search.get('kind') ?? undefined) as Line['kind'] | undefined,
    who: search.get('who') ?? undefined,
    ...askedDays(search),
    page: Number(search.get('page') ?? '0'),
  }
  const found = useQuery({
    queryKey: keys.history(asked),
    queryFn: () => take(api.GET('/api/v1/history', { params: { query: asked } })),
    placeholderData: (before) => before,
  })
  const set = (name: string, value: string) => {
    const next = new URLSearchParams(search)
    if (value === '' || value === every) next.delete(name)
    else next.set(name, value)
    if (name !== 'page') next.delete('page')
    setSearch(next, { replace: true })
  }
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-10">
      <h1>What happened</h1>
      <p className="text-ink2 text-base">
        Who changed what and when, the last first. Nothing of it is ever removed.
      </p>
      <div className="flex items-end gap-3 mt-3 flex-wrap">
        <div className="mb-3">
          <Select
            label="To what"
            value={asked.kind ?? every}
            choices={[
              { value: every, label: 'everything' },
              ...Object.entries(kinds).map(([value, label]) => ({ value, label })),
            ]}
            onValue={(v) => {
              set('kind', v)
            }}
          />
        </div>
        <div className="w-50">
          <Field
            label="By whom"
            value={asked.who ?? ''}
            onValue={(v) => {
              set('who', v)
            }}
          />
        </div>
        <Day name="from" label="From" search={search} onSet={set} />
        <Day name="to" label="To" search={search} onSet={set} />
      </div>
      {found.isPending && <Loading what="what happened" />}
      {found.isError && <Failed error={found.error} retry={() => void found.refetch()} />}
      {found.data && <Lines lines={found.data.lines} />}
      {found.data && (asked.page > 0 || found.data.more) && (
        <div className="flex gap-2 items-center mt-3 text-base text-ink2">
          <Button
            disabled={asked.page === 0}
            onClick={() => {
              set('page', asked.page === 1 ? '' : String(asked.page - 1))
            }}
          >
            Later
          </Button>
          page {asked.page + 1}
          <Button
            disabled={!found.data.more}
            onClick={() => {
              set('page', String(asked.page + 1))
            }}
          >
            Earlier
          </Button>
        </div>
      )}
    </div>
  )
}

interface DayProps {
  readonly name: string
  readonly label: string
  readonly search: URLSearchParams
  readonly onSet: (name: string, value: string) => void
}

function Day({ name, label, search, onSet }: DayProps) {
  return (
    <div className="w-40">
      <Field
        label={label}
        type="date"
        value={search.get(name) ?? ''}
        onValue={(v) => {
          onSet(name, v)
        }}
      />
    </div>
  )
}

function Lines({ lines }: { readonly lines: readonly Line[] }) {
  if (lines.length === 0) return <p className="text-base mt-2">Nothing happened that is so.</p>
  return (
    <table className="border-collapse text-base w-full max-w-270" data-testid="history">
      <thead>
        <tr>
          <th className="pr-4 pb-1 w-33">When</th>
          <th className="pr-4 pb-1 w-45">Who</th>
          <th className="pr-4 pb-1 w-42">To what</th>
          <th className="pb-1">What</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((l, i) => (
          <tr key={i} className="border-t border-line2 align-baseline">
            <td className="pr-4 py-1 num text-ink2 whitespace-nowrap">{when(l.at)}</td>
            <td className="pr-4 max-w-45 truncate" title={l.who}>
              {l.who}
            </td>
            <td className="pr-4 whitespace-nowrap">
              <Record line={l} />
            </td>
            <td className="[overflow-wrap:anywhere]">
              {deedWords(l.what)}
              {l.reason !== undefined && <span className="text-ink2">: {l.reason}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function Record({ line }: { readonly line: Line }) {
  const address = recordAddress(line)
  return address === undefined ? (
    <>{recordWords(line)}</>
  ) : (
    <Link to={address} className="underline decoration-line underline-offset-2">
      {recordWords(line)}
    </Link>
  )
}
