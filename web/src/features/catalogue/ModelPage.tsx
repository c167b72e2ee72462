import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import type { ReactNode } from 'react'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { useFocus } from '../../frame/focus'
import { useOpenSetup } from '../../frame/open'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { RuleStrip } from '../../figures/RuleStrip'
import { grouped, number, unitWords } from '../../figures/format'
import { bands, capital, cardinal, groups, kindOf } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Failed, Loading } from '../../ui/States'
import { FigureWays } from '../../subjects/FigureWays'
import { EvidenceList } from '../../subjects/Evidence'
import { ClaimBar } from './ClaimBar'
import { ModelForm } from './model/ModelForm'
import { ScoreTable } from './ScoreTable'
import { CompareSetups } from './CompareSetups'
import { Tidy, useOtherModels } from './tidy/Tidy'
import { Units } from './Units'
import { scoresFigure } from './figure'
import { effectWords, priceLine, priceWords, signedPercent } from './words'
import { Differences } from '../../subjects/Differences'
import { FactList } from '../../subjects/Facts'
import { SetupFlags } from '../../subjects/SetupFlags'
import { SlipWriter } from '../../subjects/slip/SlipWriter'
import { TuningWords } from '../../subjects/Tuning'
import { historyWords } from '../../subjects/history'
import { useModelProfile } from './queries'
import { when } from '../../figures/dates'

type Profile = Schemas['ModelProfile']

/** All that is known about a model. */
export function ModelPage() {
  const { id } = useParams()
  const [search, setSearch] = useSearchParams()
  const asked = search.get('setup')
  const first = useModelProfile(Number(id), asked === null ? undefined : Number(asked))
  // Where nothing is asked for and the device in focus is of this model, its setup is the one to show.
  const focus = useFocus()
  const own = asked === null && first.data?.setups.some((s) => s.setup.id === focus?.setupId)
  const focused = useModelProfile(Number(id), own === true ? focus?.setupId : undefined)
  const profile = own === true ? focused : first
  const [editing, setEditing] = useState(false)
  if (profile.isPending) return <Loading what="the model" />
  if (profile.isError) return <Failed error={profile.error} retry={() => void profile.refetch()} />
  if (editing) {
    return (
      <ModelForm
        model={profile.data.model}
        onClose={() => {
          setEditing(false)
        }}
      />
    )
  }
  return (
    <ModelView
      profile={profile.data}
      onEdit={() => {
        setEditing(true)
      }}
      onShow={(setup) => {
        const next = new URLSearchParams(search)
        next.set('setup', String(setup))
        setSearch(next)
      }}
    />
  )
}

interface ModelViewProps {
  readonly profile: Profile
  readonly onEdit: () => void
  readonly onShow: (setup: number) => void
}

function ModelView({ profile, onEdit, onShow }: ModelViewProps) {
  const { model } = profile
  const navigate = useNavigate()
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-10">
      <div className="flex items-start gap-2.5 max-md:flex-wrap">
        <div className="flex-1 max-md:basis-full">
          <h1>
            {model.maker} {model.name}
          </h1>
          <p className="text-ink2 text-base mt-0.5">{aboutWords(profile)}</p>
        </div>
        <Tidy
          thing={{ of: 'models', id: model.id }}
          name={`${model.maker} ${model.name}`.trim()}
          others={useOtherModels(model)}
          onGone={(into) =>
            void navigate(into === undefined ? '/catalogue' : `/catalogue/models/${String(into)}`)
          }
        />
        <Button changes onClick={onEdit}>
          Edit
        </Button>
        <Button changes look="main" onClick={() => void navigate(`/desk/new?model=${String(model.id)}`)}>
          Put on the desk
        </Button>
      </div>
      <div className="grid grid-cols-[1fr_1fr] max-md:grid-cols-1 gap-x-8.5 gap-y-7 mt-4">
        <Standing profile={profile} />
        <Claims profile={profile} />
        <Scores profile={profile} />
        <div className="grid gap-7 content-start">
          <SetupSections profile={profile} onShow={onShow} />
          <Units units={model.units} />
          <Words profile={profile} />
          <Kept profile={profile} />
        </div>
      </div>
    </div>
  )
}

interface ProfileProps {
  readonly profile: Profile
}

/** The setup that speaks for the model here, and whether it is the one in focus. */
function useShown(profile: Profile) {
  const focus = useFocus()
  const shown = profile.setups.find((s) => s.setup.id === profile.shown)?.setup
  return { shown, inFocus: focus?.setupId === profile.shown }
}

function Standing({ profile }: ProfileProps) {
  const { shown, inFocus } = useShown(profile)
  const { model } = profile
  return (
    <Section
      title="Where it stands"
      about={shown && `${shown.name}, among the setups of ${kindOf(model.kind).many}`}
    >
      {profile.standing.length === 0 ? (
        <p className="gap mt-2 inline-block">no group of tests has a score yet</p>
      ) : (
        profile.standing.map((s) => <Strip key={s.place.group} strip={s} focus={inFocus} />)
      )}
    </Section>
  )
}

function Claims({ profile }: ProfileProps) {
  return (
    <Section title="Claimed and measured">
      {profile.claims.length === 0 ? (
        <p className="gap mt-2 inline-block">no claim of the maker is recorded</p>
      ) : (
        profile.claims.map((c) => <ClaimBar key={`${c.suite} ${c.metric}`} claim={c} />)
      )}
    </Section>
  )
}

function Scores({ profile }: ProfileProps) {
  const { shown, inFocus } = useShown(profile)
  const client = useQueryClient()
  // Suites that are closed were not read yet, and are not on the picture.
  const read = (setup: number) =>
    profile.suites.map((suite) => ({
      suite,
      pools: client.getQueryData<Schemas['ScorePoolView'][]>(keys.scores(suite.id, setup)) ?? [],
    }))
  return (
    <Section
      title="Scores"
      about={
        shown &&
        (shown.parentName === undefined ? shown.name : `${shown.name}, changed from ${shown.parentName}`)
      }
    >
      {shown && profile.suites.length > 0 ? (
        <>
          <ScoreTable
            suites={profile.suites}
            setup={shown.id}
            focus={inFocus}
            withSeries={profile.withSeries}
          />
          <p className="mt-2">
            <FigureWays
              asked={new URLSearchParams({ setup: String(shown.id) })}
              figure={() => scoresFigure(profile.model, shown, read(shown.id))}
            />
          </p>
        </>
      ) : (
        <p className="gap mt-2 inline-block">nothing was measured yet</p>
      )}
    </Section>
  )
}

/** Its setups: what each change did, how they differ, and what the one shown is. */
function SetupSections({ profile, onShow }: ProfileProps & Pick<ModelViewProps, 'onShow'>) {
  const { shown } = useShown(profile)
  return (
    <>
      <Section title="Setups, and what each change did" about="percent of the setup before; interval 95 %">
        <Setups profile={profile} onShow={onShow} />
        {shown && profile.setups.length > 1 && (
          <Link
            to={`/versions?setup=${String(shown.id)}`}
            className="text-sm text-ink2 underline underline-offset-2 hover:text-ink"
          >
            follow it along its versions
          </Link>
        )}
      </Section>
      {profile.setups.length > 1 && <CompareSetups setups={profile.setups.map((s) => s.setup)} />}
      {shown && <Shown setup={shown} others={profile.setups.map((s) => s.setup)} />}
    </>
  )
}

/** The slip of the setup that is shown, which can be written here too. */
function Shown({
  setup,
  others,
}: {
  readonly setup: Schemas['SetupView']
  readonly others: readonly Schemas['SetupView'][]
}) {
  const [writing, setWriting] = useState(false)
  const navigate = useNavigate()
  return (
    <Section title="What this setup is" about={setup.name}>
      <div className="max-w-85">
        <FactList setup={setup} />
        <Button
          changes
          look="link"
          onClick={() => {
            setWriting(true)
          }}
        >
          Write facts
        </Button>
        {setup.parentName !== undefined && <Differences setup={setup} />}
        <TuningWords setup={setup} />
        <SetupFlags setup={setup.id} />
        <p className="mt-3">
          <Tidy
            thing={{ of: 'setups', id: setup.id }}
            name={setup.name}
            others={others
              .filter((s) => s.id !== setup.id)
              .map((s) => ({ value: String(s.id), label: `${s.name}, unit ${s.unitLabel}` }))}
            onGone={() => void navigate(`/catalogue/models/${String(setup.modelId)}`)}
          />
        </p>
      </div>
      {writing && (
        <SlipWriter
          setup={setup}
          onClose={() => {
            setWriting(false)
          }}
        />
      )}
    </Section>
  )
}

/** Evidence, and what happened to the record. */
function Kept({ profile }: ProfileProps) {
  return (
    <>
      {profile.evidence.length > 0 && (
        <Section title="Evidence">
          <EvidenceList files={profile.evidence} />
        </Section>
      )}
      {profile.history.length > 0 && (
        <Section title="History of this record">
          {profile.history.map((e, i) => (
            <p key={i} className="text-base leading-relaxed">
              <span className="num text-ink2">{when(e.at)}</span> {historyWords(e)}
            </p>
          ))}
        </Section>
      )}
    </>
  )
}

interface SectionProps {
  readonly title: string
  /** What the numbers are of, in second ink. */
  readonly about?: string | undefined
  readonly children: ReactNode
}

function Section({ title, about, children }: SectionProps) {
  return (
    <section className="min-w-0 max-md:overflow-x-auto">
      <h2>
        {title} {about !== undefined && <span className="text-ink2 font-normal">{about}</span>}
      </h2>
      {children}
    </section>
  )
}

function Strip({ strip, focus }: { readonly strip: Schemas['GroupStrip']; readonly focus: boolean }) {
  const { place } = strip
  const open = useOpenSetup()
  return (
    <div className="grid grid-cols-[92px_44px_1fr_70px_86px] items-center h-8.5 border-b border-line2">
      <span>{capital(groups[place.group])}</span>
      <span className="num">{number(place.index, 0)}</span>
      <RuleStrip
        whole={strip}
        pool={strip.pool.map((p) => ({ value: p.index, label: p.label, setupId: p.setupId }))}
        own={place.index}
        focus={focus}
        width={180}
        unit="% of the one in the middle"
        onOpen={open}
      />
      <span className="num text-sm text-right pr-3">
        {place.place} of {place.of}
      </span>
      <span className="text-ink2 text-sm">{place.band === undefined ? '' : bands[place.band]}</span>
    </div>
  )
}

function Setups({
  profile,
  onShow,
}: {
  readonly profile: Profile
  readonly onShow: (setup: number) => void
}) {
  return (
    <table className="w-full border-collapse" data-testid="setups">
      <tbody>
        {[...profile.setups].reverse().map((line) => {
          const s = line.setup
          const open = s.differences.filter((d) => d.standing === 'UNMEANT').length
          return (
            <tr
              key={s.id}
              className="border-b border-line2 align-top [&>td]:py-1.5"
              data-subject={`setup-${String(s.id)}`}
              data-name={`${s.model}, ${s.name}`}
            >
              <td className="w-14.5 num text-ink2">
                {s.origin === '' ? `${s.unitLabel} ${String(s.ordinal)}` : ''}
              </td>
              <td className="pr-3">
                <button
                  className={`text-left min-h-6 hover:underline underline-offset-2 ${s.id === profile.shown ? 'font-bold' : ''}`}
                  onClick={() => {
                    onShow(s.id)
                  }}
                >
                  {s.name}
                </button>
                {s.tuned && <span className="text-ink2 text-sm"> tuned</span>}
                {s.origin !== '' && <span className="text-ink2 text-sm"> from {s.origin}</span>}
                {open > 0 && <span className="unmeant text-sm ml-2">{open} unmeant</span>}
                <Link
                  to={`/ledger?setup=${String(s.id)}`}
                  className="block text-ink2 text-sm hover:underline underline-offset-2"
                >
                  <span className="num">{line.runs}</span> {line.runs === 1 ? 'run' : 'runs'}
                </Link>
                {s.parentId !== undefined && (
                  <Link
                    to={`/side-by-side?s=setup-${String(s.id)}&s=setup-${String(s.parentId)}`}
                    className="block text-ink2 text-sm underline underline-offset-2 decoration-line hover:text-ink"
                  >
                    against before
                  </Link>
                )}
              </td>
              <td className="text-right text-base">
                {line.effects.map((e) => (
                  <Effect key={e.group} effect={e} />
                ))}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

function Effect({ effect }: { readonly effect: Schemas['EffectView'] }) {
  const words = effectWords(effect)
  const look = words === 'ahead' ? 'text-teal' : words === 'behind' ? 'text-mulberry' : 'text-ink2'
  const interval =
    effect.low === undefined || effect.high === undefined
      ? ''
      : ` (${signedPercent(effect.low)} to ${signedPercent(effect.high)})`
  return (
    <p
      className="whitespace-nowrap"
      title={`geometric mean over ${String(effect.tests)} tests that both have${interval}`}
    >
      <span className="text-ink2 text-sm mr-3">{groups[effect.group]}</span>
      <span className={`num ${look}`}>{signedPercent(effect.change)}</span>{' '}
      <span className={`text-sm ${look}`}>{words}</span>
    </p>
  )
}

function Words({ profile }: { readonly profile: Profile }) {
  const { details } = profile.model
  const lists = [
    ['What speaks for it', details.pros],
    ['What speaks against it', details.cons],
    ['What it lacks', details.missing],
  ] as const
  return (
    <>
      {details.prices.length > 0 && (
        <Section title="Prices">
          {details.prices.map((p, i) => (
            <p key={i} className="text-base num font-normal">
              {priceLine(p)}
            </p>
          ))}
        </Section>
      )}
      {profile.specification.length > 0 && (
        <Section title="Specification" about="as the maker says, and as found">
          {profile.specification.map((l) => (
            <p key={l.key} className="text-base flex gap-3 border-b border-line2 py-1">
              <span className="text-ink2 w-30">{l.words}</span>
              <span className="flex-1">
                {grouped(l.value)} {unitWords(l.unit)}
              </span>
              {l.found === undefined ? <span className="gap">not read yet</span> : <span>{l.found}</span>}
            </p>
          ))}
        </Section>
      )}
      {lists.map(
        ([title, list]) =>
          list.length > 0 && (
            <Section key={title} title={title}>
              <ul className="text-base mt-1">
                {list.map((w) => (
                  <li key={w}>{capital(w)}</li>
                ))}
              </ul>
            </Section>
          ),
      )}
    </>
  )
}

/** Kind, year, units, setups, runs and price in a sentence. */
export function aboutWords(profile: Profile): string {
  const { model } = profile
  const count = (n: number, one: string) => `${cardinal(n)} ${one}${n === 1 ? '' : 's'}`
  const year = model.year === undefined ? '' : `, ${String(model.year)}`
  const counts = `${capital(count(model.units.length, 'unit'))}, ${count(profile.setups.length, 'setup')}, ${number(profile.runs, 0)} ${profile.runs === 1 ? 'run' : 'runs'}.`
  const price = model.details.prices.length === 0 ? '' : ` ${capital(priceWords(model.details.prices))}.`
  return `${capital(kindOf(model.kind).one)}${year}. ${counts}${price}`
}
