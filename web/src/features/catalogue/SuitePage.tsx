import { Link, useNavigate, useParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { minutes, significant, unitWords } from '../../figures/format'
import { capital, groups, kindOf } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { deleteSheet } from './deeds'
import { historyWords } from '../../subjects/history'
import { useSheetText, useSuiteProfile } from './queries'
import { dayInWords, when } from '../../figures/dates'

/** What is known about a suite: its sheet, how noisy it is, how far its scores spread, how long it takes. */
export function SuitePage() {
  const { id } = useParams()
  const profile = useSuiteProfile(Number(id))
  if (profile.isPending) return <Loading what="the suite" />
  if (profile.isError) return <Failed error={profile.error} retry={() => void profile.refetch()} />
  return <SuiteView profile={profile.data} />
}

type Profile = Schemas['SuiteProfile']
type Suite = Schemas['SuiteView']

function SuiteView({ profile }: { readonly profile: Profile }) {
  const { suite } = profile
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-10">
      <SuiteHead suite={suite} runs={Math.max(0, ...profile.metrics.map((m) => m.setups))} />
      <div className="max-md:overflow-x-auto" role="region" aria-label="Tests" tabIndex={0}>
        <table className="w-full border-collapse mt-4">
          <thead>
            <tr className="border-b border-line [&>th]:px-2 [&>th]:py-1.5">
              <th>Metric</th>
              <th>Unit</th>
              <th>Scale</th>
              <th>How it follows</th>
              <th className="text-right">Setups</th>
              <th className="text-right">Noise of one run</th>
              <th className="text-right">Lowest, middle, highest</th>
            </tr>
          </thead>
          <tbody>
            {suite.metrics.map((m) => (
              <MetricRow
                key={m.key}
                metric={m}
                suite={suite}
                known={profile.metrics.find((p) => p.metric === m.key)}
              />
            ))}
          </tbody>
        </table>
      </div>
      <div className="grid grid-cols-2 gap-x-10 gap-y-6 mt-6 text-base">
        <Settings suite={suite} />
        <Faults suite={suite} />
        <Before suite={suite} />
        <Took profile={profile} />
      </div>
      <p className="mt-6 text-base">
        <Link
          to={`/ledger?suite=${String(suite.id)}`}
          className="underline decoration-line underline-offset-2"
        >
          Its runs in the ledger
        </Link>
      </p>
    </div>
  )
}

/** Where nothing was measured by it. */
function DeleteSheet({ suite }: { readonly suite: Suite }) {
  const navigate = useNavigate()
  const away = useDeed(deleteSheet)
  const go = async () => {
    if (await away.run(suite.id)) void navigate('/catalogue')
  }
  return (
    <Button changes look="quiet" onClick={() => void go()}>
      Delete it
    </Button>
  )
}

function SuiteHead({ suite, runs }: { readonly suite: Suite; readonly runs: number }) {
  const navigate = useNavigate()
  return (
    <div className="flex items-start gap-2.5">
      <div className="flex-1">
        <h1>
          {suite.name} {suite.version}
        </h1>
        <p className="text-ink2 text-base mt-0.5">
          {suite.about} Loads the {groups[suite.group]}; {suite.repeats} repeats of about{' '}
          {minutes(suite.minutes)}
          {suite.warmups > 0 && `, the first ${String(suite.warmups)} dropped as warm-up`}
          {suite.restSeconds > 0 && `, ${String(suite.restSeconds)} s of rest`}.
        </p>
      </div>
      <a
        href={`/api/v1/sheets/${String(suite.id)}/file`}
        className="rounded border border-line px-2.75 py-1.25 text-base hover:border-ink2"
        download
      >
        Save the sheet
      </a>
      <Button changes onClick={() => void navigate(`/catalogue/suites/new?from=${String(suite.id)}`)}>
        New version
      </Button>
      <Button changes onClick={() => void navigate(`/catalogue/suites/${String(suite.id)}/edit`)}>
        Edit the suite
      </Button>
      {suite.home === 'TYPED' && runs === 0 && <DeleteSheet suite={suite} />}
    </div>
  )
}

interface MetricRowProps {
  readonly metric: Schemas['MetricView']
  readonly suite: Suite
  readonly known: Profile['metrics'][number] | undefined
}

function MetricRow({ metric: m, suite, known }: MetricRowProps) {
  return (
    <tr className="border-b border-line2 [&>td]:px-2 [&>td]:h-7.5">
      <td>
        {m.name}
        {m.better === 'LOWER' && <span className="unit"> less is better</span>}
        {m.group !== suite.group && <span className="unit"> {groups[m.group]}</span>}
      </td>
      <td className="unit">{unitWords(m.unit)}</td>
      <td className="text-ink2 text-sm">
        {m.scale === 'LADDER' ? `ladder: ${m.rungs.join(', ')}` : m.scale.toLowerCase()}
      </td>
      <td className="text-sm text-ink2">{m.formula ?? m.series ?? 'read'}</td>
      <td className="num text-right">{known?.setups ?? 0}</td>
      <td className="text-right whitespace-nowrap">
        <Noise known={known} scale={m.scale} />
      </td>
      <td className="num text-right whitespace-nowrap font-normal">
        <Spread known={known} />
      </td>
    </tr>
  )
}

function Noise({
  known,
  scale,
}: Pick<MetricRowProps, 'known'> & { readonly scale: Schemas['MetricView']['scale'] }) {
  if (known?.noise === undefined)
    return <span className="gap">{scale === 'RATIO' ? 'no repeats yet' : 'no ratios'}</span>
  return (
    <span title={`from ${String(Math.round(known.noiseDof))} repeats beyond the first`}>
      <span className="num">±{(known.noise * 100).toFixed(1)} %</span>
    </span>
  )
}

function Spread({ known }: Pick<MetricRowProps, 'known'>) {
  const values = [known?.lowest, known?.median, known?.highest].filter((v) => v !== undefined)
  return values.length === 3 ? (
    <>{values.map((v) => significant(v)).join(', ')}</>
  ) : (
    <span className="gap">none</span>
  )
}

function Settings({ suite }: { readonly suite: Suite }) {
  return (
    <section>
      <h2>Settings</h2>
      {suite.settings.length === 0 && <p className="gap mt-1 inline-block">none that matter</p>}
      {suite.settings.map((s) => (
        <p key={s.name} className="flex gap-3 border-b border-line2 py-1">
          <span className="text-ink2 w-30">{capital(s.name)}</span> {s.value}
        </p>
      ))}
      {suite.comparesWith.length > 0 && (
        <p className="mt-2 text-ink2">Scores mean the same as in version {suite.comparesWith.join(', ')}.</p>
      )}
    </section>
  )
}

function Faults({ suite }: { readonly suite: Suite }) {
  const name = (key: string) => suite.metrics.find((m) => m.key === key)?.name ?? key
  return (
    <section>
      <h2>Known faults</h2>
      {suite.faults.length === 0 ? (
        <p className="gap mt-1 inline-block">none known</p>
      ) : (
        suite.faults.map((f, i) => (
          <p key={i} className="unmeant px-2.5 py-1.5 mt-1.5">
            {name(f.metric)}, where {f.where}: {f.note}.{' '}
            <span className="text-ink2">
              {f.from !== undefined && `From ${dayInWords(f.from)}. `}
              {f.to !== undefined && `Until ${dayInWords(f.to)}. `}
              It and every total that rests on it do not count there.
            </span>
          </p>
        ))
      )}
    </section>
  )
}

function Before({ suite }: { readonly suite: Suite }) {
  return (
    <section>
      <h2>Before a run</h2>
      {suite.conditions.length === 0 && <p className="gap mt-1 inline-block">no condition</p>}
      {suite.conditions.map((c) => (
        <p key={c}>{c}</p>
      ))}
      {suite.steps.map((s, i) => (
        <p key={s.name} className="mt-1">
          {i + 1}. {s.before !== '' && <b className="font-medium">First {s.before}. </b>}
          {s.name}, {minutes(s.minutes)}
        </p>
      ))}
    </section>
  )
}

function Took({ profile }: { readonly profile: Profile }) {
  const { suite } = profile
  const text = useSheetText(suite.id)
  return (
    <section>
      <h2>How long it took</h2>
      {profile.minutes.length === 0 ? (
        <p className="gap mt-1 inline-block">only the sheet tells: {minutes(suite.minutes)}</p>
      ) : (
        profile.minutes.map((m) => (
          <p key={m.kind} className="flex gap-3 border-b border-line2 py-1">
            <span className="text-ink2 w-30">{capital(kindOf(m.kind).many)}</span>
            <span className="num">{minutes(m.minutes)}</span>
          </p>
        ))
      )}
      {(text.data?.history.length ?? 0) > 0 && (
        <>
          <h2 className="mt-4">History of the sheet</h2>
          {text.data?.history.map((e, i) => (
            <p key={i}>
              <span className="num text-ink2">{when(e.at)}</span> {historyWords(e)}
            </p>
          ))}
        </>
      )}
    </section>
  )
}
