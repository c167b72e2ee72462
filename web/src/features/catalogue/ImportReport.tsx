import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { number, when } from '../../figures/format'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { FieldError } from '../../ui/Field'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { acceptImport, bringImportBack, takeImportBack } from './deeds'
import { useImport } from './queries'

/** What was read of a table, what was rejected and why, and the way to keep it or take it back. */
export function ImportReport() {
  const { id } = useParams()
  const [search, setSearch] = useSearchParams()
  const page = Number(search.get('page') ?? '0')
  const report = useImport(Number(id), page)
  if (report.isPending) return <Loading what="the import" />
  if (report.isError) return <Failed error={report.error} retry={() => void report.refetch()} />
  return (
    <ReportView
      report={report.data}
      page={page}
      onPage={(p) => {
        setSearch({ page: String(p) })
      }}
    />
  )
}

interface ReportViewProps {
  readonly report: Schemas['TableReport']
  readonly page: number
  readonly onPage: (page: number) => void
}

function ReportView({ report, page, onPage }: ReportViewProps) {
  const { batch } = report
  const [off, setOff] = useState<ReadonlySet<string>>(new Set())
  const accept = useDeed(acceptImport, 'here')
  const back = useDeed(takeImportBack, 'here')
  const again = useDeed(bringImportBack, 'here')
  const busy = accept.busy || back.busy || again.busy
  const problem = accept.problem ?? back.problem ?? again.problem
  const chosen = report.parts.filter((p) => !off.has(keyOf(p)))
  const keep = () => {
    void accept.run({
      batch: batch.id,
      ...(off.size === 0 ? {} : { parts: chosen.map((p) => ({ device: p.device, suite: p.suite })) }),
    })
  }
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-10">
      <div className="flex items-start gap-2.5">
        <div className="flex-1">
          <h1>{batch.name}</h1>
          <p className="text-ink2 text-base">
            Read {when(batch.at)} by {batch.who},{' '}
            {batch.source === '' ? 'measured by this desk' : `from ${batch.source}`}.{' '}
            <span className="num">{number(batch.understood, 0)}</span> readings understood,{' '}
            <span className="num">{number(batch.rejected, 0)}</span> lines rejected
            {(batch.state === 'ACCEPTED' || batch.state === 'TAKEN_BACK') &&
              `, ${number(batch.runs, 0)} runs kept, ${number(batch.doubted, 0)} to be checked`}
            .
          </p>
        </div>
        {batch.state === 'WAITING' && (
          <Button look="main" disabled={busy || chosen.length === 0} onClick={keep}>
            {busy ? 'Keeping …' : off.size === 0 ? 'Keep all that was understood' : 'Keep what is ticked'}
          </Button>
        )}
        {batch.state === 'ACCEPTED' && (
          <>
            <Link
              to={`/ledger?import=${String(batch.id)}`}
              className="rounded border border-line px-2.75 py-1.25 text-base hover:border-ink2"
            >
              Its runs
            </Link>
            <Button disabled={busy} onClick={() => void back.run(batch.id)}>
              Take it back
            </Button>
          </>
        )}
        {batch.state === 'TAKEN_BACK' && (
          <Button disabled={busy} onClick={() => void again.run(batch.id)}>
            Let it count again
          </Button>
        )}
      </div>
      {batch.state === 'TAKEN_BACK' && (
        <p className="unmeant inline-block mt-3">It was taken back: its runs are set aside.</p>
      )}
      {batch.state === 'ACCEPTING' && (
        <p role="status" className="mt-3 text-base" data-testid="accepting">
          Being kept: {number(batch.runs, 0)} runs so far. None counts before all are kept; it goes on by
          itself, also if the server is started again meanwhile.
        </p>
      )}
      {problem !== null && <FieldError>{problem}</FieldError>}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.3fr)] gap-10 mt-5">
        {report.parts.length > 0 && (
          <section>
            <h2 className="mb-1">What was understood</h2>
            <div className="max-h-[60vh] overflow-auto">
              {report.parts.map((p) => (
                <Checkbox
                  key={keyOf(p)}
                  checked={!off.has(keyOf(p))}
                  onChecked={(on) => {
                    const next = new Set(off)
                    if (on) next.delete(keyOf(p))
                    else next.add(keyOf(p))
                    setOff(next)
                  }}
                >
                  {p.device}, {p.suite}{' '}
                  <span className="text-ink2 text-sm">{number(p.readings, 0)} readings</span>
                </Checkbox>
              ))}
            </div>
          </section>
        )}
        <section>
          <h2 className="mb-1">Rejected lines</h2>
          {report.rejected.length === 0 ? (
            <p className="text-ink2 text-base">None.</p>
          ) : (
            <table className="w-full border-collapse text-base" data-testid="rejected">
              <thead>
                <tr className="border-b border-line [&>th]:pr-3 [&>th]:py-1">
                  <th className="text-right">Line</th>
                  <th>Column</th>
                  <th>Why</th>
                </tr>
              </thead>
              <tbody>
                {report.rejected.map((r, i) => (
                  <tr key={i} className="border-b border-line2 align-top [&>td]:pr-3 [&>td]:py-1">
                    <td className="num text-right">{r.line}</td>
                    <td className="text-ink2 whitespace-nowrap">{r.column}</td>
                    <td>{r.reason}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {report.rejectedPages > 1 && (
            <div className="flex gap-2 items-center mt-3 text-base text-ink2">
              <Button
                disabled={page === 0}
                onClick={() => {
                  onPage(page - 1)
                }}
              >
                Before
              </Button>
              page {page + 1} of {report.rejectedPages}
              <Button
                disabled={page + 1 >= report.rejectedPages}
                onClick={() => {
                  onPage(page + 1)
                }}
              >
                After
              </Button>
            </div>
          )}
        </section>
      </div>
    </div>
  )
}

function keyOf(part: Schemas['TablePart']): string {
  return `${part.device}\t${part.suite}`
}
