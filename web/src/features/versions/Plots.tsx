import type { Schemas } from '../../api/client'
import { amount, number, percent, significant, unitWords } from '../../figures/format'
import { StepLine, stepLineText, stepRange, versionAt } from '../../figures/StepLine'
import { capital, groups, shortLabels } from '../../figures/words'
import { drifts, marks, points, testKey, testName, told } from './words'
import { type } from '../../figures/type'

type Line = Schemas['LineView']
type Test = Schemas['LineTest']

export interface PlotsProps {
  readonly line: Line
  /** Each test in its own unit and on its own scale, instead of the first version as 100 on one scale for all. */
  readonly own: boolean
  /** Number of the version in focus. */
  readonly focus: number | undefined
  /** Number of the version that is read, under the pointer or by the arrow keys. */
  readonly at: number | undefined
  readonly onAt: (version: number | undefined) => void
  /** Keys of the tests that are chosen for two scales. */
  readonly chosen: readonly string[]
  readonly onChoose: (key: string) => void
}

export const plotWidth = 252
export const plotHeight = 92

/** A small line a test, by groups, each group with its mean first. */
export function Plots(props: PlotsProps) {
  const { line, own } = props
  const all = line.tests.filter((t) => t.cells.some((c) => c.kind === 'SCORE'))
  return (
    <div
      role="group"
      aria-label="Tests along the versions; arrow keys read the next version"
      tabIndex={0}
      className="outline-offset-4"
      onKeyDown={(e) => {
        if (e.key !== 'ArrowLeft' && e.key !== 'ArrowRight') return
        e.preventDefault()
        const step = e.key === 'ArrowRight' ? 1 : -1
        const last = line.versions.length - 1
        props.onAt(
          props.at === undefined ? (step > 0 ? 0 : last) : Math.max(0, Math.min(last, props.at + step)),
        )
      }}
      onMouseLeave={() => {
        props.onAt(undefined)
      }}
    >
      {line.groups.map((g) => {
        const tests = all
          .filter((t) => t.group === g.group && !t.total)
          .concat(all.filter((t) => t.group === g.group && t.total))
        if (tests.length === 0) return null
        const range = stepRange(tests.map((t) => points(t, false)))
        return (
          <section key={g.group} className="mb-1">
            <GroupHead
              group={g}
              at={props.at}
              labels={line.versions.map((v) => v.label)}
              range={own ? undefined : range}
            />
            <div className="grid grid-cols-4 gap-x-3.5">
              {tests.map((t) => (
                <Plot key={testKey(t)} test={t} {...props} range={own ? undefined : range} />
              ))}
            </div>
          </section>
        )
      })}
      <Rest {...props} shown={all} />
    </div>
  )
}

/** Groups that are ranked by nothing, such as temperatures: after the others. */
function Rest(props: PlotsProps & { readonly shown: readonly Test[] }) {
  const { line, shown, own } = props
  const grouped = new Set(line.groups.map((g) => g.group))
  const rest = shown.filter((t) => !grouped.has(t.group))
  const range = stepRange(rest.map((t) => points(t, false)))
  const plain = line.tests.filter((t) => !shown.includes(t))
  if (rest.length + plain.length === 0) return null
  return (
    <section className="mb-1">
      <h2 className="mt-3 mb-1">Besides</h2>
      <div className="grid grid-cols-4 gap-x-3.5">
        {rest.map((t) => (
          <Plot key={testKey(t)} test={t} {...props} range={own ? undefined : range} />
        ))}
      </div>
      {plain.map((t) => (
        <p key={testKey(t)} className="text-sm py-1 border-b border-line2 flex gap-4">
          <span className="w-59 shrink-0">
            {t.suite}, {t.name.toLowerCase()}
          </span>
          {t.cells.map((c, i) => (
            <span key={i} className={c.kind === 'GAP' ? 'gap' : 'num'}>
              {c.kind === 'GAP'
                ? c.gap
                : c.kind === 'PLAIN' && c.words !== undefined
                  ? c.words
                  : significant(c.value, 4, t.unit)}
            </span>
          ))}
          <span className="unit">{unitWords(t.unit)}</span>
        </p>
      ))}
    </section>
  )
}

function GroupHead({
  group,
  at,
  labels,
  range,
}: {
  readonly group: Schemas['LineGroup']
  readonly at: number | undefined
  readonly labels: readonly string[]
  readonly range: readonly [number, number] | undefined
}) {
  const read = at ?? group.points.length - 1
  const point = group.points[read]
  return (
    <div className="flex items-baseline gap-3 mt-3 mb-1 border-b border-line pb-1">
      <h2>{capital(groups[group.group])}</h2>
      {point?.index === undefined ? (
        <span className="gap">no test in common with the first version</span>
      ) : (
        <span className="text-sm">
          <span className="num">{number(point.index, 1)}</span>
          {point.low !== undefined && point.high !== undefined && (
            <span className="unit">
              {' '}
              {number(point.low, 1)} to {number(point.high, 1)}
            </span>
          )}
          <span className="text-ink2">
            {' '}
            at {labels[read] ?? ''}, geometric mean of {point.tests} of {point.of} tests, 95 % on these tests
          </span>
        </span>
      )}
      {range && (
        <span className="unit ml-auto">
          scale {number(range[0], 0)} to {number(range[1], 0)}
        </span>
      )}
    </div>
  )
}

function Plot({
  test,
  line,
  own,
  range,
  focus,
  at,
  onAt,
  chosen,
  onChoose,
}: PlotsProps & { readonly test: Test; readonly range: readonly [number, number] | undefined }) {
  const labels = shortLabels(line.versions.map((v) => v.label))
  const shown = points(test, own)
  const said = told(test, labels)
  const isChosen = chosen.includes(testKey(test))
  return (
    <figure
      className="border-b border-line2 pt-1.5 pb-0.5 min-w-0"
      data-test={testKey(test)}
      data-chosen={isChosen}
    >
      <figcaption className="flex items-baseline gap-2 text-sm">
        <button
          className={`font-semibold truncate hover:underline underline-offset-2 ${isChosen ? 'underline' : ''}`}
          title={`${test.suite} ${test.version}, ${test.name}${test.settings === '' ? '' : `; ${test.settings}`}. ${isChosen ? 'Take it off the two scales' : 'Put it on one of two scales'}`}
          aria-pressed={isChosen}
          onClick={() => {
            onChoose(testKey(test))
          }}
        >
          {testName(test)}
        </button>
        {own && (
          <span className="unit truncate shrink-2">
            {unitWords(test.unit)}
            {test.better === 'LOWER' ? ', less is better' : ''}
          </span>
        )}
        <span className="num ml-auto">{headline(test, own, at)}</span>
      </figcaption>
      <svg
        width="100%"
        viewBox={`0 0 ${String(plotWidth)} ${String(plotHeight)}`}
        className="block"
        role="img"
        aria-label={stepLineText(
          `${test.suite}, ${test.name}, ${own ? unitWords(test.unit) : 'first version = 100'}`,
          shown,
          line.versions.map((v) => v.label),
        )}
        onMouseMove={(e) => {
          const box = e.currentTarget.getBoundingClientRect()
          onAt(
            versionAt(shown.length, plotWidth, ((e.clientX - box.left) / Math.max(1, box.width)) * plotWidth),
          )
        }}
      >
        <StepLine
          points={shown}
          marks={marks(test)}
          drifts={drifts(test)}
          range={range ?? stepRange([shown])}
          base={own ? undefined : 100}
          focus={focus}
          at={at}
          width={plotWidth}
          height={plotHeight}
        />
        {own && <OwnScale shown={shown} test={test} />}
        <text x={2} y={plotHeight - 5} fontSize={type.label} fill={`var(--${said.ink})`}>
          {fitted(said.words, marks(test).length > 0)}
        </text>
      </svg>
    </figure>
  )
}

/** The lowest and the highest value, since every line has a scale of its own. */
function OwnScale({ shown, test }: { readonly shown: ReturnType<typeof points>; readonly test: Test }) {
  const values = shown.flatMap((p) => (p.value === undefined ? [] : [p.value]))
  const decimals = Math.max(0, ...test.cells.map((c) => (c.kind === 'GAP' ? 0 : c.decimals)))
  return (
    <g fontSize={type.tiny} fill="var(--ink2)" className="num">
      <text x={plotWidth - 2} y={10} textAnchor="end">
        {number(Math.max(...values), decimals)}
      </text>
      <text x={plotWidth - 2} y={plotHeight - 24} textAnchor="end">
        {number(Math.min(...values), decimals)}
      </text>
    </g>
  )
}

/** The words have the room beside the marks. */
function fitted(words: string, marked: boolean): string {
  const most = marked ? 34 : 44
  return words.length <= most ? words : `${words.slice(0, most - 1)}…`
}

/** First to last, or what is read at a version. */
function headline(test: Test, own: boolean, at: number | undefined): string {
  if (at !== undefined) {
    const cell = test.cells[at]
    if (cell === undefined || cell.kind === 'GAP') return '[ ]'
    return own || cell.kind === 'PLAIN'
      ? amount(cell.value, cell.decimals, test.unit)
      : percent(cell.index / 100 - 1)
  }
  return test.firstToLast === undefined ? '' : percent(test.firstToLast.times - 1)
}
