import { useMemo } from 'react'
import type { Schemas } from '../../api/client'
import type { TestGroup } from '../../api/queries'
import { IndexAxis, IndexLine, indexScale } from '../../figures/IndexLine'
import type { IndexScale } from '../../figures/IndexLine'
import { RuleStrip } from '../../figures/RuleStrip'
import type { Tick } from '../../figures/RuleStrip'
import { number, placeRange } from '../../figures/format'
import { groups, kindOf, speedGroups, subjectText } from '../../figures/words'
import { LongBody } from '../../ui/LongBody'
import { bracket, half } from './sentence'

type View = Schemas['StandingsView']
type Place = Schemas['PlaceView']

const lineWidth = 262
const stripWidth = 66

export interface PlaceTableProps {
  readonly view: View
  readonly places: readonly Place[]
  /** Key of the subject in focus. */
  readonly focus: string | undefined
  /** Key of the subject that is taken apart. */
  readonly open: string | undefined
  readonly onOpen: (key: string) => void
  /** Drawn under the row that is open. */
  readonly why: (key: string) => React.ReactNode
}

/** Subjects down the page on one scale, with whiskers, brackets around what cannot be told apart, and a strip a group. */
export function PlaceTable({ view, places, focus, open, onOpen, why }: PlaceTableProps) {
  const scale = useMemo(
    () =>
      indexScale(
        places.flatMap((p) => [p.index, p.low ?? p.index, p.high ?? p.index]),
        lineWidth,
      ),
    [places],
  )
  const shown = view.groups.filter(
    (g) => g.subjects > 1 && (speedGroups.includes(g.group) || g.group === view.group),
  )
  const pools = useMemo(
    () => new Map(view.groups.map((g) => [g.group, ticks(view, places, g)] as const)),
    [places, view],
  )
  const columns = 6 + shown.length
  return (
    <table className="border-collapse mt-3 -ml-3.5" data-testid="standings">
      <thead>
        <tr className="[&>th]:pb-1">
          <th className="text-right pr-2 pl-3.5">place</th>
          <th />
          <th className="pl-2">press a row to see why it stands there</th>
          <th>
            <IndexAxis scale={scale} />
          </th>
          <th className="text-right pl-2">index</th>
          <th />
          {shown.map((g) => (
            <th key={g.group} className="pl-3">
              {groups[g.group]}
            </th>
          ))}
        </tr>
      </thead>
      <LongBody items={places} keyOf={(p) => p.subject.key} height={37}>
        {(p, i) => (
          <>
            {i > 0 && p.number - (places[i - 1]?.number ?? 0) > 1 && (
              <tr>
                <td colSpan={columns} className="text-ink2 text-sm pl-3.5 h-6.5">
                  {p.number - (places[i - 1]?.number ?? 0) - 1} between, not shown
                </td>
              </tr>
            )}
            <PlaceRow
              place={p}
              scale={scale}
              focus={p.subject.key === focus}
              open={p.subject.key === open}
              onOpen={onOpen}
              edge={bracket(places, i)}
              oneTest={view.oneTest}
              groups={shown.map((g) => g.group)}
              pools={pools}
            />
            {p.subject.key === open && (
              <tr>
                <td colSpan={columns} className="pl-3.5 pb-3 bg-ground">
                  {why(p.subject.key)}
                </td>
              </tr>
            )}
          </>
        )}
      </LongBody>
    </table>
  )
}

interface PlaceRowProps {
  readonly place: Place
  readonly scale: IndexScale
  readonly focus: boolean
  readonly open: boolean
  readonly onOpen: (key: string) => void
  readonly edge: ReturnType<typeof bracket>
  readonly oneTest: boolean
  readonly groups: readonly TestGroup[]
  readonly pools: ReadonlyMap<TestGroup, readonly Tick[]>
}

function PlaceRow({ place, scale, focus, open, onOpen, edge, oneTest, groups: shown, pools }: PlaceRowProps) {
  const error = half(place)
  const { subject } = place
  return (
    <tr
      className={`border-b border-line2 [&>td]:h-9 cursor-pointer ${focus ? 'bg-gold-wash' : 'hover:bg-ground'}`}
      data-focus={focus}
      data-subject={subject.key}
      data-name={subjectText(subject)}
      onClick={() => {
        onOpen(subject.key)
      }}
    >
      <td
        className={`num text-base text-right pr-2 pl-3.5 whitespace-nowrap ${focus ? 'shadow-[inset_5px_0_0_var(--gold)]' : ''}`}
      >
        {placeRange(place.best, place.worst)}
      </td>
      <td className="w-2.5">{!oneTest && <Bracket edge={edge} />}</td>
      <NameCell place={place} focus={focus} open={open} />
      <td>
        <IndexLine
          scale={scale}
          index={place.index}
          low={place.low}
          high={place.high}
          focus={focus}
          tuned={subject.tuned}
        />
      </td>
      <td className={`num text-md text-right pl-2 ${focus ? 'font-bold' : ''}`}>{number(place.index, 0)}</td>
      <td className="num unit pl-1.5 pr-2 whitespace-nowrap">{errorWords(error, oneTest)}</td>
      {shown.map((g) => {
        const own = place.groups.find((x) => x.group === g)
        return (
          <td key={g} className="pl-3">
            {own ? (
              <RuleStrip pool={pools.get(g) ?? []} own={own.index} focus={focus} width={stripWidth} />
            ) : (
              <span className="gap text-xs">none</span>
            )}
          </td>
        )
      })}
    </tr>
  )
}

/** Half of the interval; the reference has none, nor has an order by one test. */
function errorWords(error: number | undefined, oneTest: boolean): string {
  if (error !== undefined) return `±${number(error, error < 9.5 ? 1 : 0)}`
  return oneTest ? '' : '= 100'
}

function NameCell({ place, focus, open }: Pick<PlaceRowProps, 'place' | 'focus' | 'open'>) {
  const { subject } = place
  return (
    <td
      className="pl-2 pr-3 whitespace-nowrap max-w-64.5 truncate"
      title={`${subjectText(subject)}, ${String(place.tests)} of ${String(place.testsOf)} tests`}
    >
      <button
        aria-expanded={open}
        className={`block truncate max-w-full leading-4.25 hover:underline underline-offset-2 ${focus ? 'font-bold' : 'font-medium'}`}
      >
        {subject.name}
      </button>{' '}
      <span className="block truncate text-ink2 text-sm leading-3.5">
        {subject.detail === '' && subject.kind !== undefined ? kindOf(subject.kind).one : subject.detail}
        {subject.origin !== '' && ` · ${subject.origin}`}
        {place.usual !== undefined && place.usual !== place.number && `, usually ${String(place.usual)}`}
        {place.tests < place.testsOf && `, ${String(place.tests)} of ${String(place.testsOf)} tests`}
      </span>
    </td>
  )
}

/** A bracket runs down the side of rows that cannot be told apart. */
function Bracket({ edge }: { readonly edge: PlaceRowProps['edge'] }) {
  if (edge === 'none') return null
  const path = { start: 'M8 7h-4v30', middle: 'M4 0v37', end: 'M4 0v30h4' }[edge]
  return (
    <svg
      width={10}
      height={36}
      className="block"
      role="img"
      aria-label="cannot be told apart from its neighbours"
    >
      <path d={path} fill="none" stroke="var(--ink2)" strokeWidth={1.2} />
    </svg>
  )
}

/** Named where every one of the pool is on the page; else the pool's indexes alone. */
function ticks(view: View, places: readonly Place[], group: Schemas['GroupView']): readonly Tick[] {
  if (places.length < view.placed) return group.indexes.map((value) => ({ value, label: 'one of the pool' }))
  return places.flatMap((p) =>
    p.groups
      .filter((g) => g.group === group.group)
      .map((g) => ({ value: g.index, label: `${subjectText(p.subject)}, place ${String(g.place)}` })),
  )
}
