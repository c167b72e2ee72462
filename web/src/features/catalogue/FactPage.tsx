import { Link, useSearchParams } from 'react-router'
import { useOpenSetup } from '../../frame/open'
import type { Schemas } from '../../api/client'
import type { TestGroup } from '../../api/queries'
import { RuleStrip } from '../../figures/RuleStrip'
import { number } from '../../figures/format'
import { capital, cardinal, groups, kindOf, speedGroups } from '../../figures/words'
import { Failed, Loading } from '../../ui/States'
import { useFactProfile } from './queries'

/** Every device that bears a value of a fact: a processor, a drive, a browser build. */
export function FactPage() {
  const [search] = useSearchParams()
  const key = search.get('key') ?? ''
  const value = search.get('value') ?? ''
  const profile = useFactProfile(key, value)
  if (profile.isPending) return <Loading what="who bears it" />
  if (profile.isError) return <Failed error={profile.error} retry={() => void profile.refetch()} />
  return <FactView profile={profile.data} />
}

function FactView({ profile }: { readonly profile: Schemas['FactProfile'] }) {
  const has = new Set(profile.bearers.flatMap((b) => b.places.map((p) => p.group)))
  const measured = speedGroups.filter((g) => has.has(g))
  const models = new Set(profile.bearers.map((b) => b.setup.modelId)).size
  const query = `fact=${encodeURIComponent(profile.key)}&value=${encodeURIComponent(profile.value)}`
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-8">
      <h1>{profile.value}</h1>
      <p className="text-ink2 text-base">
        {profile.words} of{' '}
        {profile.bearers.length === 1 ? 'one setup' : `${cardinal(profile.bearers.length)} setups`} of{' '}
        {models === 1 ? 'one model' : `${cardinal(models)} models`}. Indexes are among all kinds of device,
        the one in the middle being 100.{' '}
        <Link to={`/ledger?${query}`} className="underline decoration-line underline-offset-2">
          Its runs in the ledger
        </Link>
      </p>
      {profile.bearers.length === 0 ? (
        <p className="text-ink2 mt-6">No setup bears it.</p>
      ) : (
        <table className="w-full border-collapse mt-4" data-testid="bearers">
          <thead>
            <tr className="border-b border-line [&>th]:px-2 [&>th]:py-1.5">
              <th>Device</th>
              <th>Setup</th>
              <th className="text-right">Runs</th>
              {measured.map((g) => (
                <th key={g}>{capital(groups[g])}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {profile.bearers.map((b) => (
              <tr
                key={b.setup.setupId}
                className="border-b border-line2 [&>td]:px-2 [&>td]:h-8.5"
                data-subject={`setup-${String(b.setup.setupId)}`}
                data-name={`${b.setup.model}, ${b.setup.name}`}
              >
                <td className="whitespace-nowrap">
                  <Link
                    to={`/catalogue/models/${String(b.setup.modelId)}?setup=${String(b.setup.setupId)}`}
                    className="hover:underline underline-offset-2"
                  >
                    {b.setup.maker} <b className="font-medium">{b.setup.model}</b>
                  </Link>{' '}
                  <span className="text-ink2 text-sm">{kindOf(b.setup.kind).one}</span>
                </td>
                <td className="text-base">
                  {b.setup.unit}, {b.setup.name}
                  {b.setup.tuned && <span className="text-ink2"> tuned</span>}
                </td>
                <td className="num text-right">{b.runs}</td>
                {measured.map((g) => (
                  <td key={g}>
                    <Place bearer={b} group={g} all={profile.bearers} />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  )
}

interface PlaceProps {
  readonly bearer: Schemas['BearerView']
  readonly group: TestGroup
  readonly all: readonly Schemas['BearerView'][]
}

/** The index of one among those that bear the same value. */
function Place({ bearer, group, all }: PlaceProps) {
  const open = useOpenSetup()
  const own = bearer.places.find((p) => p.group === group)
  if (!own) return <span className="gap">no score</span>
  const pool = all.flatMap((b) =>
    b.places
      .filter((p) => p.group === group)
      .map((p) => ({ value: p.index, label: b.setup.model, setupId: b.setup.setupId })),
  )
  return (
    <span className="flex items-center gap-2">
      <span className="num w-9 text-right">{number(own.index, 0)}</span>
      <RuleStrip pool={pool} own={own.index} width={80} unit="% of the one in the middle" onOpen={open} />
    </span>
  )
}
