import { useMemo } from 'react'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { useFocus } from '../../app/focus'
import type { Schemas } from '../../api/client'
import { useStandings } from '../../api/queries'
import type { DeviceKind, TestGroup } from '../../api/queries'
import { IndexAxis, IndexLine, indexScale } from '../../figures/IndexLine'
import type { IndexScale } from '../../figures/IndexLine'
import { RuleStrip } from '../../figures/RuleStrip'
import type { Tick } from '../../figures/RuleStrip'
import { number, placeRange } from '../../figures/format'
import { capital, groups, kinds, speedGroups } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Select } from '../../ui/Select'
import { Empty, Failed, Loading } from '../../ui/States'
import { bracket, half, sentence, unplacedWords } from './sentence'

type View = Schemas['StandingsView']
type Place = Schemas['PlaceView']

const lineWidth = 296
const stripWidth = 78

/** Where everything stands, for a group of tests or overall. */
export function StandingsPage() {
  const [search, setSearch] = useSearchParams()
  const group = (search.get('group') ?? undefined) as TestGroup | undefined
  const kind = (search.get('kind') ?? undefined) as DeviceKind | undefined
  const reference = search.get('reference')
  const standings = useStandings({
    ...(group && { group }),
    ...(kind && { kind }),
    ...(reference !== null && { reference: Number(reference) }),
  })
  const choose = (name: string, value: string) => {
    const next = new URLSearchParams(search)
    if (value === 'all') next.delete(name)
    else next.set(name, value)
    setSearch(next)
  }
  if (standings.isPending) return <Loading what="the standings" />
  if (standings.isError) return <Failed error={standings.error} retry={() => void standings.refetch()} />
  return <Standings view={standings.data} choose={choose} />
}

interface StandingsProps {
  readonly view: View
  readonly choose: (name: string, value: string) => void
}

function Standings({ view, choose }: StandingsProps) {
  const focus = useFocus()
  const navigate = useNavigate()
  const title = view.group ? capital(groups[view.group]) : 'Overall'
  const models = new Set(view.places.map((p) => p.setup.modelId)).size
  return (
    <div className="pt-[18px] px-[26px] pb-8">
      <div className="flex items-start gap-2">
        <div className="flex-1">
          <h1>
            {title}
            {view.places.length > 0 && `, ${String(view.places.length)} setups of ${String(models)} models`}
          </h1>
          <p className="text-ink2 text-[13px] mt-0.5">{baseWords(view)}</p>
        </div>
        <Select
          label="Tests"
          value={view.group ?? 'all'}
          choices={[
            { value: 'all', label: 'Overall' },
            ...view.groups.map((g) => ({ value: g.group, label: `${capital(groups[g.group])} only` })),
          ]}
          onValue={(v) => {
            choose('group', v)
          }}
        />
        <Select
          label="Kind of device"
          value={view.kind ?? 'all'}
          choices={[
            { value: 'all', label: 'Everything' },
            ...(Object.keys(kinds) as DeviceKind[]).map((k) => ({ value: k, label: capital(kinds[k].many) })),
          ]}
          onValue={(v) => {
            choose('kind', v)
          }}
        />
      </div>
      <div className="flex gap-8 items-baseline border-y border-line2 py-[9px] mt-3 text-[13px]">
        <GroupLine view={view} />
        {focus && (
          <p className="ml-auto text-right max-w-[480px]" data-testid="focus-sentence">
            <b className="font-[600]">{focus.model}</b>{' '}
            {sentence(view, focus.setupId).map((p, i) => (
              <span
                key={i}
                className={p.lean === 'for' ? 'text-teal' : p.lean === 'against' ? 'text-mulberry' : ''}
              >
                {p.text}
              </span>
            ))}
          </p>
        )}
      </div>
      {view.places.length === 0 ? (
        <Empty title="Nobody can be placed yet">
          <p>
            A standing needs two setups with a test in common. Run or type in the same suite on two devices.
          </p>
          <Button look="main" onClick={() => void navigate('/desk')}>
            Go to the desk
          </Button>
        </Empty>
      ) : (
        <PlaceTable view={view} places={view.places} focus={focus?.setupId} />
      )}
      {view.apart.map((island, i) => (
        <section key={i} className="mt-6">
          <h2>Apart: these share no test with the ones above</h2>
          <PlaceTable view={view} places={island} focus={focus?.setupId} />
        </section>
      ))}
      {view.unplaced.length > 0 && (
        <section className="mt-5 text-[12.5px] text-ink2" aria-label="Unplaced">
          <h2 className="!text-[12.5px]">Unplaced</h2>
          <ul className="mt-1 leading-[1.8]">
            {view.unplaced.map((u) => (
              <li key={u.setup.setupId}>
                <b className="font-[600] text-ink">{label(u.setup)}</b>: {unplacedWords(u)}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  )
}

function GroupLine({ view }: { readonly view: View }) {
  if (view.group) {
    const own = view.groups.find((g) => g.group === view.group)
    return (
      <p className="text-ink2">{own ? `${String(own.tests)} tests, ${String(own.subjects)} setups` : ''}</p>
    )
  }
  const counted = view.groups.filter((g) => g.counts)
  const left = view.groups.filter((g) => !g.counts && speedGroups.includes(g.group))
  return (
    <p className="text-ink2">
      Equal weights:{' '}
      {counted.map((g) => (
        <span key={g.group} className="text-ink mr-3">
          {groups[g.group]} <span className="unit">{g.tests} tests</span>
        </span>
      ))}
      {left.length > 0 && (
        <span className="block text-[12.5px]">
          Left out: {left.map((g) => `${groups[g.group]} (${g.why ?? ''})`).join(', ')}
        </span>
      )}
    </p>
  )
}

interface PlaceTableProps {
  readonly view: View
  readonly places: readonly Place[]
  readonly focus: number | undefined
}

function PlaceTable({ view, places, focus }: PlaceTableProps) {
  const scale = useMemo(
    () =>
      indexScale(
        places.flatMap((p) => [p.index, p.low ?? p.index, p.high ?? p.index]),
        lineWidth,
      ),
    [places],
  )
  const shown = view.groups
    .filter((g) => g.subjects > 1 && (speedGroups.includes(g.group) || g.group === view.group))
    .map((g) => g.group)
  const pools = useMemo(() => new Map(shown.map((g) => [g, ticks(places, g)])), [places, shown])
  return (
    <table className="border-collapse mt-3 -ml-[14px]" data-testid="standings">
      <thead>
        <tr>
          <th className="!text-right pr-2 pl-[14px]">place</th>
          <th />
          <th className="pl-2">setup</th>
          <th>
            <IndexAxis scale={scale} />
          </th>
          <th className="!text-right pl-2">index</th>
          <th />
          {shown.map((g) => (
            <th key={g} className="pl-[14px]">
              {groups[g]}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {places.map((p, i) => (
          <PlaceRow
            key={p.setup.setupId}
            place={p}
            scale={scale}
            focus={p.setup.setupId === focus}
            edge={bracket(places, i)}
            oneTest={view.oneTest}
            groups={shown}
            pools={pools}
          />
        ))}
      </tbody>
    </table>
  )
}

interface PlaceRowProps {
  readonly place: Place
  readonly scale: IndexScale
  readonly focus: boolean
  readonly edge: ReturnType<typeof bracket>
  readonly oneTest: boolean
  readonly groups: readonly TestGroup[]
  readonly pools: ReadonlyMap<TestGroup, readonly Tick[]>
}

function PlaceRow({ place, scale, focus, edge, oneTest, groups: shown, pools }: PlaceRowProps) {
  const error = half(place)
  return (
    <tr
      className={`border-b border-line2 [&>td]:h-[33px] [&>td]:p-0 ${focus ? 'bg-gold-wash' : ''}`}
      data-focus={focus}
      data-setup={place.setup.setupId}
      data-subject={`setup-${String(place.setup.setupId)}`}
      data-name={label(place.setup)}
    >
      <td
        className={`num text-[13px] !text-right !pr-2 !pl-[14px] whitespace-nowrap ${focus ? 'shadow-[inset_5px_0_0_var(--gold)]' : ''}`}
      >
        {placeRange(place.best, place.worst)}
      </td>
      <td className="w-[10px]">{!oneTest && <Bracket edge={edge} />}</td>
      <td className="!pl-2 !pr-3 whitespace-nowrap max-w-[284px] truncate">
        <Link
          to={`/catalogue/setups/${String(place.setup.setupId)}`}
          className={`hover:underline underline-offset-2 ${focus ? 'font-[640]' : 'font-[520]'}`}
        >
          {place.setup.maker} {place.setup.model}
        </Link>{' '}
        <span className="text-ink2 text-[12.5px]">
          {place.setup.onlyOne ? kinds[place.setup.kind].one : place.setup.name}
          {place.tests < place.testsOf && `, ${String(place.tests)} of ${String(place.testsOf)} tests`}
        </span>
      </td>
      <td>
        <IndexLine
          scale={scale}
          index={place.index}
          low={place.low}
          high={place.high}
          focus={focus}
          tuned={place.setup.tuned}
        />
      </td>
      <td className={`num text-[14px] !text-right !pl-2 ${focus ? '!font-[640]' : ''}`}>
        {number(place.index, 0)}
      </td>
      <td className="num unit !pl-1.5 !pr-2 whitespace-nowrap">
        {error === undefined ? (oneTest ? '' : '= 100') : `±${number(error, error < 9.5 ? 1 : 0)}`}
      </td>
      {shown.map((g) => {
        const own = place.groups.find((x) => x.group === g)
        return (
          <td key={g} className="!pl-[14px]">
            {own ? (
              <RuleStrip pool={pools.get(g) ?? []} own={own.index} focus={focus} width={stripWidth} />
            ) : (
              <span className="gap !text-[11.5px]">none</span>
            )}
          </td>
        )
      })}
    </tr>
  )
}

/** A bracket runs down the side of rows that cannot be told apart. */
function Bracket({ edge }: { readonly edge: PlaceRowProps['edge'] }) {
  if (edge === 'none') return null
  const path = { start: 'M8 7h-4v27', middle: 'M4 0v34', end: 'M4 0v27h4' }[edge]
  return (
    <svg
      width={10}
      height={33}
      className="block"
      role="img"
      aria-label="cannot be told apart from its neighbours"
    >
      <path d={path} fill="none" stroke="var(--ink2)" strokeWidth={1.2} />
    </svg>
  )
}

function ticks(places: readonly Place[], group: TestGroup): readonly Tick[] {
  return places.flatMap((p) =>
    p.groups
      .filter((g) => g.group === group)
      .map((g) => ({ value: g.index, label: `${label(p.setup)}, place ${String(g.place)}` })),
  )
}

function label(setup: Schemas['SetupLabel']): string {
  const name = `${setup.maker} ${setup.model}`
  return setup.onlyOne ? name : `${name}, ${setup.name}`
}

function baseWords(view: View): string {
  if (view.reference === undefined) return 'Index, interval and places follow from the runs that count.'
  const base = `${label(view.reference)} = 100, more is better.`
  if (view.oneTest) return `${base} One test, no standing: this is an order only.`
  return `${base} Line and ±: 90 % interval. Bracket: cannot be told apart. Diamond: tuned.`
}
