import { type ReactNode, useMemo, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useFocus } from '../../frame/focus'
import type { Schemas } from '../../api/client'
import { Histogram } from '../../figures/Histogram'
import { Lines, lookOf, nearest, valueAt } from '../../figures/Lines'
import type { PlotLine } from '../../figures/Lines'
import { number, significant, unitWords } from '../../figures/format'
import { capital, counted } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Empty, Failed, Loading } from '../../ui/States'
import { FigureWays } from '../../subjects/FigureWays'
import { AddSubject } from '../../subjects/AddSubject'
import { address, question } from '../../subjects/inside-address'
import type { Question } from '../../subjects/inside-address'
import { insideFigure } from './figure'
import { levelsOf, onsets, plotLines, spotsOf } from './lines'
import { framesWords, holdsWords, lineName, oddWords, placeWords, sizesWords, valueWords } from './words'
import { useInside } from './queries'
import { when } from '../../figures/dates'

type View = Schemas['InsideView']
type Line = View['lines'][number]

/** What lies inside a score: curves, traces, frames. */
export function InsidePage() {
  const [search, setSearch] = useSearchParams()
  const q = question(search)
  const inside = useInside(
    q.suite === undefined || q.setups.length === 0
      ? undefined
      : {
          suite: q.suite,
          setup: [...q.setups],
          series: [...q.series],
          ...(q.run === undefined ? {} : { run: q.run }),
          ...(q.floor === undefined ? {} : { floor: q.floor }),
          ...(q.from === undefined ? {} : { from: q.from }),
          ...(q.to === undefined ? {} : { to: q.to }),
        },
  )
  if (q.suite === undefined || q.setups.length === 0) {
    return (
      <Empty title="Choose a run first">
        <p>
          Curves and traces belong to a suite in a setup: open a run in the <Link to="/ledger">ledger</Link>{' '}
          or a model in the <Link to="/catalogue">catalogue</Link>, and look inside from there.
        </p>
      </Empty>
    )
  }
  if (inside.isError) return <Failed error={inside.error} retry={() => void inside.refetch()} />
  if (!inside.data) return <Loading what="the series" />
  return (
    <Inside
      view={inside.data}
      q={q}
      change={(next) => {
        setSearch(address(next, search))
      }}
    />
  )
}

interface InsideProps {
  readonly view: View
  readonly q: Question
  readonly change: (next: Question) => void
}

function Inside({ view, q, change }: InsideProps) {
  const [adding, setAdding] = useState(false)
  const focus = useFocus()?.setupId
  return (
    <div className="pt-4.5 px-6.5 pb-8">
      <div className="flex items-start gap-2">
        <div className="flex-1 min-w-0">
          <h1>
            {view.suite}: {kindWords[view.kind].title}
          </h1>
          <p className="text-ink2 text-base mt-0.5">
            {kindWords[view.kind].about}
            {q.run !== undefined && ' One run alone.'}
          </p>
        </div>
        {view.setups.length < 6 && (
          <Button
            onClick={() => {
              setAdding(true)
            }}
          >
            Lay another over it
          </Button>
        )}
        {view.lines.length > 0 && <FigureWays figure={() => insideFigure(view, focus)} />}
      </div>
      <Choices view={view} q={q} change={change} focus={focus} />
      {view.lines.length === 0 ? (
        <p className="text-ink2 py-6">
          {view.names.length === 0
            ? 'No run that counts has a series in these setups. Runs of our own suites keep theirs; for others import a sensor log with the run.'
            : 'None of these setups has the series that were asked for.'}
        </p>
      ) : view.kind === 'FRAMES' ? (
        <FramesView view={view} q={q} change={change} focus={focus} />
      ) : view.kind === 'TIME' ? (
        <TimeView view={view} q={q} change={change} focus={focus} />
      ) : (
        <CurveView view={view} focus={focus} />
      )}
      {adding && (
        <AddSubject
          subjects={[]}
          only="setup"
          onAdd={(key) => {
            const setup = Number(key.replace('setup-', ''))
            if (!q.setups.includes(setup))
              change({ ...q, setups: [...q.setups, setup].slice(0, 6), run: undefined })
          }}
          onClose={() => {
            setAdding(false)
          }}
        />
      )}
    </div>
  )
}

const kindWords: Readonly<Record<View['kind'], { readonly title: string; readonly about: string }>> = {
  SIZES: {
    title: 'along sizes',
    about:
      'The middle of all runs that count. Sizes double along the axis; marks under a line: where a larger size is slower.',
  },
  TIME: {
    title: 'over time',
    about: 'Every run thin, their middle stout. Draw over a stretch to see it closer.',
  },
  FRAMES: { title: 'frame by frame', about: 'How long each frame took; the slowest hundredth is marked.' },
  COUNT: { title: 'step by step', about: 'The middle of all runs that count.' },
}

function Choices({ view, q, change, focus }: InsideProps & { readonly focus: number | undefined }) {
  const shown = view.names.filter((n) => n.shown).map((n) => n.name)
  const lead = view.names.find((n) => n.shown)
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-y border-line2 py-2 mt-3 text-base">
      {view.setups.map((s) => (
        <span
          key={s.setupId}
          className="flex items-center gap-1.5"
          data-subject={`setup-${String(s.setupId)}`}
        >
          {s.setupId === focus && <span aria-hidden="true" className="inline-block w-2.25 h-3.25 bg-gold" />}
          <Link
            to={`/catalogue/setups/${String(s.setupId)}`}
            className="font-medium hover:underline underline-offset-2"
          >
            {s.label}
          </Link>
          {view.setups.length > 1 && (
            <button
              className="text-ink2 hover:text-ink px-0.5"
              aria-label={`Take ${s.label} away`}
              onClick={() => {
                change({ ...q, setups: q.setups.filter((id) => id !== s.setupId) })
              }}
            >
              ×
            </button>
          )}
        </span>
      ))}
      <span className="ml-auto flex flex-wrap gap-1.5" role="group" aria-label="Series">
        {view.names.map((n) => (
          <button
            key={n.name}
            aria-pressed={n.shown}
            className={`px-2 py-0.5 rounded border text-sm ${n.shown ? 'border-ink bg-ink text-sheet' : 'border-line text-ink2 hover:text-ink'}`}
            onClick={() => {
              const same = lead && n.axis === lead.axis && n.axisUnit === lead.axisUnit
              const next = n.shown
                ? shown.filter((s) => s !== n.name)
                : same
                  ? [...shown, n.name].slice(-6)
                  : [n.name]
              change({ ...q, series: next, from: undefined, to: undefined })
            }}
          >
            {n.name} <span className="text-xs">{unitWords(n.unit)}</span>
          </button>
        ))}
      </span>
      {q.run !== undefined && (
        <Button
          onClick={() => {
            change({ ...q, run: undefined })
          }}
        >
          All runs that count
        </Button>
      )}
      {(q.from !== undefined || q.to !== undefined) && (
        <Button
          onClick={() => {
            change({ ...q, from: undefined, to: undefined })
          }}
        >
          The whole time
        </Button>
      )}
    </div>
  )
}

/** Reads a figure by the arrow keys: the next place of any of its lines. */
function useReading(lines: readonly PlotLine[]) {
  const [at, setAt] = useState<number | undefined>(undefined)
  const places = useMemo(
    () => [...new Set(lines.filter((l) => l.look.faint !== true).flatMap((l) => l.x))].sort((a, b) => a - b),
    [lines],
  )
  const onKeyDown = (e: React.KeyboardEvent) => {
    if (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight') return
    e.preventDefault()
    const step =
      (e.key === 'ArrowRight' ? 1 : -1) * (e.shiftKey ? Math.max(1, Math.round(places.length / 20)) : 1)
    const now = at === undefined ? (step > 0 ? -1 : places.length) : places.indexOf(nearest(lines, at) ?? at)
    setAt(places[Math.max(0, Math.min(places.length - 1, now + step))])
  }
  return { at, setAt, onKeyDown }
}

/** What is read at a place, in words. */
function Reading({
  view,
  lines,
  at,
}: {
  readonly view: View
  readonly lines: readonly PlotLine[]
  readonly at: number | undefined
}) {
  return (
    <p className="text-sm min-h-5 mt-1" aria-live="polite" data-testid="reading">
      {at === undefined ? (
        <span className="text-ink2">Point at a place, or use the arrow keys, to read it.</span>
      ) : (
        <>
          <b className="font-semibold">{placeWords(view, at)}</b>
          {lines
            .filter((l) => l.look.faint !== true)
            .map((l) => {
              const value = valueAt(l, at)
              const own = view.lines.find((x) => lineName(view, x) === l.name)
              return (
                <span key={l.name} className="ml-4">
                  {l.name}{' '}
                  {value === undefined ? (
                    <span className="gap">no point</span>
                  ) : (
                    <span className="num">{significant(value, 4, own?.unit)}</span>
                  )}{' '}
                  <span className="unit">{unitWords(own?.unit ?? '')}</span>
                </span>
              )
            })}
        </>
      )}
    </p>
  )
}

function CurveView({ view, focus }: { readonly view: View; readonly focus: number | undefined }) {
  const lines = useMemo(() => plotLines(view, focus), [view, focus])
  const reading = useReading(lines)
  const spots = spotsOf(view)
  return (
    <div
      role="group"
      aria-label="The curve; arrow keys read the next place"
      tabIndex={0}
      className="mt-3"
      onKeyDown={reading.onKeyDown}
    >
      <Lines
        lines={lines}
        unit={unitWords(view.lines[0]?.unit ?? '')}
        log={view.kind === 'SIZES'}
        xWords={(x) => placeWords(view, x)}
        levels={levelsOf(view.lines)}
        spots={spots}
        at={reading.at}
        onAt={reading.setAt}
        width={1060}
        height={view.kind === 'SIZES' ? 372 : 300}
      />
      <Reading view={view} lines={lines} at={reading.at} />
      <ul className="mt-2 text-base">
        {view.lines.map((l) => (
          <LineItem key={`${String(l.setupId)} ${l.name}`} view={view} line={l}>
            {sizesWords(view, l)}
            {l.eachFurther !== undefined && (
              <>
                {' '}
                each further one {l.eachFurther < 0 ? 'takes away' : 'adds'}{' '}
                <span className="num">{valueWords(Math.abs(l.eachFurther), l.unit)}</span>
              </>
            )}{' '}
            <span className="text-ink2">{counted(l.runs.length, 'run')}</span>
          </LineItem>
        ))}
        {spots
          .filter((s) => s.kind === 'crossing')
          .map((s) => (
            <li key={s.words} className="py-0.75 border-b border-line2">
              {capital(s.words)}.
            </li>
          ))}
      </ul>
      <ValueTable view={view} />
    </div>
  )
}

/** Every value, for those who would rather read than look. */
function ValueTable({ view }: { readonly view: View }) {
  const places = [...new Set(view.lines.flatMap((l) => l.x))].sort((a, b) => a - b)
  if (places.length > 200) return null
  return (
    <details className="mt-3 text-sm">
      <summary className="cursor-pointer text-ink2">The values as a table</summary>
      <div className="overflow-x-auto">
        <table className="border-collapse mt-1" data-testid="values">
          <thead>
            <tr className="border-b border-line">
              <th className="pr-6 py-1">{capital(view.axis)}</th>
              {view.lines.map((l) => (
                <th key={`${String(l.setupId)} ${l.name}`} className="pr-6 text-right">
                  {lineName(view, l)}, {unitWords(l.unit)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {places.map((x) => (
              <tr key={x} className="border-b border-line2">
                <td className="pr-6 py-0.5">{placeWords(view, x)}</td>
                {view.lines.map((l) => {
                  const i = l.x.indexOf(x)
                  const value = l.y[i]
                  const odd = l.sizes?.odd.find((o) => o.x === x)
                  return (
                    <td key={`${String(l.setupId)} ${l.name}`} className="pr-6 num text-right">
                      {odd && <span className="unit">{oddWords(odd.mark, l)} </span>}
                      {value === undefined ? (
                        <span className="gap">none</span>
                      ) : (
                        significant(value, 4, l.unit)
                      )}
                    </td>
                  )
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </details>
  )
}

/** Series of one unit share a panel; all panels share the time. */
function TimeView({ view, q, change, focus }: InsideProps & { readonly focus: number | undefined }) {
  const panels = useMemo(() => {
    const units = [...new Set(view.lines.map((l) => l.unit))]
    return units.map((unit) => {
      const own = view.lines.filter((l) => l.unit === unit)
      const middles = plotLines(view, focus, own)
      const runs = own.flatMap((l, i) =>
        l.runs.length < 2
          ? []
          : l.runs.map((r): PlotLine => {
              const look = middles[i]?.look ?? lookOf(i, false)
              return { name: lineName(view, l), x: r.x, y: r.y, look: { ...look, faint: true } }
            }),
      )
      return { unit, own, lines: [...runs, ...middles] }
    })
  }, [view, focus])
  const all = useMemo(() => panels.flatMap((p) => p.lines), [panels])
  const reading = useReading(all)
  const height = panels.length === 1 ? 360 : panels.length === 2 ? 210 : 148
  return (
    <div
      role="group"
      aria-label="The traces; arrow keys read the next place, with Shift in longer steps"
      tabIndex={0}
      className="mt-3"
      onKeyDown={(e) => {
        if (e.key === 'Escape' && (q.from !== undefined || q.to !== undefined))
          change({ ...q, from: undefined, to: undefined })
        else reading.onKeyDown(e)
      }}
    >
      {panels.map((p, i) => (
        <div key={p.unit} className="border-b border-line2">
          <Lines
            lines={p.lines}
            unit={unitWords(p.unit)}
            log={false}
            clock={view.axisUnit === 's'}
            xWords={(x) => placeWords(view, x)}
            uprights={onsets(view, p.own)}
            at={reading.at}
            onAt={reading.setAt}
            onStretch={(from, to) => {
              change({ ...q, from, to })
            }}
            width={1060}
            height={i === panels.length - 1 ? height + 16 : height}
            axis={i === panels.length - 1}
          />
        </div>
      ))}
      <Reading view={view} lines={all} at={reading.at} />
      <ul className="mt-2 text-base">
        {view.lines.map((l) => (
          <LineItem key={`${String(l.setupId)} ${l.name}`} view={view} line={l}>
            {holdsWords(view, l)}
            <Runs view={view} line={l} />
          </LineItem>
        ))}
      </ul>
    </div>
  )
}

/** What is said of one line, after its name. */
function LineItem({
  view,
  line,
  children,
}: {
  readonly view: View
  readonly line: Line
  readonly children: ReactNode
}) {
  return (
    <li className="py-0.75 border-b border-line2" data-line={line.name}>
      <b className="font-semibold">{capital(lineName(view, line))}</b>: {children}
    </li>
  )
}

function Runs({ view, line }: { readonly view: View; readonly line: Line }) {
  if (line.runs.length < 2) return null
  return (
    <span className="text-ink2">
      {' '}
      {line.runs.length} runs
      {line.time?.held !== undefined &&
        `, held ${line.runs
          .map((r) =>
            r.time?.held === undefined
              ? ''
              : `${number(100 * r.time.held, 0)} %${r.time.onset === undefined ? '' : ` from ${placeWords(view, r.time.onset)}`}`,
          )
          .join(', ')}`}
      .
    </span>
  )
}

function FramesView({ view, q, change, focus }: InsideProps & { readonly focus: number | undefined }) {
  const [text, setText] = useState(q.floor === undefined ? '' : String(q.floor))
  return (
    <div className="mt-3">
      <form
        className="flex items-center gap-2 text-base"
        onSubmit={(e) => {
          e.preventDefault()
          const value = Number(text.replace(',', '.'))
          change({ ...q, floor: text.trim() === '' || !(value > 0) ? undefined : value })
        }}
      >
        <label htmlFor="floor">Never under</label>
        <input
          id="floor"
          inputMode="decimal"
          className="num w-16 border border-line rounded bg-sheet px-2 py-1 text-right"
          placeholder="60"
          value={text}
          onChange={(e) => {
            setText(e.target.value)
          }}
        />
        <span className="unit">frames/s</span>
        <Button type="submit">Hold it to that</Button>
      </form>
      {view.lines.map((l) => (
        <FrameLine
          key={`${String(l.setupId)} ${l.name}`}
          view={view}
          line={l}
          q={q}
          change={change}
          focus={focus}
        />
      ))}
    </div>
  )
}

function FrameLine({
  view,
  line,
  q,
  change,
  focus,
}: InsideProps & { readonly line: Line; readonly focus: number | undefined }) {
  const [chosen, setChosen] = useState(line.runs.length - 1)
  const run = line.runs[Math.min(chosen, line.runs.length - 1)]
  const f = line.frames
  const look = lookOf(0, line.setupId === focus && view.setups.length > 1)
  const lines = useMemo(
    () => (run ? [{ name: 'frame time', x: run.x, y: run.y, look: { ...look, width: 1 } }] : []),
    [run, look],
  )
  const reading = useReading(lines)
  if (!f || !run) return null
  const slow = slowFrames(run, f.slowest)
  const floor = q.floor === undefined ? [] : [{ value: 1000 / q.floor, words: `${String(q.floor)} frames/s` }]
  return (
    <section className="mt-3 border-t border-line2 pt-2" data-line={line.setup}>
      <h2>{view.setups.length > 1 ? line.setup : capital(line.name)}</h2>
      <p className="text-base">{framesWords(f, q.floor)}</p>
      <div className="flex gap-4 items-end">
        <div
          className="flex-1 min-w-0"
          role="group"
          tabIndex={0}
          aria-label="Frame times; arrow keys read the next frame"
          onKeyDown={reading.onKeyDown}
        >
          <Lines
            lines={lines}
            unit="ms"
            log={false}
            xWords={(x) => number(x, 0)}
            spots={slow}
            levels={[...floor, { value: f.slowest, words: 'slowest hundredth from here on' }]}
            at={reading.at}
            onAt={reading.setAt}
            onStretch={(from, to) => {
              change({ ...q, from, to })
            }}
            width={760}
            height={300}
          />
        </div>
        <div className="w-75 shrink-0">
          <Histogram
            bins={f.bins}
            binWidth={f.binWidth}
            unit="ms"
            name={`Frame times of ${line.setup}`}
            slow={f.slowest}
            floor={q.floor === undefined ? undefined : 1000 / q.floor}
            width={300}
            height={230}
          />
          <p className="text-ink2 text-xs">All runs; heights by the root of the count.</p>
        </div>
      </div>
      <p className="text-sm text-ink2">
        {reading.at === undefined
          ? 'Point at a frame, or use the arrow keys, to read it. '
          : `Frame ${String(Math.round(reading.at))}: ${significant(valueAt({ x: run.x, y: run.y }, reading.at) ?? 0)} ms. `}
        {line.runs.length > 1 && (
          <>
            Run of{' '}
            <RunChoice line={line} chosen={Math.min(chosen, line.runs.length - 1)} onChoose={setChosen} />,{' '}
            {number(run.points, 0)} frames.
          </>
        )}
      </p>
    </section>
  )
}

/** The frames that took as long as the slowest hundredth, as spots. */
function slowFrames(run: Line['runs'][number], slowest: number) {
  return run.x.flatMap((x, i) => {
    const y = run.y[i] ?? 0
    return y >= slowest
      ? [{ line: 0, x, y, kind: 'slow' as const, words: `frame ${String(x)} took ${significant(y)} ms` }]
      : []
  })
}

interface RunChoiceProps {
  readonly line: Line
  readonly chosen: number
  readonly onChoose: (run: number) => void
}

function RunChoice({ line, chosen, onChoose }: RunChoiceProps) {
  return (
    <select
      aria-label="Which run is shown"
      className="bg-sheet border-b border-line"
      value={chosen}
      onChange={(e) => {
        onChoose(Number(e.target.value))
      }}
    >
      {line.runs.map((r, i) => (
        <option key={r.id} value={i}>
          {when(r.startedAt)}
        </option>
      ))}
    </select>
  )
}
