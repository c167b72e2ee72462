import type { ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { unitWords } from '../../figures/format'
import { groups } from '../../figures/words'
import type { Question } from './address'
import { Term } from '../../subjects/Term'
import { namesAmong } from './names'
import { decidingWords, subjectName, testsOf } from './words'
import { movementWords, remedyWords } from '../../subjects/days'
import { shownWords, signed } from '../../subjects/differences'
import { ratioOf } from './rows'

type View = Schemas['ComparisonView']

export interface FindingsProps {
  readonly view: View
  readonly question: Question
}

/** What the figure does not say by itself: where a total's points came from, what leans on one test, what does not compare. */
export function Findings({ view, question }: FindingsProps) {
  const parts = [
    <Sources key="sources" view={view} />,
    <Leaning key="leaning" view={view} question={question} />,
    <Deciding key="deciding" view={view} />,
    <Days key="days" view={view} />,
    <Apart key="apart" view={view} />,
  ]
  return (
    <div className="grid grid-cols-2 gap-x-9 gap-y-4 border-t border-line2 mt-4 pt-3 text-base">{parts}</div>
  )
}

function Finding({
  title,
  id,
  children,
}: {
  readonly title: ReactNode
  readonly id: string
  readonly children: ReactNode
}) {
  return (
    <section data-testid={id}>
      <h2 className="text-base">{title}</h2>
      <ul className="text-ink2 leading-relaxed mt-0.5">{children}</ul>
    </section>
  )
}

const names = (view: View) => view.subjects.map((s) => subjectName(s, view.subjects))

/** Totals whose change is told by their parts; the largest change first. */
function Sources({ view }: { readonly view: View }) {
  const label = names(view)
  const called = namesAmong(testsOf(view))
  const several = view.subjects.length > 2
  const found = view.groups
    .flatMap((g) => g.tests)
    .flatMap((test) =>
      test.cells.flatMap((cell, i) => {
        if (cell.kind !== 'SCORE') return []
        const verdict = cell.difference?.verdict
        const told =
          (cell.sources.length > 1 || cell.doubtful) && (verdict === 'AHEAD' || verdict === 'BEHIND')
        return told ? [{ test, cell, who: label[i] ?? '' }] : []
      }),
    )
    .sort(
      (a, b) =>
        Math.abs(Math.log(b.cell.difference?.times ?? 1)) - Math.abs(Math.log(a.cell.difference?.times ?? 1)),
    )
    .slice(0, 5)
  if (found.length === 0) return null
  return (
    <Finding title="Where the points of a total came from" id="sources">
      {found.map(({ test, cell, who }) => {
        const rest = cell.unexplained ?? 0
        const change = cell.sources.reduce((sum, s) => sum + s.share, rest)
        const digits = Math.max(0, Math.min(2, 2 - Math.floor(Math.log10(Math.max(Math.abs(change), 1e-9)))))
        const [first] = cell.sources
        const nearlyAll =
          first && Math.abs(first.share) >= 0.75 * cell.sources.reduce((s, x) => s + Math.abs(x.share), 0)
        return (
          <li key={`${test.metric} ${who} ${String(test.suiteId)}`}>
            <span className="text-ink">
              {several && `${who}: `}
              {called(test)}
            </span>{' '}
            {cell.doubtful ? (
              'the parts as scored do not explain this change'
            ) : (
              <span className="num">
                {signed(change, digits)} {unitWords(test.unit)}
                {': '}
              </span>
            )}
            {cell.sources.slice(0, 4).map((s, i) => (
              <span key={s.metric}>
                {i > 0 && ', '}
                {s.name}{' '}
                <span
                  className={`num ${s.share > 0 === (test.better === 'HIGHER') ? 'text-teal' : 'text-mulberry'}`}
                >
                  {signed(s.share, digits)}
                </span>
              </span>
            ))}
            {cell.sources.length > 4 && `, ${String(cell.sources.length - 4)} more`}
            {!cell.doubtful && Number(rest.toFixed(digits)) !== 0 && (
              <>
                , not explained by the parts as scored <span className="num">{signed(rest, digits)}</span>
              </>
            )}
            {nearlyAll && `. ${first.name} explains nearly all of it`}.
          </li>
        )
      })}
    </Finding>
  )
}

/** Groups that one test carries, and all tests together. */
function Leaning({ view, question }: FindingsProps) {
  const suites = leaningSuites(view)
  const label = names(view)
  const tests = testsOf(view)
  const called = namesAmong(tests)
  const heads = [
    { name: 'all tests together', summaries: view.together },
    ...view.groups.map((g) => ({ name: `the ${groups[g.group]} tests`, summaries: g.summaries })),
  ]
  const found = heads.flatMap(({ name, summaries }) =>
    summaries.flatMap((s) => {
      const test = tests.find((t) => t.suiteId === s.leaning?.suiteId && t.metric === s.leaning.metric)
      return test && s.leaning && s.mean && s.tests > 2 && (s.leaning.turns || leans(s))
        ? [{ name, s, test, leaning: s.leaning, mean: s.mean }]
        : []
    }),
  )
  if (found.length + suites.length === 0) return null
  return (
    <Finding title={<Term of="leaning">Leaning on one test or suite</Term>} id="leaning">
      {suites.slice(0, 4).map(({ name, s, suite, without, turns }) => (
        <li key={`${name} ${String(s.subject)} suite`}>
          Without the suite <i>{suite}</i> {name}
          {view.subjects.length > 2 && ` of ${label[s.subject] ?? ''}`} would read{' '}
          <span className="num text-ink">
            {shownWords(without.shown ?? 0, question.basis, undefined, without.amount)}
          </span>
          , not{' '}
          <span className="num text-ink">
            {shownWords(s.mean?.shown ?? 0, question.basis, undefined, s.mean?.amount)}
          </span>
          {turns && ', on the other side of the line'}.
        </li>
      ))}
      {found.slice(0, 6).map(({ name, s, test, leaning, mean }) => (
        <li key={`${name} ${String(s.subject)}`}>
          Without <i>{called(test)}</i> {name}
          {view.subjects.length > 2 && ` of ${label[s.subject] ?? ''}`} would read{' '}
          <span className="num text-ink">
            {shownWords(leaning.without.shown ?? 0, question.basis, undefined, mean.amount)}
          </span>
          , not{' '}
          <span className="num text-ink">
            {shownWords(mean.shown ?? 0, question.basis, undefined, mean.amount)}
          </span>
          {leaning.turns && ', on the other side of the line'}.
        </li>
      ))}
    </Finding>
  )
}

/** Groups that one suite carries, with what they would come to without it. */
function leaningSuites(view: View) {
  const heads = [
    { name: 'all tests together', summaries: view.together },
    ...view.groups.map((g) => ({ name: `the ${groups[g.group]} tests`, summaries: g.summaries })),
  ]
  return heads.flatMap(({ name, summaries }) =>
    summaries.flatMap((s) =>
      s.leaningSuite?.turns === true && s.mean ? [{ name, s, ...s.leaningSuite }] : [],
    ),
  )
}

/** Whether one test moves the mean by a third of what it is, and by more than a percent. */
function leans(s: Schemas['ComparedSummary']): boolean {
  const mean = Math.log(s.mean?.times ?? 1)
  const without = Math.log(s.leaning?.without.times ?? 1)
  return Math.abs(mean - without) > Math.max(0.01, Math.abs(mean) / 3)
}

/** What runs would settle, the fewest first. */
function Deciding({ view }: { readonly view: View }) {
  const label = names(view)
  const called = namesAmong(testsOf(view))
  const found = testsOf(view)
    .flatMap((test) =>
      test.cells.flatMap((c, i) => {
        const more = ratioOf(c)?.more
        return more ? [{ test, more, who: label[i] ?? '' }] : []
      }),
    )
    .sort((a, b) => rank(a.more) - rank(b.more))
  if (found.length === 0) return null
  return (
    <Finding
      title={
        <>
          <Term of="undecided">Undecided</Term>: {found.length} {found.length === 1 ? 'test' : 'tests'}
        </>
      }
      id="deciding"
    >
      {found.slice(0, 4).map(({ test, more, who }) => (
        <li key={`${test.metric} ${who} ${String(test.suiteId)}`}>
          <span className="text-ink">
            {called(test)}
            {view.subjects.length > 2 && ` (${who})`}
          </span>
          : {decidingWords(more)}.
        </li>
      ))}
      {found.length > 4 && <li>{found.length - 4} more; each says so where it is pointed at.</li>}
      <li>
        Each day on which runs are added is another look, and asks for a clearer lead: decide the number
        first.
      </li>
    </Finding>
  )
}

function rank(d: Schemas['Deciding']): number {
  if (d.answer !== 'ABOUT') return d.answer === 'NOT_WITH_THIS_THRESHOLD' ? 1e3 : 1e4
  return d.runs > 0 ? d.runs - d.hasRuns : 3 * (d.days - d.hasDays)
}

/** How far days move what was measured, how that is known, and how much rests on one day. */
function Days({ view }: { readonly view: View }) {
  const tests = testsOf(view)
  const movements = tests.flatMap((t) =>
    t.movement && t.cells.some((c) => c.kind === 'SCORE') ? [t.movement] : [],
  )
  const scores = tests.flatMap((t) =>
    t.cells.flatMap((c) => (c.kind === 'SCORE' && c.days > 0 ? [c.days] : [])),
  )
  const once = scores.filter((d) => d === 1).length
  if (movements.length === 0) return null
  const remedy = remedyWords(movements)
  return (
    <Finding title="Days" id="days">
      <li>
        {once === 0
          ? 'Every score rests on several days.'
          : once === scores.length
            ? 'Every score rests on one day.'
            : `${String(once)} of ${String(scores.length)} scores rest on one day.`}
      </li>
      <li>{movementWords(movements)}</li>
      {remedy !== '' && <li>{remedy}</li>}
    </Finding>
  )
}

/** What both sides have and yet does not compare, and lists from elsewhere. */
function Apart({ view }: { readonly view: View }) {
  const label = names(view)
  const elsewhere = view.subjects.filter((s) => s.origin !== '')
  if (view.apart.length === 0 && elsewhere.length === 0) return null
  return (
    <Finding title="Does not compare" id="apart">
      {view.apart.map((o) => (
        <li key={`${String(o.subject)} ${o.suite} ${o.reason}`}>
          <span className="text-ink">{o.suite}</span>
          {view.subjects.length > 2 && ` (${label[o.subject] ?? ''})`}, {o.tests}{' '}
          {o.tests === 1 ? 'test' : 'tests'}: {o.reason}.
        </li>
      ))}
      {elsewhere.map((s) => (
        <li key={s.key}>
          <span className="text-ink">{label[view.subjects.indexOf(s)]}</span>: not measured here ({s.origin}).
        </li>
      ))}
    </Finding>
  )
}
