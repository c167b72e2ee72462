import { useState } from 'react'
import { useSearchParams } from 'react-router'
import { useFocus } from '../../frame/focus'
import { useShortcuts } from '../../frame/keys'
import { clearPicks, usePicks } from '../../frame/picks'
import type { Schemas } from '../../api/client'
import { useModels, useSetup } from '../../api/queries'
import { capital, groups, speakers } from '../../figures/words'
import type { TestGroup } from '../../api/queries'
import { Button } from '../../ui/Button'
import { Segments } from '../../ui/Segments'
import { Select } from '../../ui/Select'
import { Empty, Failed, Loading } from '../../ui/States'
import { FigureWays } from '../../subjects/FigureWays'
import { Boards } from '../../subjects/Boards'
import { AddSubject } from '../../subjects/AddSubject'
import { Term } from '../../subjects/Term'
import { address, question, withSubject, withoutSubject } from './address'
import type { Over, Question, Sort, Votes } from './address'
import { Differs } from './Differs'
import { comparisonFigure } from './figure'
import { Findings } from './Findings'
import { Matrix } from './Matrix'
import { PlumbTable } from './PlumbTable'
import { TwoByTwo } from './TwoByTwo'
import { blocks } from './rows'
import { needs, subjectName, testsOf, title } from './words'
import type { Basis } from '../../subjects/differences'
import { bases, thresholdChoices } from '../../subjects/differences'
import { useComparison } from './queries'

type View = Schemas['ComparisonView']

/** Is this one faster than that one: at what, by how much, and is it real? */
export function SideBySidePage() {
  const [search, setSearch] = useSearchParams()
  const asked = question(search)
  const { subjects, waiting } = useSubjects(asked.subjects)
  const q: Question =
    asked.subjects.length > 0 ? asked : { ...asked, subjects, reference: Math.max(0, subjects.length - 1) }
  const comparison = useComparison(q)
  const change = (next: Question) => {
    setSearch(address(next, search))
  }
  if (waiting) return <Loading what="the setup before" />
  if (subjects.length < 2) return <Alone q={q} change={change} />
  if (comparison.isError) return <Failed error={comparison.error} retry={() => void comparison.refetch()} />
  if (!comparison.data) return <Loading what="the comparison" />
  return <SideBySide view={comparison.data} q={q} change={change} />
}

/** Who stands side by side: those asked for; else what was picked; else the device in focus against the setup before. */
function useSubjects(asked: readonly string[]) {
  const picks = usePicks()
  const focus = useFocus()
  const own = useSetup(asked.length > 0 ? undefined : focus?.setupId)
  return {
    subjects: firstOf(
      asked,
      focusFirst(picks, focus?.setupId),
      focus ? beforeAndNow(focus.setupId, own.data?.parentId) : [],
    ),
    waiting: asked.length === 0 && picks.length === 0 && own.isLoading,
  }
}

/** The first list that holds something. */
function firstOf(...lists: readonly (readonly string[])[]): readonly string[] {
  return lists.find((l) => l.length > 0) ?? []
}

/** The device in focus is the one that is judged; the last that was picked is what it is held against. */
function focusFirst(picks: readonly string[], focus: number | undefined): readonly string[] {
  const own = `setup-${String(focus)}`
  return picks.includes(own) ? [own, ...picks.filter((p) => p !== own)] : picks
}

function beforeAndNow(setup: number, before: number | undefined): readonly string[] {
  return [`setup-${String(setup)}`, ...(before === undefined ? [] : [`setup-${String(before)}`])]
}

interface ChangeProps {
  readonly q: Question
  readonly change: (next: Question) => void
}

/** The one that stands alone, as far as it tells what could be put beside it: a setup or a model. */
function useAlone(key = ''): readonly Schemas['SubjectView'][] {
  const [, of, number] = /^(setup|model)-(\d+)$/.exec(key) ?? []
  const setup = useSetup(of === 'setup' ? Number(number) : undefined).data
  const modelId = of === 'model' ? Number(number) : setup?.modelId
  const model = useModels().data?.find((m) => m.id === modelId)
  if (!model) return []
  const { maker, name, kind } = model
  const one = { key, name: `${maker} ${name}`, kind, modelId, tuned: false, origin: '', setups: 1 }
  return [{ ...one, detail: setup?.name ?? '', setupId: setup?.id, before: setup?.parentId }]
}

function Alone({ q, change }: ChangeProps) {
  const [adding, setAdding] = useState(false)
  const alone = useAlone(q.subjects[0])
  return (
    <Empty title={q.subjects.length === 0 ? 'Nothing stands side by side yet' : 'One stands alone'}>
      <p>
        Put two or more beside each other: setups, models, parts, a claim. Anywhere in the app, <kbd>x</kbd>{' '}
        adds the row you are on.
      </p>
      <Button
        look="main"
        onClick={() => {
          setAdding(true)
        }}
      >
        {q.subjects.length === 0 ? 'Choose the first' : 'Choose what to hold it against'}
      </Button>
      {adding && (
        <AddSubject
          subjects={alone}
          onAdd={(key) => {
            change(withSubject(q, key))
          }}
          onClose={() => {
            setAdding(false)
          }}
        />
      )}
    </Empty>
  )
}

function SideBySide({ view, q, change }: ChangeProps & { readonly view: View }) {
  const [adding, setAdding] = useState(false)
  const shown = blocks(view, q, (g) => capital(groups[g as TestGroup]))
  const add = () => {
    setAdding(true)
  }
  useComparisonKeys(view, q, change, add)
  return (
    <div className="pt-4.5 px-6.5 pb-8">
      <div className="flex flex-wrap items-start gap-x-3 gap-y-2">
        <div className="flex-1 min-w-0 basis-100 max-md:basis-full">
          <h1>{title(view)}</h1>
          <p className="text-ink2 text-base mt-0.5">
            {bases[q.basis].about}. <Term of="interval">±: 95 % interval</Term>.{' '}
            <Term of="ahead">Ahead or behind</Term> {needs(q.threshold)} {commonWords(view)}
          </p>
        </div>
        <Segments
          label="How a difference is put"
          value={q.basis}
          choices={everyBasis.map((b) => ({ value: b, label: bases[b].name, about: bases[b].about }))}
          onValue={(basis) => {
            change({ ...q, basis })
          }}
        />
        <Boards page="SIDE_BY_SIDE" />
        <FigureWays asked={address(q)} figure={() => comparisonFigure(view, shown, q)} />
      </div>
      <Subjects view={view} q={q} change={change} onAdd={add} />
      <div className="border-b border-line2 py-2">
        <Differs view={view} />
      </div>
      {view.cross && <TwoByTwo cross={view.cross} basis={q.basis} />}
      <Tests view={view} q={q} change={change} shown={shown} />
      <Findings view={view} question={q} />
      {adding && (
        <AddSubject
          subjects={view.subjects}
          onAdd={(key) => {
            change(withSubject(q, key))
          }}
          onClose={() => {
            setAdding(false)
          }}
        />
      )}
    </div>
  )
}

const everyBasis = Object.keys(bases) as Basis[]

function useComparisonKeys(view: View, q: Question, change: (next: Question) => void, add: () => void) {
  useShortcuts([
    ...view.subjects.map((s, i) => ({
      keys: String(i + 1),
      words: `Hold against ${s.name}`,
      run: () => {
        change({ ...q, reference: i })
      },
    })),
    {
      keys: 'b',
      words: 'Next way to put a difference',
      run: () => {
        change({ ...q, basis: everyBasis[(everyBasis.indexOf(q.basis) + 1) % everyBasis.length] ?? 'GAIN' })
      },
    },
    { keys: 'a', words: 'Put another beside', run: add },
  ])
}

interface TestsProps extends ChangeProps {
  readonly view: View
  readonly shown: ReturnType<typeof blocks>
}

/** Two as a plumb table, more as a matrix. */
function Tests({ view, q, change, shown }: TestsProps) {
  const fold = (group: string) => {
    change({ ...q, open: q.open.includes(group) ? q.open.filter((g) => g !== group) : [...q.open, group] })
  }
  if (shown.every((b) => b.tests.length === 0)) {
    return (
      <p className="text-ink2 text-base py-6">
        {q.telling ? 'Nothing stands out: no test shows a lead.' : 'They have no test in common yet.'}
      </p>
    )
  }
  if (view.subjects.length === 2) return <PlumbTable view={view} blocks={shown} question={q} onFold={fold} />
  return (
    <Matrix
      view={view}
      blocks={shown}
      question={q}
      onFold={fold}
      onReference={(reference) => {
        change({ ...q, reference })
      }}
    />
  )
}

/** How many of the tests everyone has. */
function commonWords(view: View): string {
  const tests = testsOf(view)
  const common = tests.filter((t) => t.cells.every((c) => c.kind !== 'GAP')).length
  const sides = view.subjects.length > 2 ? 'in all of them' : 'on both sides'
  return `${String(common)} of ${String(tests.length)} tests ${sides}.`
}

const thresholds = [0, 0.005, 0.01, 0.02, 0.03, 0.05, 0.1]
const sorts: Record<Sort, string> = { group: 'by group', size: 'largest difference first', suite: 'by suite' }

type SubjectsProps = ChangeProps & { readonly view: View; readonly onAdd: () => void }

function Subjects({ view, q, change, onAdd }: SubjectsProps) {
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 border-y border-line2 py-2 mt-3 text-base">
      {view.subjects.map((s, i) => (
        <OneSubject key={s.key} view={view} place={i} q={q} change={change} />
      ))}
      {view.subjects.length < 12 && (
        <Button look="link" onClick={onAdd}>
          put another beside
        </Button>
      )}
      <Choices view={view} q={q} change={change} />
    </div>
  )
}

/** A subject with its mark: the reference, the one in focus, or another. */
function OneSubject({
  view,
  place,
  q,
  change,
}: ChangeProps & { readonly view: View; readonly place: number }) {
  const mark = useSubjectMark(view, place)
  const s = view.subjects[place]
  if (!s) return null
  const isReference = place === view.reference
  return (
    <span className="flex items-center gap-1.5" data-subject={s.key} data-reference={isReference}>
      <span aria-hidden="true" className={`inline-block h-3.25 ${mark}`} />
      <button
        className={`hover:underline underline-offset-2 ${isReference ? 'text-ink2' : 'font-medium'}`}
        title={subjectTitle(
          s,
          isReference ? 'the reference' : `make it the reference (key ${String(place + 1)})`,
        )}
        onClick={() => {
          change({ ...q, reference: place })
        }}
      >
        {isReference && 'against '}
        {subjectName(s, view.subjects)}
      </button>
      {s.tuned && <span className="unit">tuned</span>}
      {s.origin !== '' && <span className="unit">{s.origin}</span>}
      {s.setups > 1 && <span className="unit">{s.setups} setups</span>}
      <button
        className="text-ink2 hover:text-ink px-0.5"
        aria-label={`Take ${subjectName(s, view.subjects)} away`}
        onClick={() => {
          clearPicks()
          change(withoutSubject(q, place))
        }}
      >
        ×
      </button>
    </span>
  )
}

/** A line for the reference, a bar for another, gold for the one in focus. */
function useSubjectMark(view: View, place: number): string {
  const focus = useFocus()
  const setup = view.subjects[place]?.setupId
  if (place === view.reference) return 'w-0.5 bg-ink'
  return setup !== undefined && setup === focus?.setupId ? 'w-2.25 bg-gold' : 'w-1.25 bg-even'
}

function subjectTitle({ name, detail }: View['subjects'][number], role: string): string {
  return `${detail === '' ? name : `${name}, ${detail}`}: ${role}`
}

/** Who speaks for a model, what matters, in which order, and which tests. */
function Choices({ view, q, change }: ChangeProps & { readonly view: View }) {
  return (
    <span className="ml-auto flex items-center gap-2">
      {q.subjects.some((s) => s.startsWith('model-')) && (
        <Select
          label="Which setup speaks for a model"
          value={q.speaks}
          choices={speakers}
          onValue={(speaks) => {
            change({ ...q, speaks })
          }}
        />
      )}
      <MeanChoices view={view} q={q} change={change} />
      <Select
        label="Smallest difference that matters"
        value={String(q.threshold)}
        choices={thresholdChoices('difference', thresholds, q.threshold)}
        onValue={(t) => {
          change({ ...q, threshold: Number(t) })
        }}
      />
      <Select
        label="Order"
        value={q.sort}
        choices={(Object.keys(sorts) as Sort[]).map((s) => ({ value: s, label: sorts[s] }))}
        onValue={(s) => {
          change({ ...q, sort: s as Sort })
        }}
      />
      <Select
        label="Which tests"
        value={q.telling ? 'telling' : 'all'}
        choices={[
          { value: 'all', label: 'every test' },
          { value: 'telling', label: 'what stands out' },
        ]}
        onValue={(v) => {
          change({ ...q, telling: v === 'telling' })
        }}
      />
    </span>
  )
}

const overs: Record<Over, string> = { COMMON: 'means over tests all have', OWN: 'means over each one’s own' }
const everyVotes: Record<Votes, string> = { TEST: 'each test one vote', SUITE: 'each suite one vote' }

/** What a mean is over, where subjects differ in that; and what has a vote, where a suite has several. */
function MeanChoices({ view, q, change }: ChangeProps & { readonly view: View }) {
  const tests = testsOf(view)
  const suites = new Set(tests.map((t) => t.suite)).size
  return (
    <>
      {view.subjects.length > 2 && (
        <Select
          label="Tests that a mean is over"
          value={q.over}
          choices={(Object.keys(overs) as Over[]).map((o) => ({ value: o, label: overs[o] }))}
          onValue={(over) => {
            change({ ...q, over: over as Over })
          }}
        />
      )}
      {suites > 1 && tests.length > suites && (
        <Select
          label="What has a vote in a mean"
          value={q.votes}
          choices={(Object.keys(everyVotes) as Votes[]).map((v) => ({ value: v, label: everyVotes[v] }))}
          onValue={(votes) => {
            change({ ...q, votes: votes as Votes })
          }}
        />
      )}
    </>
  )
}
