import { useState } from 'react'
import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { Samples } from '../../figures/Samples'
import { seconds, unitWords } from '../../figures/format'
import { capital } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { bringBack, setAside } from './deeds'
import { Failed, Loading } from '../../ui/States'
import { insideAddress } from '../../subjects/inside-address'
import { Doubts } from './Doubts'
import { Evidence } from '../../subjects/Evidence'
import { FlagsForm } from './FlagsForm'
import { averageWords } from '../../subjects/average'
import { flagWords } from '../../subjects/flags'
import { asideReasons } from '../../subjects/reasons'
import { historyWords } from '../../subjects/history'
import { useRun } from './queries'
import { Curve } from '../../figures/Curve'
import { Typed } from '../../subjects/Typed'
import { when } from '../../figures/dates'

type Detail = Schemas['RunDetail']

export interface RunPanelProps {
  readonly id: string
  readonly onClose: () => void
}

/** Everything kept with one run, and the way to set it aside or bring it back. */
export function RunPanel({ id, onClose }: RunPanelProps) {
  const run = useRun(id)
  return (
    <aside className="w-77 shrink-0 border-l border-line2 px-5 pt-5 pb-8 text-base" aria-label="Run">
      {run.isPending && <Loading what="the run" />}
      {run.isError && <Failed error={run.error} retry={() => void run.refetch()} />}
      {run.data && <RunView detail={run.data} onClose={onClose} />}
    </aside>
  )
}

function RunView({ detail, onClose }: { readonly detail: Detail; readonly onClose: () => void }) {
  return (
    <>
      <RunHead detail={detail} onClose={onClose} />
      <Doubts detail={detail} />
      <Readings detail={detail} />
      {detail.series.map((x) => (
        <SeriesCurve key={x.name} series={x} detail={detail} />
      ))}
      {detail.samples.length > 0 && <SampleFigures samples={detail.samples} />}
      <Circumstances detail={detail} />
      <Evidence run={detail.run.id} />
      <FlagsForm detail={detail} />
      <section className="mt-4">
        <h2>History</h2>
        {detail.history.map((e, i) => (
          <p key={i} className="leading-relaxed">
            <span className="num text-ink2">{when(e.at)}</span> {historyWords(e)}
          </p>
        ))}
      </section>
      <Move detail={detail} />
    </>
  )
}

/** Whether its readings go into scores. */
function isCounted({ run }: Detail): boolean {
  return run.state === 'DONE' && run.flags.length === 0
}

function RunHead({ detail, onClose }: { readonly detail: Detail; readonly onClose: () => void }) {
  const { run, setup } = detail
  return (
    <>
      <div className="flex justify-between items-baseline gap-2">
        <b className="font-semibold text-md">
          {detail.suite} {detail.version}, {when(run.startedAt)}
        </b>
        <button className="text-ink2 hover:text-ink" aria-label="Close the run" onClick={onClose}>
          ✕
        </button>
      </div>
      <p className="text-ink2 mt-0.5 mb-3">
        {setup.maker} {setup.model}, {setup.name}. {run.origin !== '' && `From ${run.origin}. `}By{' '}
        {run.sender} {detail.senderVersion},{' '}
        {seconds((Date.parse(run.endedAt) - Date.parse(run.startedAt)) / 1000)}.
      </p>
      {run.reason !== undefined && (
        <p className="unmeant px-2.5 py-1.5 mb-3" data-testid="reason">
          {capital(run.reason)}
        </p>
      )}
      {run.flags.length > 0 && (
        <p className="unmeant px-2.5 py-1.5 mb-3" data-testid="flags">
          {capital(run.flags.map((f) => flagWords[f]).join(', '))}: it does not count.
        </p>
      )}
    </>
  )
}

function Readings({ detail }: { readonly detail: Detail }) {
  const { run } = detail
  const counts = isCounted(detail)
  return (
    <>
      <table className="w-full border-collapse">
        <tbody>
          {run.readings.map((r) => (
            <tr key={r.metric} className="border-b border-line2">
              <td className="h-7 pr-2">
                {r.name}
                {r.computed && <span className="unit"> computed</span>}
                {r.average && <p className="text-ink2 text-sm pb-1">{averageWords(r.average)}</p>}
                {r.note !== undefined && <p className="text-ink2 text-sm pb-1">{r.note}</p>}
                {r.broken !== undefined && <p className="text-ink2 text-sm pb-1">{r.broken}</p>}
              </td>
              <td className="text-right whitespace-nowrap">
                <Typed
                  reading={r}
                  className={counts && r.broken === undefined ? '' : 'line-through text-ink2'}
                />
              </td>
            </tr>
          ))}
          {run.gaps.map((g) => (
            <tr key={g.metric} className="border-b border-line2">
              <td className="h-7 pr-2">{g.name}</td>
              <td className="text-right">
                <span className="gap">{g.reason}</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {run.readings.length === 0 && <p className="gap">no reading</p>}
    </>
  )
}

interface SeriesCurveProps {
  readonly series: Detail['series'][number]
  readonly detail: Detail
}

function SeriesCurve({ series, detail }: SeriesCurveProps) {
  const { run, setup } = detail
  return (
    <section className="mt-4">
      <h2>
        {capital(series.name)} <span className="unit">{unitWords(series.unit)}</span>
      </h2>
      <Curve
        x={series.x}
        y={series.y}
        name={series.name}
        unit={unitWords(series.unit)}
        axis={{
          axis: series.axis === 'size' || series.axis === 'time' ? series.axis : 'other',
          unit: series.axisUnit,
        }}
      />
      <p className="text-ink2 text-sm">
        {series.points > series.x.length &&
          `${String(series.points)} points, thinned so that no spike is hidden. `}
        <Link
          className="underline underline-offset-2 hover:text-ink"
          to={insideAddress(run.suiteId, setup.setupId, series.name, isCounted(detail) ? undefined : run.id)}
        >
          Look inside
        </Link>
      </p>
    </section>
  )
}

/** What was so when it ran: read otherwise than known, noted, ticked off. */
function Circumstances({ detail }: { readonly detail: Detail }) {
  return (
    <>
      {detail.readOtherwise.length > 0 && (
        <section className="mt-4">
          <h2>Read otherwise than the setup says</h2>
          {detail.readOtherwise.map((c) => (
            <p key={c.key} className="mt-1">
              {c.name}: <span className="unmeant">{`${c.before} → ${c.after}`}</span>
            </p>
          ))}
        </section>
      )}
      {detail.note !== undefined && (
        <section className="mt-4">
          <h2>Note</h2>
          <p className="whitespace-pre-wrap break-words">{detail.note}</p>
        </section>
      )}
      {(detail.conditions.length > 0 || detail.roomTemperature !== undefined) && (
        <section className="mt-4">
          <h2>Conditions</h2>
          {detail.conditions.map((c) => (
            <p key={c.words} className={c.ticked ? '' : 'text-ink2'}>
              {c.ticked ? '✓' : '–'} {c.words}
              {!c.ticked && <span className="text-sm"> not ticked</span>}
            </p>
          ))}
          {detail.roomTemperature !== undefined && (
            <p>
              Room <span className="num">{detail.roomTemperature}</span> <span className="unit">°C</span>
            </p>
          )}
        </section>
      )}
    </>
  )
}

function SampleFigures({ samples }: { readonly samples: Detail['samples'] }) {
  const [chosen, setChosen] = useState(0)
  const sample = samples[chosen]
  if (!sample) return null
  return (
    <section className="mt-4">
      <label className="flex items-baseline gap-2">
        <h2>Samples of</h2>
        <select
          className="flex-1 min-w-0 bg-sheet text-base border-b border-line"
          value={chosen}
          onChange={(e) => {
            setChosen(Number(e.target.value))
          }}
        >
          {samples.map((s, i) => (
            <option key={s.metric} value={i}>
              {s.name}
            </option>
          ))}
        </select>
      </label>
      <Samples values={sample.values} marks={sample.marks} unit={unitWords(sample.unit)} />
      <p className="text-ink2 text-sm mt-1">
        {unitWords(sample.unit)}. Hollow: warm-up. Crossed: disturbed. The reading is the median of the rest.
      </p>
    </section>
  )
}

function Move({ detail }: { readonly detail: Detail }) {
  const { run } = detail
  const aside = useDeed(setAside, 'here')
  const back = useDeed(bringBack)
  const [asking, setAsking] = useState(false)
  const [reason, setReason] = useState('')
  if (run.state === 'FAILED') return null
  if (run.state === 'SET_ASIDE') {
    return (
      <div className="mt-4">
        <Button
          changes
          onClick={() => {
            void back.run({ run: run.id, reason: run.reason ?? 'set aside again' })
          }}
        >
          Bring back
        </Button>
      </div>
    )
  }
  if (!asking) {
    return (
      <Button
        changes
        className="mt-4"
        onClick={() => {
          setAsking(true)
        }}
      >
        Set aside
      </Button>
    )
  }
  return (
    <form
      className="mt-4"
      onSubmit={(e) => {
        e.preventDefault()
        void aside.run({ run: run.id, reason }).then((done) => {
          if (done) setAsking(false)
        })
      }}
    >
      <Field
        label="Why does it not count?"
        value={reason}
        onValue={setReason}
        autoFocus
        required
        maxLength={500}
        list="aside-reasons"
        error={aside.problem ?? undefined}
      />
      <datalist id="aside-reasons">
        {asideReasons.map((r) => (
          <option key={r} value={r} />
        ))}
      </datalist>
      <div className="flex gap-2">
        <Button look="main" type="submit" disabled={reason.trim() === ''}>
          Set aside
        </Button>
        <Button
          onClick={() => {
            setAsking(false)
          }}
        >
          Leave it
        </Button>
      </div>
    </form>
  )
}
