import { useEffect, useState } from 'react'
import { useNavigate, useSearchParams } from 'react-router'
import { useFocus } from '../../frame/focus'
import type { OnDesk } from '../../frame/focus'
import type { Schemas } from '../../api/client'
import type { TestGroup } from '../../api/queries'
import { number } from '../../figures/format'
import { capital, groups, listed, subjectText } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Segments } from '../../ui/Segments'
import { Combobox } from '../../ui/Combobox'
import { Select } from '../../ui/Select'
import { Empty, Failed, Loading } from '../../ui/States'
import { FigureWays } from '../../subjects/FigureWays'
import { numberIn } from '../../subjects/address'
import { Boards } from '../../subjects/Boards'
import { Term } from '../../subjects/Term'
import { question, rankable, rankedWords, wholeQuestion, withWeight } from './address'
import { standingsFigure } from './figure'
import { ShortList } from './ShortList'
import { FindRows } from './FindRows'
import { MoreRows } from './MoreRows'
import { Columns } from './Columns'
import { PlaceTable, columnGroups } from './PlaceTable'
import { PoolChoice } from './PoolChoice'
import { Ranking } from './Ranking'
import { lastWeights, rememberWeights } from './memory'
import { apartWords, bothIndices, sentence, unplacedWords } from './sentence'
import { Steepness } from './Steepness'
import { Value } from './Value'
import { Weights } from './Weights'
import { Why } from './Why'
import { useStandings } from './queries'
import type { ShownRows, StandingsQuestion } from './queries'

type View = Schemas['StandingsView']
type Choose = (changes: Readonly<Record<string, string | readonly string[]>>) => void

/** Where everything stands: for one test, for a group of tests, overall, or for what it costs. */
export function StandingsPage() {
  const [search, setSearch] = useSearchParams()
  const focus = useFocus()
  const q = question(search)
  const own = focus && ownKey(focus, q)
  // Who comes without a question finds those of the kind of the device in focus, and the weights as they were left.
  const kind = focus?.kind
  useEffect(() => {
    if (search.size > 0) return
    const usual = new URLSearchParams(lastWeights().map((w) => ['weight', w]))
    if (kind !== undefined) usual.set('kind', kind)
    if (usual.size > 0) setSearch(usual, { replace: true })
  }, [search, setSearch, kind])
  // Places need a test with ratios; what is ranked by its number need not have one.
  const { test, ...places } = q
  const standings = useStandings(
    search.get('by') === 'number' || test === undefined ? places : q,
    shownOf(search, search.get('why') ?? own),
  )
  const choose: Choose = (changes) => {
    const next = new URLSearchParams(search)
    for (const [name, value] of Object.entries(changes)) {
      next.delete(name)
      for (const v of [value].flat()) if (v !== '') next.append(name, v)
    }
    // What is looked for changes with each word that is typed: not every one is a step to go back to.
    setSearch(next, { replace: 'find' in changes })
  }
  if (standings.isPending) return <Loading what="the standings" />
  if (standings.isError) return <Failed error={standings.error} retry={() => void standings.refetch()} />
  return (
    <Standings
      view={standings.data}
      q={q}
      choose={choose}
      own={own}
      why={search.get('why') ?? undefined}
      cost={search.get('cost') ?? undefined}
      shown={shownOf(search, own)}
      without={search.getAll('without')}
      by={byOf(search.get('by'))}
    />
  )
}

/** Which rows an address asks for; the first ones, as many as usual, if it does not say. */
function shownOf(search: URLSearchParams, around: string | undefined): ShownRows {
  const rows = numberIn(search, 'rows')
  return {
    around,
    rows: rows !== undefined && Number.isInteger(rows) && rows > 0 ? rows : undefined,
    find: (search.get('find') ?? '').trim() === '' ? undefined : (search.get('find') ?? undefined),
    sort: search.get('sort') ?? undefined,
  }
}

/** The key under which a device on the desk is ranked; none where parts of devices are. */
function ownKey(focus: OnDesk, q: StandingsQuestion): string | undefined {
  if (q.ranked === 'model') return `model-${String(focus.modelId)}`
  return (q.ranked ?? 'setup') === 'setup' ? `setup-${String(focus.setupId)}` : undefined
}

interface StandingsProps {
  readonly view: View
  readonly q: StandingsQuestion
  readonly choose: Choose
  /** Key of the subject in focus. */
  readonly own: string | undefined
  /** Key of the one that is taken apart. */
  readonly why: string | undefined
  readonly cost: string | undefined
  readonly shown: ShownRows
  /** Groups that have no column. */
  readonly without: readonly string[]
  readonly by: By
}

/** A reading of the scores: places, the same with steep tests, one number, or what it costs. */
type By = 'places' | 'steep' | 'number' | 'value'

function byOf(text: string | null): By {
  return readings.find((r) => r.value === text)?.value ?? 'places'
}

function Standings(props: StandingsProps) {
  const { view, q, choose, own, cost, by, shown, without } = props
  return (
    <div className="pt-4.5 px-6.5 pb-8">
      <Head {...props} />
      <Controls view={view} q={q} choose={choose} by={by} shown={shown} without={without} />
      {by === 'steep' && view.steepness.length > 0 && <Steepness tests={view.steepness} />}
      {own !== undefined && by !== 'number' && shown.find === undefined && <OfFocus view={view} own={own} />}
      {by === 'number' && (
        <Ranking
          question={q}
          focus={own}
          onTest={(test) => {
            choose({ test })
          }}
          shown={shown}
          onRows={(n) => {
            choose({ rows: String(n) })
          }}
        />
      )}
      {by === 'value' && (
        <Value
          question={q}
          cost={cost}
          title={title(view, q)}
          focus={own}
          onCost={(c) => {
            choose({ cost: c === 'price' ? '' : c })
          }}
        />
      )}
      {(by === 'places' || by === 'steep') && <Places {...props} />}
    </div>
  )
}

/** What is taken of places in another order than their own: no bracket runs from one to the next. */
function inOrder(view: View, { sort }: ShownRows): View {
  return sort === undefined ? view : { ...view, brackets: [] }
}

/** What the rows of a figure stand in order of, where that is not their place. */
function orderWords({ sort }: ShownRows): string {
  if (sort === undefined) return ''
  return ` In order of ${sort === 'name' ? 'name' : `${groups[sort as keyof typeof groups]}, the best first`}.`
}

/** The title, and what can be chosen and taken from here. */
function Head({ view, q, choose, own, by, shown }: StandingsProps) {
  const [search] = useSearchParams()
  const [listing, setListing] = useState(false)
  const places = by === 'places' || by === 'steep'
  const lines = by === 'value' ? 'cost' : shown.sort === undefined ? 'bracketed' : 'alone'
  return (
    <div className="flex items-start gap-2 flex-wrap">
      <div className="flex-1 min-w-0 max-2xl:basis-full">
        <h1>{by === 'number' ? `${capital(rankedWords(q.ranked))} by one number` : title(view, q)}</h1>
        {by !== 'number' && (
          <p className="text-ink2 text-base mt-0.5">
            {baseWords(view, lines)} <BaseTerms view={view} plain={lines !== 'bracketed'} />
          </p>
        )}
      </div>
      {by !== 'number' && (
        <Select
          label="Tests"
          value={view.group ?? 'all'}
          choices={[
            { value: 'all', label: 'Overall' },
            ...view.groups.map((g) => ({ value: g.group, label: capital(groups[g.group]) })),
          ]}
          onValue={(v) => {
            choose({ group: v === 'all' ? '' : v, test: '', why: '' })
          }}
        />
      )}
      <Select
        label="What is ranked"
        value={q.ranked ?? 'setup'}
        choices={rankable}
        onValue={(v) => {
          choose({ ranked: v === 'setup' ? '' : v, why: '', reference: '' })
        }}
      />
      <PoolChoice question={q} choose={choose} />
      <Button
        onClick={() => {
          setListing(true)
        }}
      >
        Shorter list
      </Button>
      <Boards page="STANDINGS" />
      {places && view.places.length > 0 && (
        <FigureWays
          asked={wholeQuestion(search)}
          figure={() =>
            standingsFigure(
              inOrder(view, shown),
              title(view, q),
              baseWords(view, lines) + orderWords(shown),
              own,
            )
          }
        />
      )}
      {listing && (
        <ShortList
          group={view.group}
          kind={q.kind}
          onClose={() => {
            setListing(false)
          }}
        />
      )}
    </div>
  )
}

const readings = [
  { value: 'places', label: 'places' },
  {
    value: 'number',
    label: 'by one number',
    about: 'What was read in one test, in its own unit, the best first',
  },
  {
    value: 'steep',
    label: 'if heavy tests were skipped',
    about: 'Another reading: tests brought to one steepness, for where weak devices skip the heavy ones',
  },
  { value: 'value', label: 'for what it costs' },
] as const

/** Weights of groups, or which test; and which reading of the places. */
function Controls({
  view,
  q,
  choose,
  by,
  shown,
  without,
}: Pick<StandingsProps, 'view' | 'q' | 'choose' | 'by' | 'shown' | 'without'>) {
  const weigh = (weights: readonly string[]) => {
    rememberWeights(weights)
    choose({ weight: weights })
  }
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2 items-start border-y border-line2 py-2.25 mt-3 text-base max-md:flex-col max-md:gap-2 max-md:overflow-x-auto">
      {by === 'number' ? (
        <span className="text-ink2">What was read in one test, in its own unit, the best first.</span>
      ) : view.group === undefined ? (
        <Weights
          view={view}
          named={(q.weight ?? []).length > 0}
          onWeight={(group, weight) => {
            weigh(withWeight(q, group, weight))
          }}
          weights={q.weight ?? []}
          onUsual={() => {
            weigh([])
          }}
        />
      ) : (
        <OneTest view={view} q={q} choose={choose} group={view.group} />
      )}
      <div className="ml-auto max-md:ml-0 flex flex-wrap items-center gap-x-5 gap-y-2">
        {by !== 'value' && (
          <FindRows
            find={shown.find ?? ''}
            onFind={(find) => {
              choose({ find })
            }}
          />
        )}
        {(by === 'places' || by === 'steep') && (
          <Columns
            groups={columnGroups(view)}
            without={without}
            onWithout={(groups) => {
              choose({ without: groups })
            }}
          />
        )}
        <Segments
          label="View"
          value={by}
          choices={readings}
          onValue={(next) => {
            // A test that has no ratio is ranked by its number only.
            choose({
              by: next === 'places' ? '' : next,
              why: '',
              sort: '',
              ...(by === 'number' ? { test: '' } : {}),
            })
          }}
        />
      </div>
    </div>
  )
}

/** Where the device in focus stands, in a sentence. */
function OfFocus({ view, own }: { readonly view: View; readonly own: string }) {
  const focus = useFocus()
  if (!focus) return null
  return (
    <p className="text-base pt-2.25" data-testid="focus-sentence">
      <b className="font-semibold">{focus.model}</b>{' '}
      {sentence(view, own).map((p, i) => (
        <span
          key={i}
          className={p.lean === 'for' ? 'text-teal' : p.lean === 'against' ? 'text-mulberry' : ''}
        >
          {p.text}
        </span>
      ))}
    </p>
  )
}

/** The places, what stands apart from them, and what has none. */
function Places({ view, q, choose, own, why, shown, without }: StandingsProps) {
  const table = (places: View['places'], brackets: View['brackets']) => (
    <PlaceTable
      view={view}
      places={places}
      brackets={brackets}
      focus={own}
      open={why}
      without={without}
      sort={shown.sort}
      onSort={(sort) => {
        choose({ sort })
      }}
      onOpen={(key) => {
        choose({ why: key === why ? '' : key })
      }}
      why={(key) => <Why question={q} subject={key} links={links(view, key, own)} />}
    />
  )
  const unplaced = view.unplaced.filter((u) => hasWords(subjectText(u.subject), shown.find))
  return (
    <>
      <Told view={view} choose={choose} />
      {view.placed === 0 ? <Nobody /> : view.places.length > 0 && table(view.places, view.brackets)}
      <MoreRows
        numbers={view.places.map((p) => p.number)}
        all={view.placed}
        asked={shown}
        onRows={(n) => {
          choose({ rows: String(n) })
        }}
      />
      {view.apart.map((island, i) => (
        <section key={i} className="mt-6">
          <h2>
            <Term of="island">Apart</Term>: these share no test with the ones above
          </h2>
          {table(island.places, island.brackets)}
        </section>
      ))}
      {unplaced.length > 0 && (
        <section className="mt-5 text-sm text-ink2" aria-label="Unplaced">
          <h2 className="text-sm">Unplaced</h2>
          <ul className="mt-1 leading-relaxed">
            {unplaced.map((u) => (
              <li key={u.subject.key}>
                <b className="font-semibold text-ink">{subjectText(u.subject)}</b>: {unplacedWords(u)}
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  )
}

/** How many are told apart, and what a reader should know of the tests. */
function Told({ view, choose }: Pick<StandingsProps, 'view' | 'choose'>) {
  const apart = apartWords(view)
  const steep = view.steep
  return (
    <div className="text-base text-ink2" data-testid="told-apart">
      {apart !== '' && <p className="pt-2.25">{apart}</p>}
      {steep?.matters === true && steep.most && view.steepness.length === 0 && (
        <MovesMost
          name={subjectText(steep.most)}
          indices={bothIndices(steep.steepIndex ?? 0, steep.index ?? 0)}
          see={() => {
            choose({ by: 'steep', why: '' })
          }}
        />
      )}
      {steep && steep.untold.length > 0 && (
        <p className="pt-1">
          Only stronger devices ran {listed(steep.untold.slice(0, 4))}
          {steep.untold.length > 4 && ` and ${String(steep.untold.length - 4)} more`}: how steep such tests
          are cannot be told, and the index of the others rests on the lighter tests.
        </p>
      )}
    </div>
  )
}

function MovesMost(props: { name: string; indices: readonly [string, string]; see: () => void }) {
  const [steepIndex, index] = props.indices
  return (
    <p className="pt-1">
      Tests differ in how far they spread devices; with that in mind {props.name} would be{' '}
      <span className="num text-ink">{steepIndex}</span> instead of{' '}
      <span className="num text-ink">{index}</span>.{' '}
      <Button look="link" onClick={props.see}>
        see them so
      </Button>
    </p>
  )
}

/** Whether a name has all of some words, in any order and case, as the server finds them. */
function hasWords(name: string, find = ''): boolean {
  const text = name.toLowerCase()
  return find
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
}

function Nobody() {
  const navigate = useNavigate()
  return (
    <Empty title="Nobody can be placed yet">
      <p>
        A standing needs two with a test in common. Run or type in the same suite on two devices, or widen the
        pool.
      </p>
      <Button look="main" onClick={() => void navigate('/desk')}>
        Go to the desk
      </Button>
    </Empty>
  )
}

/** From a place: make it the reference, hold it against the one in focus, go to its page. */
function links(view: View, key: string, own: string | undefined) {
  const place = [view.places, ...view.apart.map((a) => a.places)].flat().find((p) => p.subject.key === key)
  const opponent = own === key || own === undefined ? view.reference?.key : own
  const to: { to: string; words: string }[] = []
  if (opponent !== undefined && opponent !== key) {
    const name = opponent === own ? 'the one in focus' : 'the reference'
    to.push({
      to: `/side-by-side?s=${encodeURIComponent(key)}&s=${encodeURIComponent(opponent)}`,
      words: `against ${name}`,
    })
  }
  if (place?.subject.setupId !== undefined) {
    to.push({ to: `/catalogue/setups/${String(place.subject.setupId)}`, words: 'its page' })
  }
  const here = new URLSearchParams(location.search)
  here.set('reference', key)
  to.push({ to: `?${here.toString()}`, words: 'make it 100' })
  return to
}

interface OneTestProps {
  readonly view: View
  readonly q: StandingsQuestion
  readonly choose: Choose
  readonly group: TestGroup
}

function OneTest({ view, q, choose, group }: OneTestProps) {
  const own = view.groups.find((g) => g.group === group)
  return (
    <div className="flex items-center gap-3 text-ink2">
      <Combobox
        label="Test"
        className="w-75"
        value={q.test === undefined ? 'all' : String(q.test)}
        options={[
          { value: 'all', label: `all ${String(own?.tests ?? 0)} tests` },
          ...view.tests.map((t) => ({ value: String(t.id), label: `${t.suite} ${t.version}, ${t.name}` })),
        ]}
        onValue={(v) => {
          choose({ test: v === 'all' ? '' : v, group, why: '' })
        }}
      />
      {own && <span>{own.subjects} have one</span>}
    </div>
  )
}

function title(view: View, q: StandingsQuestion): string {
  const what = view.test
    ? `${view.test.suite}, ${view.test.name}`
    : view.group
      ? capital(groups[view.group])
      : 'Overall'
  if (view.placed === 0) return what
  const models = new Set(view.places.map((p) => p.subject.modelId)).size
  const of =
    q.ranked === undefined && view.places.length === view.placed ? ` of ${String(models)} models` : ''
  return `${what}, ${number(view.placed, 0)} ${rankedWords(q.ranked)}${of}`
}

/** What the words above mean, for who asks. */
function BaseTerms({ view, plain }: { readonly view: View; readonly plain: boolean }) {
  if (view.reference === undefined) return null
  return (
    <>
      What is <Term of="index">the index</Term>
      {!view.oneTest && !plain && (
        <>
          , <Term of="bracket">a bracket</Term>
        </>
      )}
      ?
    </>
  )
}

/** What a bracket says; of a long standing only some are drawn. */
function bracketWords(view: View): string {
  if (view.bracketed === undefined) return '; so are two that share no bracket'
  return `. A bracket holds rows that are not told apart from ${subjectText(view.bracketed)}`
}

/** @param lines what lines stand for: told apart with brackets or, in another order, without; or held against a cost */
function baseWords(view: View, lines: 'bracketed' | 'alone' | 'cost'): string {
  if (view.reference === undefined) return 'Index, interval and places follow from the runs that count.'
  const base = `${subjectText(view.reference)} = 100, more is better.`
  if (view.oneTest) return `${base} One test, no standing: this is an order only.`
  const tuned = view.places.some((p) => p.subject.tuned) ? ' Diamond: tuned.' : ''
  if (lines === 'cost') return `${base} Line: against the one that is 100, 90 % for all pairs together.`
  const brackets = lines === 'alone' ? '' : bracketWords(view)
  return `${base} Two whose lines do not touch are told apart${brackets}.${tuned}`
}
