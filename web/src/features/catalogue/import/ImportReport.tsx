import { useEffect, useState } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import type { Schemas } from '../../../api/client'
import { number } from '../../../figures/format'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { Segments } from '../../../ui/Segments'
import { Failed, Loading } from '../../../ui/States'
import { useDeed } from '../../../ui/deed'
import { acceptImport, bringImportBack, takeImportBack, throwImportAway } from '../deeds'
import { useImport } from '../queries'
import { Cells } from './Cells'
import { Parts, keyOf } from './Parts'
import { when } from '../../../figures/dates'

type Report = Schemas['TableReport']
type Which = Schemas['Which']

/** What was read of a table cell by cell, and the way to keep it, throw it away or take it back. */
export function ImportReport() {
  const { id } = useParams()
  const [search, setSearch] = useSearchParams()
  const page = Number(search.get('page') ?? '0')
  const report = useImport(Number(id), 0)
  if (report.isPending) return <Loading what="the import" />
  if (report.isError) return <Failed error={report.error} retry={() => void report.refetch()} />
  const asked = search.get('cells') as Which | null
  const waits = report.data.batch.state === 'WAITING'
  const which = asked ?? (waits && report.data.counts.rejected === 0 ? 'KEPT' : 'REJECTED')
  return (
    <ReportView
      report={report.data}
      which={which}
      page={page}
      onLook={(cells, p) => {
        setSearch({ cells, page: String(p) })
      }}
    />
  )
}

interface ReportViewProps {
  readonly report: Report
  readonly which: Which
  readonly page: number
  readonly onLook: (which: Which, page: number) => void
}

function ReportView({ report, which, page, onLook }: ReportViewProps) {
  const { batch, counts } = report
  const [off, setOff] = useState<ReadonlySet<string>>(new Set())
  const waits = batch.state === 'WAITING'
  const all = (['KEPT', 'THERE', 'GAPS', 'REJECTED'] as const).filter((w) => waits || w === 'REJECTED')
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-10">
      <Head report={report} off={off} />
      <div className="flex gap-8 mt-5 items-start">
        <section className="flex-1 min-w-0">
          <Segments
            label="Cells of the table"
            value={which}
            choices={all.map((w) => ({ value: w, label: `${number(countOf(counts, w), 0)} ${words[w]}` }))}
            onValue={(w) => {
              onLook(w, 0)
            }}
          />
          <Cells
            key={`${which} ${String(page)}`}
            batch={batch}
            which={which}
            page={page}
            onPage={(p) => {
              onLook(which, p)
            }}
          />
        </section>
        {report.parts.length > 1 && <Parts parts={report.parts} off={off} onOff={setOff} />}
      </div>
    </div>
  )
}

const words: Readonly<Record<Which, string>> = {
  KEPT: 'to keep',
  THERE: 'there already',
  GAPS: 'without a number',
  REJECTED: 'rejected',
}

function countOf(counts: Schemas['CellCounts'], which: Which): number {
  return { KEPT: counts.kept, THERE: counts.there, GAPS: counts.gaps, REJECTED: counts.rejected }[which]
}

function Head({ report, off }: { readonly report: Report; readonly off: ReadonlySet<string> }) {
  const { batch } = report
  const [problem, setProblem] = useState<string | null>(null)
  return (
    <>
      <div className="flex items-start gap-2.5">
        <div className="flex-1">
          <h1>{batch.name}</h1>
          <p className="text-ink2 text-base">{aboutWords(report)}</p>
        </div>
        {batch.state === 'WAITING' ? (
          <Waiting report={report} off={off} onProblem={setProblem} />
        ) : (
          <Kept batch={batch} onProblem={setProblem} />
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
    </>
  )
}

interface DoingProps {
  readonly onProblem: (problem: string | null) => void
}

/** What can be done with a table that was read: keep it, or throw it away. */
function Waiting({
  report,
  off,
  onProblem,
}: DoingProps & { readonly report: Report; readonly off: ReadonlySet<string> }) {
  const { batch } = report
  const accept = useDeed(acceptImport, 'here')
  const throwing = useDeed(throwImportAway, 'here')
  const navigate = useNavigate()
  useProblem(accept.problem ?? throwing.problem, onProblem)
  const busy = accept.busy || throwing.busy
  // A table that holds again what is there is the same table; one with only other numbers may be the next.
  const [corrects, setCorrects] = useState(report.brought && report.counts.there > 0)
  const chosen = report.parts.filter((p) => !off.has(keyOf(p)))
  const parts = chosen.map((p) => ({ device: p.device, suite: p.suite }))
  const throwAway = async () => {
    if (await throwing.run(batch.id)) void navigate('/catalogue?tab=imports')
  }
  return (
    <>
      {report.otherwise > 0 && (
        <Otherwise count={report.otherwise} corrects={corrects} onCorrects={setCorrects} />
      )}
      <Button look="quiet" disabled={busy} onClick={() => void throwAway()}>
        Throw it away
      </Button>
      <Button
        look="main"
        disabled={busy || chosen.length === 0}
        onClick={() =>
          void accept.run({
            batch: batch.id,
            ...(off.size === 0 ? {} : { parts }),
            ...(report.otherwise > 0 ? { corrects } : {}),
          })
        }
      >
        {accept.busy ? 'Keeping …' : off.size === 0 ? 'Keep all that was understood' : 'Keep what is ticked'}
      </Button>
    </>
  )
}

interface OtherwiseProps {
  readonly count: number
  readonly corrects: boolean
  readonly onCorrects: (corrects: boolean) => void
}

/** Numbers that are other than those imported before for the same tests: right ones, or measured again. */
function Otherwise({ count, corrects, onCorrects }: OtherwiseProps) {
  return (
    <div className="text-base text-right" data-testid="otherwise">
      <p className="mb-1">
        {many(count, 'number')} {count === 1 ? 'is' : 'are'} other than what was imported before for the same
        {count === 1 ? ' test' : ' tests'}.
      </p>
      <Segments
        label="Numbers that are other than before"
        value={corrects ? 'correct' : 'repeat'}
        choices={[
          { value: 'correct', label: 'they correct it: the older ones are set aside' },
          { value: 'repeat', label: 'measured again: further repeats' },
        ]}
        onValue={(v) => {
          onCorrects(v === 'correct')
        }}
      />
    </div>
  )
}

/** What can be done with a table that was kept: take it back, or let it count again. */
function Kept({ batch, onProblem }: DoingProps & { readonly batch: Report['batch'] }) {
  const back = useDeed(takeImportBack, 'here')
  const again = useDeed(bringImportBack, 'here')
  useProblem(back.problem ?? again.problem, onProblem)
  if (batch.state === 'TAKEN_BACK')
    return (
      <Button disabled={again.busy} onClick={() => void again.run(batch.id)}>
        Let it count again
      </Button>
    )
  if (batch.state !== 'ACCEPTED') return null
  return (
    <>
      <Link
        to={`/ledger?import=${String(batch.id)}`}
        className="rounded border border-line px-2.75 py-1.25 text-base hover:border-ink2"
      >
        Its runs
      </Link>
      <Button disabled={back.busy} onClick={() => void back.run(batch.id)}>
        Take it back
      </Button>
    </>
  )
}

/** Tells a problem where there is room to say it. */
function useProblem(problem: string | null, tell: (problem: string | null) => void) {
  useEffect(() => {
    tell(problem)
  }, [problem, tell])
}

function many(n: number, one: string): string {
  return `${number(n, 0)} ${one}${n === 1 ? '' : 's'}`
}

/** Where the table comes from, and what became of it. */
export function aboutWords({ batch }: Pick<Report, 'batch'>): string {
  const from = batch.source === '' ? 'measured by this desk' : `from ${batch.source}`
  const kept =
    batch.state === 'ACCEPTED' || batch.state === 'TAKEN_BACK'
      ? `, ${many(batch.runs, 'run')} kept, ${number(batch.doubted, 0)} to be checked`
      : ''
  return `Read ${when(batch.at)} by ${batch.who}, ${from}. ${many(batch.understood, 'reading')} understood, ${many(batch.rejected, 'line')} rejected${kept}.`
}
