import { typeWords } from './words'
import { Link, useNavigate, useSearchParams } from 'react-router'
import { useFacts, useModels, useSuites } from '../../api/queries'
import { groups, kindOf } from '../../figures/words'
import { TakeOut } from './TakeOut'
import { Button } from '../../ui/Button'
import { LongBody } from '../../ui/LongBody'
import { Empty, Failed, Loading } from '../../ui/States'
import { AddFact } from './AddFact'
import { gathered, priceWords } from './words'
import { factAddress } from '../../subjects/Facts'
import { useImports, useParts } from './queries'
import { when } from '../../figures/dates'

const tabs = [
  ['models', 'Models'],
  ['parts', 'Parts and software'],
  ['suites', 'Suites'],
  ['facts', 'Facts'],
  ['imports', 'Imports'],
] as const

type Tab = (typeof tabs)[number][0]

/** What there is: models, parts, suites, the fact dictionary, and tables that were read in. */
export function CataloguePage() {
  const [search] = useSearchParams()
  const tab = (tabs.find(([key]) => key === search.get('tab'))?.[0] ?? 'models') as Tab
  const navigate = useNavigate()
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-8">
      <div className="flex items-start gap-2.5">
        <h1 className="flex-1">Catalogue</h1>
        <Button changes onClick={() => void navigate('/catalogue/import')}>
          Import
        </Button>
        <TakeOut />
        <Button changes onClick={() => void navigate('/catalogue/suites/new')}>
          New suite
        </Button>
      </div>
      <nav
        aria-label="Parts of the catalogue"
        className="flex gap-5 mt-2 mb-3 border-b border-line text-base"
      >
        {tabs.map(([key, name]) => (
          <Link
            key={key}
            to={`/catalogue?tab=${key}`}
            aria-current={key === tab ? 'page' : undefined}
            className={`pb-1.5 ${key === tab ? 'font-bold border-b-2 border-ink -mb-px' : 'text-ink2 hover:text-ink'}`}
          >
            {name}
          </Link>
        ))}
      </nav>
      {tab === 'models' && <Models />}
      {tab === 'parts' && <Parts />}
      {tab === 'suites' && <Suites />}
      {tab === 'facts' && <Facts />}
      {tab === 'imports' && <Imports />}
    </div>
  )
}

const head = 'border-b border-line [&>th]:px-2 [&>th]:py-1.5'
const line = 'border-b border-line2 [&>td]:px-2 [&>td]:h-7.5'

function Models() {
  const models = useModels()
  if (models.isPending) return <Loading what="the models" />
  if (models.isError) return <Failed error={models.error} retry={() => void models.refetch()} />
  if (models.data.length === 0) {
    return (
      <Empty title="No model yet">
        <p>Put a device on the desk, or import a table: its model is made with it.</p>
      </Empty>
    )
  }
  return (
    <table className="w-full border-collapse" data-testid="models">
      <thead>
        <tr className={head}>
          <th>Model</th>
          <th className="w-25">Kind</th>
          <th className="w-15">Year</th>
          <th>Units</th>
          <th className="text-right">Price</th>
          <th>Tags</th>
        </tr>
      </thead>
      <LongBody items={models.data} keyOf={(m) => String(m.id)} height={31}>
        {(m) => (
          <tr className={line} data-subject={`model-${String(m.id)}`} data-name={m.name}>
            <td>
              <Link to={`/catalogue/models/${String(m.id)}`} className="hover:underline underline-offset-2">
                <span className="text-ink2">{m.maker}</span> <b className="font-medium">{m.name}</b>
              </Link>
            </td>
            <td className="text-ink2">{kindOf(m.kind).one}</td>
            <td className="num text-ink2">{m.year ?? <span className="gap">not said</span>}</td>
            <td className="text-base">{m.units.map((u) => u.label).join(', ')}</td>
            <td className="num text-right whitespace-nowrap">
              {m.details.prices.length === 0 ? (
                <span className="gap">no price</span>
              ) : (
                priceWords(m.details.prices)
              )}
            </td>
            <td className="text-ink2 text-sm">{m.details.tags.join(', ')}</td>
          </tr>
        )}
      </LongBody>
    </table>
  )
}

function Parts() {
  const parts = useParts()
  if (parts.isPending) return <Loading what="the parts" />
  if (parts.isError) return <Failed error={parts.error} retry={() => void parts.refetch()} />
  if (parts.data.length === 0)
    return <p className="text-ink2">No setup names a processor, drive or system yet.</p>
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-x-10 gap-y-5">
      {gathered(parts.data, (p) => p.words).map(([words, list]) => (
        <section key={words}>
          <h2 className="mb-1">{words}</h2>
          <ul>
            {list.map((p) => (
              <li key={p.value} className="flex justify-between border-b border-line2 py-0.75 text-base">
                <Link to={factAddress(p.key, p.value)} className="hover:underline underline-offset-2">
                  {p.value}
                </Link>
                <span className="text-ink2 text-sm">
                  <span className="num">{p.setups}</span> {p.setups === 1 ? 'setup' : 'setups'}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  )
}

const homes = { NATIVE: 'ours, native', BROWSER: 'ours, in the browser', TYPED: 'typed in' } as const

function Suites() {
  const suites = useSuites()
  if (suites.isPending) return <Loading what="the suites" />
  if (suites.isError) return <Failed error={suites.error} retry={() => void suites.refetch()} />
  return (
    <table className="w-full border-collapse">
      <thead>
        <tr className={head}>
          <th>Suite</th>
          <th>Loads</th>
          <th>Metrics</th>
          <th>Settings</th>
          <th>Numbers come from</th>
          <th className="text-right">Repeats</th>
        </tr>
      </thead>
      <tbody>
        {suites.data.map((s) => (
          <tr key={s.id} className={line}>
            <td className="whitespace-nowrap">
              <Link to={`/catalogue/suites/${String(s.id)}`} className="hover:underline underline-offset-2">
                <b className="font-medium">
                  {s.name} {s.version}
                </b>
              </Link>
              {s.faults.length > 0 && <span className="text-ink2 text-sm"> known fault</span>}
            </td>
            <td className="text-ink2">{groups[s.group]}</td>
            <td className="num">{s.metrics.length}</td>
            <td className="text-ink2 text-sm max-w-90 truncate">
              {s.settings.map((x) => `${x.name} ${x.value}`).join(', ')}
            </td>
            <td className="text-ink2 text-sm">{homes[s.home]}</td>
            <td className="num text-right">{s.repeats}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

function Facts() {
  const facts = useFacts()
  if (facts.isPending) return <Loading what="the dictionary" />
  if (facts.isError) return <Failed error={facts.error} retry={() => void facts.refetch()} />
  const types = typeWords
  return (
    <>
      <p className="text-ink2 text-base mb-3 max-w-190">
        What a setup can say of a device. A fact that differs from the setup before, and was not meant to, is
        a caveat for the tests it can change.
      </p>
      <AddFact />
      <table className="w-full border-collapse mt-3">
        <thead>
          <tr className={head}>
            <th>Fact</th>
            <th>Key</th>
            <th>Type</th>
            <th>Same within</th>
            <th>Can change</th>
          </tr>
        </thead>
        <tbody>
          {gathered(facts.data, (f) => f.groupWords).flatMap(([group, list]) => [
            <tr key={group}>
              <td colSpan={5} className="pt-4 pb-1 px-2 font-bold text-base">
                {group}
              </td>
            </tr>,
            ...list.map((f) => (
              <tr key={f.key} id={f.key} className={line}>
                <td>
                  {f.words}
                  {f.own && <span className="text-ink2 text-sm"> added here</span>}
                  {f.about !== '' && <span className="text-ink2 text-sm"> {f.about}</span>}
                </td>
                <td className="text-ink2 text-sm">{f.key}</td>
                <td className="text-ink2 text-sm">
                  {types[f.type]}
                  {f.unit !== '' && `, ${f.unit}`}
                </td>
                <td className="num text-sm text-ink2">
                  {f.tolerance === 0 ? 'equal' : `${String(Math.round(f.tolerance * 100))} % of the larger`}
                </td>
                <td className="text-ink2 text-sm">
                  {f.affects.length === 0
                    ? 'no test'
                    : f.affects.length === 10
                      ? 'any test'
                      : f.affects.map((g) => groups[g]).join(', ')}
                </td>
              </tr>
            )),
          ])}
        </tbody>
      </table>
    </>
  )
}

const states = {
  WAITING: 'read, not accepted yet',
  ACCEPTING: 'being kept',
  ACCEPTED: 'accepted',
  TAKEN_BACK: 'taken back',
} as const

function Imports() {
  const imports = useImports()
  if (imports.isPending) return <Loading what="the imports" />
  if (imports.isError) return <Failed error={imports.error} retry={() => void imports.refetch()} />
  if (imports.data.length === 0) return <p className="text-ink2">No table was read in yet.</p>
  return (
    <table className="w-full border-collapse">
      <thead>
        <tr className={head}>
          <th>Time</th>
          <th>Table</th>
          <th>Source</th>
          <th>By</th>
          <th>State</th>
          <th className="text-right">Readings</th>
          <th className="text-right">Rejected lines</th>
          <th className="text-right">Runs</th>
        </tr>
      </thead>
      <tbody>
        {imports.data.map((b) => (
          <tr key={b.id} className={line}>
            <td className="num text-ink2 text-base">{when(b.at)}</td>
            <td>
              <Link to={`/catalogue/import/${String(b.id)}`} className="hover:underline underline-offset-2">
                {b.name}
              </Link>
            </td>
            <td className="text-ink2">{b.source === '' ? 'this desk' : b.source}</td>
            <td className="text-ink2">{b.who}</td>
            <td className="text-ink2">{states[b.state]}</td>
            <td className="num text-right">{b.understood}</td>
            <td className="num text-right">{b.rejected}</td>
            <td className="num text-right">{b.runs}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
