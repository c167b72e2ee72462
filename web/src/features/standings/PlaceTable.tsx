import { useMemo } from 'react'
import type { Schemas } from '../../api/client'
import type { TestGroup } from '../../api/queries'
import { Brackets, IndexAxis, IndexLine, indexScale } from '../../figures/IndexLine'
import type { IndexScale } from '../../figures/IndexLine'
import { RuleStrip } from '../../figures/RuleStrip'
import type { Tick } from '../../figures/RuleStrip'
import { number, placeRange } from '../../figures/format'
import { groups, kindOf, speedGroups, subjectText } from '../../figures/words'
import { LongBody } from '../../ui/LongBody'
import { lanesOf, runs } from './lanes'
import type { Run } from './lanes'
import { oddWords, rangeWords } from './sentence'
import { UnseenHead } from '../../ui/UnseenHead'

type View = Schemas['StandingsView']
type Place = Schemas['PlaceView']

const lineWidth = 262
const stripWidth = 66

export interface PlaceTableProps {
  readonly view: View
  readonly places: readonly Place[]
  /** Numbers of places that are not told apart. */
  readonly brackets: readonly (readonly number[])[]
  /** Key of the subject in focus. */
  readonly focus: string | undefined
  /** Key of the subject that is taken apart. */
  readonly open: string | undefined
  readonly onOpen: (key: string) => void
  /** Groups that have no column. */
  readonly without: readonly string[]
  /** What rows stand in order of, as it is asked for; by place if absent. */
  readonly sort: string | undefined
  /** Asks for another order; empty for that of places. */
  readonly onSort: (sort: string) => void
  /** Drawn under the row that is open. */
  readonly why: (key: string) => React.ReactNode
}

/** Subjects down the page on one scale, with comparison lines, brackets of what is not told apart, and a strip a group. */
export function PlaceTable(props: PlaceTableProps) {
  const { view, places, focus, open, onOpen, without, sort, onSort, why } = props
  const scale = useMemo(
    () =>
      indexScale(
        places.flatMap((p) => [p.index, p.lineLow ?? p.index, p.lineHigh ?? p.index]),
        lineWidth,
      ),
    [places],
  )
  const shown = columnGroups(view).filter((g) => !without.includes(g))
  const pools = useMemo(
    () => new Map(view.groups.map((g) => [g.group, ticks(view, places, g)] as const)),
    [places, view],
  )
  // A bracket runs from place to place.
  const brackets = sort === undefined ? props.brackets : none
  const lanes = useMemo(() => lanesOf(brackets), [brackets])
  const guide = useMemo(() => guideOf(places, focus), [places, focus])
  const columns = 6 + shown.length
  return (
    <table className="border-collapse mt-3 -ml-3.5" data-testid="standings">
      <thead>
        <tr className="[&>th]:pb-1">
          <SortedHead words="place" sort="" by={props} className="text-right pr-2 pl-3.5" />
          <UnseenHead words="brackets" className={lanesCell(lanes.length)} />
          <th className="pl-2" aria-sort={sort === 'name' ? 'ascending' : undefined}>
            <NameHead sort={sort} onSort={onSort} />
          </th>
          <th>
            <IndexAxis scale={scale} />
          </th>
          <th className="text-right pl-2">index</th>
          <th className="pl-1.5">
            {view.oneTest ? <span className="sr-only">interval</span> : 'against 100'}
          </th>
          {shown.map((g) => (
            <SortedHead key={g} words={groups[g]} sort={g} by={props} className="pl-3" />
          ))}
        </tr>
      </thead>
      <LongBody items={places} keyOf={(p) => p.subject.key} height={37}>
        {(p, i) => (
          <>
            {sort === undefined && i > 0 && p.number - (places[i - 1]?.number ?? 0) > 1 && (
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
              lanes={runs(lanes, p.number)}
              guide={guide}
              groups={shown}
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

const none: readonly (readonly number[])[] = []

/** Groups that have a column unless it is taken away. */
export function columnGroups(view: View): readonly TestGroup[] {
  return view.groups
    .filter((g) => g.subjects > 1 && (speedGroups.includes(g.group) || g.group === view.group))
    .map((g) => g.group)
}

interface SortedHeadProps {
  readonly words: string
  /** What is asked for; empty for places. */
  readonly sort: string
  readonly by: Pick<PlaceTableProps, 'sort' | 'onSort'>
  readonly className: string
}

/** The head of a column by which rows can stand in order. */
function SortedHead({ words, sort, by, className }: SortedHeadProps) {
  const chosen = (by.sort ?? '') === sort
  return (
    <th className={className} aria-sort={chosen ? (sort === '' ? 'ascending' : 'descending') : undefined}>
      <button
        className={`hover:underline underline-offset-2 min-h-6 ${chosen && sort !== '' ? 'font-bold text-ink' : ''}`}
        title={`In order of ${words}`}
        onClick={() => {
          by.onSort(chosen ? '' : sort)
        }}
      >
        {words}
      </button>
    </th>
  )
}

function NameHead({ sort, onSort }: Pick<PlaceTableProps, 'sort' | 'onSort'>) {
  return (
    <>
      <button
        className={`hover:underline underline-offset-2 min-h-6 ${sort === 'name' ? 'font-bold text-ink' : ''}`}
        title="In order of names"
        onClick={() => {
          onSort(sort === 'name' ? '' : 'name')
        }}
      >
        name
      </button>
      ; press a row to see why it stands there
    </>
  )
}

/** Many lanes would push the names off a narrow screen; the lines say the same there. */
function lanesCell(count: number): string {
  return count > 6 ? 'max-sm:hidden' : ''
}

interface PlaceRowProps {
  readonly place: Place
  readonly scale: IndexScale
  readonly focus: boolean
  readonly open: boolean
  readonly onOpen: (key: string) => void
  readonly lanes: readonly (Run | undefined)[]
  readonly guide: readonly [number, number] | undefined
  readonly groups: readonly TestGroup[]
  readonly pools: ReadonlyMap<TestGroup, readonly Tick[]>
}

function PlaceRow({ place, scale, focus, open, onOpen, lanes, guide, groups: shown, pools }: PlaceRowProps) {
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
      <td className={lanesCell(lanes.length)}>{lanes.length > 0 && <Brackets runs={lanes} height={37} />}</td>
      <NameCell place={place} focus={focus} open={open} />
      <td>
        <IndexLine
          scale={scale}
          index={place.index}
          low={place.lineLow}
          high={place.lineHigh}
          guide={guide}
          focus={focus}
          tuned={subject.tuned}
        />
      </td>
      <td className={`num text-md text-right pl-2 ${focus ? 'font-bold' : ''}`}>{number(place.index, 0)}</td>
      <td className="num unit pl-1.5 pr-2 whitespace-nowrap">{rangeWords(place)}</td>
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

/** The line of the one in focus, so that one sees in every row whether it is touched. */
function guideOf(places: readonly Place[], focus: string | undefined): readonly [number, number] | undefined {
  const own = places.find((p) => p.subject.key === focus)
  return own?.lineLow === undefined || own.lineHigh === undefined ? undefined : [own.lineLow, own.lineHigh]
}

function NameCell({ place, focus, open }: Pick<PlaceRowProps, 'place' | 'focus' | 'open'>) {
  const { subject } = place
  return (
    <td
      className="pl-2 pr-3 whitespace-nowrap max-w-64.5 truncate"
      title={[
        subjectText(subject),
        `${String(place.tests)} of ${String(place.testsOf)} tests`,
        oddWords(place),
      ]
        .filter((w) => w !== '')
        .join(', ')}
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
        {place.suites === 1 && place.tests > 1 && ', one suite'}
        {place.odd.length > 0 && <span className="text-mulberry">, {oddWords(place)}</span>}
      </span>
    </td>
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
