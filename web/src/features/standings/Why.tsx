import { Link } from 'react-router'
import type { Schemas } from '../../api/client'
import { number, significant, unitWords } from '../../figures/format'
import { bands, capital, groups } from '../../figures/words'
import { Failed, Loading } from '../../ui/States'
import { useWhy } from './queries'
import type { StandingsQuestion } from './queries'

type Group = Schemas['WhyGroup']
type Test = Schemas['WhyTest']

export interface WhyProps {
  readonly question: StandingsQuestion
  readonly subject: string
  /** Where to go from here. */
  readonly links: readonly { readonly to: string; readonly words: string }[]
}

/** What lifts a subject and what drags it, test by test, against what its own tests together lead to expect. */
export function Why({ question, subject, links }: WhyProps) {
  const why = useWhy(question, subject)
  if (why.isPending) return <Loading what="why it stands there" />
  if (why.isError) return <Failed error={why.error} retry={() => void why.refetch()} />
  return (
    <div className="pt-3 pr-3" data-testid="why" onClick={(e) => e.stopPropagation()}>
      <p className="text-ink2 text-sm flex gap-4">
        <span>
          Each test against what this one’s other tests lead to expect. Right of the line lifts it, left drags
          it.
        </span>
        {links.map((l) => (
          <Link
            key={l.to}
            to={l.to}
            className="underline underline-offset-2 decoration-line hover:text-ink whitespace-nowrap"
          >
            {l.words}
          </Link>
        ))}
      </p>
      <div className="grid grid-cols-2 gap-x-9 gap-y-4 mt-2">
        {why.data.groups.map((g) => (
          <WhyGroup key={g.group} group={g} />
        ))}
      </div>
    </div>
  )
}

const most = 6

function WhyGroup({ group }: { readonly group: Group }) {
  const { tests } = group
  const shown = tests.length <= most ? tests : [...tests.slice(0, most / 2), ...tests.slice(-most / 2)]
  const reach = Math.max(0.05, ...tests.map((t) => Math.abs(Math.log(t.off))))
  const doubted = tests.filter((t) => t.doubted)
  return (
    <section data-group={group.group}>
      <h2 className="text-base">
        {capital(groups[group.group])}
        <span className="text-ink2 font-normal text-sm ml-2">
          {group.place
            ? `${String(group.place.place)} of ${String(group.place.of)}${group.place.band === undefined ? '' : `, ${bands[group.place.band]}`}`
            : 'apart from the others'}
          {`; tests of a suite differ by ${significant(group.spread * 100, 2)} % beyond their noise, suites by ${significant(group.taste * 100, 2)} %`}
          {group.suites === 1 && ' (assumed: one suite)'}
        </span>
      </h2>
      <table className="border-collapse text-sm mt-1">
        <tbody>
          {shown.map((t, i) => (
            <TestLine
              key={`${String(t.suiteId)} ${t.name}`}
              test={t}
              reach={reach}
              gap={tests.length > most && i === most / 2}
            />
          ))}
        </tbody>
      </table>
      {tests.length > most && <p className="text-ink2 text-sm">{tests.length - most} between, not shown</p>}
      {doubted.map((t) => (
        <p key={`${String(t.suiteId)} ${t.name}`} className="text-sm mt-1" data-testid="doubted">
          <i>{t.name}</i> is doubted: it is {significant(Math.max(t.off, 1 / t.off), 2)} times{' '}
          {t.off > 1 ? 'better' : 'worse'} than expected, and counts {Math.round(t.trust * 100)} % of what it
          would.
        </p>
      ))}
    </section>
  )
}

const width = 96

function TestLine({
  test,
  reach,
  gap,
}: {
  readonly test: Test
  readonly reach: number
  readonly gap: boolean
}) {
  const log = Math.log(test.off)
  const end = width / 2 + (log / reach) * (width / 2 - 2)
  const percent = (test.off - 1) * 100
  const words = `${percent < 0 ? '−' : '+'}${number(Math.abs(percent), Math.abs(percent) < 99.5 ? 1 : 0)} %`
  return (
    <tr className={`[&>td]:h-6 ${gap ? 'border-t border-dashed border-line' : ''}`}>
      <td className="pr-3 w-49 max-w-49 truncate" title={`${test.suite}, ${test.name}`}>
        {test.suite}, {test.name}
      </td>
      <td className="num text-right whitespace-nowrap">
        {number(test.value, test.decimals)} <span className="unit">{unitWords(test.unit)}</span>
      </td>
      <td className="px-2">
        <svg
          width={width}
          height={20}
          role="img"
          aria-label={`${words} of the expected ${significant(test.expected)} ${unitWords(test.unit)}`}
          className="block"
        >
          <rect
            x={Math.min(end, width / 2)}
            width={Math.max(1, Math.abs(end - width / 2))}
            y={7}
            height={6}
            fill={log >= 0 ? 'var(--teal)' : 'var(--sheet)'}
            stroke={log >= 0 ? 'var(--teal)' : 'var(--mulberry)'}
            opacity={test.doubted ? 0.4 : 1}
          />
          <line x1={width / 2} x2={width / 2} y1={1} y2={19} stroke="var(--ink)" />
        </svg>
      </td>
      <td className={`num text-right ${log >= 0 ? 'text-teal' : 'text-mulberry'}`}>{words}</td>
      <td
        className="num unit text-right pl-2"
        title="share of its standing in this group that rests on this test"
      >
        {Math.round(test.share * 100)} %
      </td>
    </tr>
  )
}
