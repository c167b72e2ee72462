import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { useFocus } from '../../frame/focus'
import { useShortcuts } from '../../frame/keys'
import type { Schemas } from '../../api/client'
import { capital, counted, hasWords, kindOf, listed, shortLabels } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { Finder } from '../../ui/Finder'
import { Segments } from '../../ui/Segments'
import { Select } from '../../ui/Select'
import { Empty, Failed, Loading } from '../../ui/States'
import { FigureWays } from '../../subjects/FigureWays'
import { address, question } from './address'
import type { Question, Show } from './address'
import { ChangeTable } from './ChangeTable'
import { lineFigure } from './figure'
import { Plots } from './Plots'
import { TwoScales } from './TwoScales'
import { Changes, VersionAxis } from './VersionAxis'
import { daysWords, inSentence, moves, testKey, title } from './words'
import { bases, thresholdChoices } from '../../subjects/differences'
import { useLine, useUnitLines } from './queries'
import type { LineQuestion } from './queries'

type Line = Schemas['LineView']
type UnitLine = Schemas['UnitLine']

const fewest = 3

/** What did each version do? One unit along one factor. */
export function VersionsPage() {
  const [search, setSearch] = useSearchParams()
  const q = question(search)
  const focus = useFocus()
  const units = useUnitLines()
  const usual = chosen(units.data, focus?.setupId, focus?.modelId)
  const setups = q.setups.length > 0 ? q.setups : usual === undefined ? [] : [usual]
  const line = useLine(lineQuestion(q, setups))
  const [choosing, setChoosing] = useState(false)
  const change = (next: Question) => {
    setSearch(address(next, search))
  }
  if (units.isError) return <Failed error={units.error} retry={() => void units.refetch()} />
  if (units.isPending) return <Loading what="what can be followed" />
  if (line.isError) return <Failed error={line.error} retry={() => void line.refetch()} />
  if (setups.length === 0) return <Nothing />
  if (!line.data) return <Loading what="the versions" />
  return (
    <>
      <Versions
        line={line.data}
        q={q}
        setups={setups}
        change={change}
        onAnother={() => {
          setChoosing(true)
        }}
      />
      {choosing && (
        <ChooseUnit
          units={units.data}
          onChoose={(u) => {
            setChoosing(false)
            change({ ...q, setups: [u.lastSetup], factor: undefined, two: [] })
          }}
          onClose={() => {
            setChoosing(false)
          }}
        />
      )}
    </>
  )
}

/** What is asked of the server; nothing where there is no setup to follow. */
function lineQuestion(q: Question, setups: readonly number[]): LineQuestion | undefined {
  if (setups.length === 0) return undefined
  const { factor, order, basis, threshold } = q
  return { setup: [...setups], ...(factor === undefined ? {} : { factor }), order, basis, threshold }
}

/** The device in focus if it has a line, else whatever has the longest. */
function chosen(
  units: readonly UnitLine[] | undefined,
  setup: number | undefined,
  model: number | undefined,
): number | undefined {
  if (!units) return undefined
  const own = units.find((u) => u.modelId === model && u.versions >= fewest)
  return own && setup !== undefined ? setup : units[0]?.lastSetup
}

function Nothing() {
  return (
    <Empty title="Nothing can be followed yet">
      <p>
        A line needs a device in two setups or more. On Desk, <b>Change the setup</b> makes the next one:
        another browser version, another driver, another day.
      </p>
    </Empty>
  )
}

interface VersionsProps {
  readonly line: Line
  readonly q: Question
  /** Which setups are followed, also where the address leaves that to what is usual. */
  readonly setups: readonly number[]
  readonly change: (next: Question) => void
  readonly onAnother: () => void
}

function Versions({ line, q, setups, change, onAnother }: VersionsProps) {
  const focusSetup = useFocus()?.setupId
  const focus = line.versions.findIndex((v) => v.setupId === focusSetup)
  const inFocus = focus < 0 ? undefined : focus
  const [at, setAt] = useState<number | undefined>(undefined)
  useVersionKeys(q, change)
  return (
    <div className="pt-4.5 px-6.5 pb-8">
      <div className="flex flex-wrap items-start gap-2">
        <div className="flex-1 min-w-0 basis-100 max-md:basis-full">
          <h1>{title(line)}</h1>
          <p className="text-ink2 text-base mt-0.5">{about(line, q)}</p>
        </div>
        <Button onClick={onAnother}>Another device</Button>
        <FigureWays
          asked={address({ ...q, setups, factor: line.factor })}
          figure={() => lineFigure(line, q.show === 'units', inFocus)}
        />
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2 border-y border-line2 py-2 mt-3 text-base">
        <WhatAndOrder line={line} q={q} change={change} />
        <HowPut q={q} change={change} />
        <span className="text-ink2 text-sm ml-auto">unit {line.unit}</span>
      </div>
      <Together line={line} />
      <VersionAxis line={line} focus={inFocus} at={at} />
      <Tests line={line} q={q} change={change} focus={inFocus} at={at} onAt={setAt} />
      {line.once.length > 0 && (
        <p className="text-ink2 text-sm mt-2">
          In one version only, and so not shown:{' '}
          {line.once
            .map((o) => `${o.suite}, ${String(o.tests)} ${o.tests === 1 ? 'test' : 'tests'}`)
            .join('; ')}
          .
        </p>
      )}
    </div>
  )
}

type ChangeProps = Pick<VersionsProps, 'q' | 'change'>

const everyBasis = Object.keys(bases) as Question['basis'][]

function useVersionKeys(q: Question, change: (next: Question) => void) {
  useShortcuts([
    {
      keys: 'o',
      words: 'Own units, or the first as 100',
      run: () => {
        change({ ...q, show: q.show === 'units' ? 'plots' : 'units' })
      },
    },
    {
      keys: 'b',
      words: 'Next way to put a difference',
      run: () => {
        const basis = everyBasis[(everyBasis.indexOf(q.basis) + 1) % everyBasis.length] ?? 'GAIN'
        change({ ...q, show: 'change', basis })
      },
    },
  ])
}

/** What is shown, what is followed, and in which order. */
function WhatAndOrder({ line, q, change }: ChangeProps & { readonly line: Line }) {
  return (
    <>
      <Segments
        label="What is shown"
        value={q.show}
        choices={shows}
        onValue={(show) => {
          change({ ...q, show })
        }}
      />
      <Select
        label="What is followed"
        value={line.factor ?? 'time'}
        choices={[
          ...line.factors.map((f) => ({
            value: f.key,
            label: `${f.words.toLowerCase()}, ${String(f.values)} values`,
          })),
          { value: 'time', label: 'every setup, over time' },
        ]}
        onValue={(factor) => {
          change({ ...q, factor })
        }}
      />
      <Select
        label="Order"
        value={q.order}
        choices={[
          { value: 'VERSION', label: line.factor === undefined ? 'as they were made' : 'by version' },
          { value: 'DATE', label: 'by the day of the first run' },
        ]}
        onValue={(order) => {
          change({ ...q, order: order as Question['order'] })
        }}
      />
    </>
  )
}

/** How a change is put, what of it matters, and which tests. */
function HowPut({ q, change }: ChangeProps) {
  return (
    <>
      {q.show === 'change' && (
        <Select
          label="How a difference is put"
          value={q.basis}
          choices={(Object.keys(bases) as Question['basis'][]).map((b) => ({
            value: b,
            label: bases[b].name,
          }))}
          onValue={(basis) => {
            change({ ...q, basis: basis as Question['basis'] })
          }}
        />
      )}
      <Select
        label="Smallest change that matters"
        value={String(q.threshold)}
        choices={thresholdChoices('change', [0, 0.005, 0.01, 0.02, 0.03, 0.05], q.threshold)}
        onValue={(t) => {
          change({ ...q, threshold: Number(t) })
        }}
      />
      {q.show !== 'change' && (
        <Select
          label="Which tests"
          value={q.moved ? 'moved' : 'all'}
          choices={[
            { value: 'all', label: 'every test' },
            { value: 'moved', label: 'what moved' },
          ]}
          onValue={(v) => {
            change({ ...q, moved: v === 'moved' })
          }}
        />
      )}
    </>
  )
}

interface TestsProps extends ChangeProps {
  readonly line: Line
  readonly focus: number | undefined
  readonly at: number | undefined
  readonly onAt: (at: number | undefined) => void
}

/** The plots, or the change from first to last. */
function Tests({ line, q, change, focus, at, onAt }: TestsProps) {
  if (line.tests.length === 0) {
    return (
      <p className="text-ink2 py-6">
        No test was run in two of these setups yet: run the same suites in each to see what a version did.
      </p>
    )
  }
  if (q.show === 'change') return <ChangeTable line={line} />
  const [left, right] = q.two.flatMap((k) => line.tests.filter((t) => testKey(t) === k))
  return (
    <>
      {left && right && <TwoScales line={line} tests={[left, right]} />}
      <Plots
        line={q.moved ? { ...line, tests: line.tests.filter(moves) } : line}
        own={q.show === 'units'}
        focus={focus}
        at={at}
        onAt={onAt}
        chosen={q.two}
        onChoose={(key) => {
          const next = q.two.includes(key) ? q.two.filter((k) => k !== key) : [...q.two, key].slice(-2)
          change({ ...q, two: next })
        }}
      />
    </>
  )
}

const shows: readonly { readonly value: Show; readonly label: string; readonly about: string }[] = [
  { value: 'plots', label: 'first = 100', about: 'Every test on one scale, the first version as 100' },
  { value: 'units', label: 'own units', about: 'Every test in its own unit, on its own scale' },
  { value: 'change', label: 'first to last', about: 'The change from the first version to the last' },
]

function about(line: Line, q: Question): string {
  const what =
    q.show === 'units'
      ? 'Each test in its own unit and on its own scale. Bars: 95 % intervals. Choose two by their names to lay them over each other.'
      : q.show === 'change'
        ? `${bases[line.basis].about}, first version to last. ±: 95 % interval, movement between days included.`
        : 'First version = 100, up is better whichever way the unit runs, one scale a group. Bars: 95 % intervals.'
  return `${what} ${daysWords(line.tests)}`
}

/** Versions at which tests moved, with what else changed there that can touch them. */
function Together({ line }: { readonly line: Line }) {
  const labels = shortLabels(line.versions.map((v) => v.label))
  if (line.together.length === 0) return null
  return (
    <section className="mt-2 border-b border-line2 pb-2 text-base" aria-label="What moved">
      {line.together.map((t) => (
        <Moved key={t.version} moved={t} line={line} label={labels[t.version] ?? ''} />
      ))}
    </section>
  )
}

interface MovedProps {
  readonly moved: Line['together'][number]
  readonly line: Line
  readonly label: string
}

function Moved({ moved: t, line, label }: MovedProps) {
  const version = line.versions[t.version]
  const several = t.up.length + t.down.length > 1
  return (
    <div className="py-1 flex flex-wrap items-baseline gap-x-2" data-version={t.version}>
      <b className="font-semibold">
        {several ? 'Moved together at' : 'Moved at'} {label}:
      </b>
      {t.up.length > 0 && <span className="text-teal">up: {inSentence(t.up)}</span>}
      {t.down.length > 0 && <span className="text-mulberry">down: {inSentence(t.down)}</span>}
      <NotMeant moved={t} line={line} several={several} />
      {version?.note !== undefined && <span className="text-ink2">Note: {version.note}</span>}
    </div>
  )
}

/** What else changed there without being meant. */
function NotMeant({ moved, line, several }: Omit<MovedProps, 'label'> & { readonly several: boolean }) {
  const version = line.versions[moved.version]
  const changes = moved.changes.filter((c) => c.standing === 'UNMEANT' || c.standing === 'CAVEAT')
  if (!version) return null
  if (changes.length === 0) return <Others moved={moved} line={line} />
  const [facts, were] =
    changes.length === 1 ? ['One fact', 'was'] : [`${String(changes.length)} facts`, 'were']
  return (
    <>
      <span>
        {facts} changed with {several ? 'them' : 'it'} that {were} not meant:
      </span>
      <Changes version={{ ...version, changes }} first={false} />
    </>
  )
}

/** What changed there beside what is followed, where none of it is a doubt. */
function Others({ moved, line }: { readonly moved: Line['together'][number]; readonly line: Line }) {
  const version = line.versions[moved.version]
  const others = (version?.changes ?? []).filter((c) => c.key !== line.factor && c.standing !== 'UNKNOWN')
  const beside = line.factor === undefined ? '' : ` beside the ${line.words.toLowerCase()}`
  if (others.length === 0)
    return <span className="text-ink2">Nothing else is known to have changed{beside}.</span>
  return (
    <span className="text-ink2">
      Nothing that can touch {moved.up.length + moved.down.length > 1 ? 'them' : 'it'} is known to have
      changed unmeant{beside}; {listed(others.map((c) => c.name.toLowerCase()))} changed there too.
    </span>
  )
}

function ChooseUnit({
  units,
  onChoose,
  onClose,
}: {
  readonly units: readonly UnitLine[]
  readonly onChoose: (unit: UnitLine) => void
  readonly onClose: () => void
}) {
  const [text, setText] = useState('')
  const found = units
    .filter((u) => hasWords(`${u.model} ${u.unit} ${kindOf(u.kind).one}`, text))
    .slice(0, 60)
    .map((u) => ({
      key: `${String(u.modelId)} ${u.unit}`,
      title: u.model,
      about: `${kindOf(u.kind).one}, unit ${u.unit}, ${counted(u.setups, 'setup')}, ${String(u.versions)} in a line`,
      unit: u,
    }))
  return (
    <Dialog
      open
      onClose={onClose}
      width={520}
      title="Follow another device"
      about={capital('units that have two setups or more')}
    >
      <Finder
        label="Which device"
        listLabel="Devices with several setups"
        placeholder="words of a model"
        text={text}
        onText={setText}
        found={found}
        onChoose={(f) => {
          onChoose(f.unit)
        }}
        nothing={text === '' ? undefined : 'No device with several setups has all of these words.'}
      />
    </Dialog>
  )
}
