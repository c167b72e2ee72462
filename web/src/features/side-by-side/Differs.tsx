import type { Schemas } from '../../api/client'
import { capital, counted, groups } from '../../figures/words'
import { subjectName } from './words'

type View = Schemas['ComparisonView']
type Fact = Schemas['FactDifference']

/** What is not the same in the setups: the meant change underlined, the unmeant with a hatched edge, the unknown plain. */
export function Differs({ view }: { readonly view: View }) {
  const others = view.subjects.map((s, i) => ({ s, i })).filter(({ i }) => i !== view.reference)
  if (others.length > 1) return <Many view={view} />
  const one = others[0]
  if (!one) return null
  const alone = view.subjects.some((s) => s.setupId === undefined)
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 gap-y-1.5 text-base" data-testid="differs">
      <span className="text-ink2">Differs</span>
      <Chips facts={view.differs} />
      {view.differs.length === 0 && (
        <span className="gap">
          {alone ? 'setups are not held against each other here' : 'nothing that is known of both'}
        </span>
      )}
    </p>
  )
}

const shownAtFirst = 7

/** Unmeant first: those are what a reader must know. */
function Chips({ facts }: { readonly facts: readonly Fact[] }) {
  const order = ['UNMEANT', 'CAVEAT', 'MEANT', 'UNKNOWN']
  const sorted = [...facts].sort((a, b) => order.indexOf(a.standing) - order.indexOf(b.standing))
  const chips = sorted.map((d) => <Chip key={d.key} fact={d} />)
  if (chips.length <= shownAtFirst) return chips
  return (
    <>
      {chips.slice(0, shownAtFirst - 1)}
      <details className="contents">
        <summary className="cursor-pointer text-ink2 text-sm list-none underline underline-offset-2">
          {chips.length - shownAtFirst + 1} more
        </summary>
        <span className="flex flex-wrap gap-x-3 gap-y-1.5 w-full">{chips.slice(shownAtFirst - 1)}</span>
      </details>
    </>
  )
}

function Chip({ fact }: { readonly fact: Fact }) {
  const look = { MEANT: 'meant', UNMEANT: 'unmeant', CAVEAT: 'unmeant', UNKNOWN: 'text-ink2' }[fact.standing]
  return (
    <span className={look} data-standing={fact.standing} title={chipTitle(fact)}>
      {fact.name.toLowerCase()}{' '}
      <span className="num">
        {fact.before} → {fact.after}
      </span>
    </span>
  )
}

function chipTitle(fact: Fact): string {
  const touches =
    fact.affects.length === 0
      ? 'touches no test'
      : `can touch ${fact.affects.map((g) => groups[g]).join(', ')}`
  const standing = {
    MEANT: 'meant',
    UNMEANT: 'not meant',
    CAVEAT: 'not meant, kept as a caveat',
    UNKNOWN: 'one side is not known',
  }[fact.standing]
  return `${capital(standing)}; ${touches}${fact.note === undefined ? '' : `. ${fact.note}`}`
}

/** With several opponents a line for each would fill the page: counted, and opened when asked for. */
function Many({ view }: { readonly view: View }) {
  const of = (i: number) => view.differs.filter((d) => d.subject === i)
  const told = ({ s, i }: { s: Schemas['SubjectView']; i: number }) => {
    const unmeant = of(i).filter((d) => d.standing === 'UNMEANT' || d.standing === 'CAVEAT').length
    const known = of(i).length === 0 ? 'nothing known' : counted(of(i).length, 'fact')
    return `${subjectName(s, view.subjects)} in ${known}${unmeant > 0 ? `, ${String(unmeant)} not meant` : ''}`
  }
  // A claim, or the best of many, was never set up.
  const others = view.subjects
    .map((s, i) => ({ s, i }))
    .filter(({ s, i }) => i !== view.reference && (s.setupId !== undefined || of(i).length > 0))
  if (view.differs.length === 0) {
    return (
      <p className="text-base text-ink2" data-testid="differs">
        Differs <span className="gap">nothing that is known of all, or not setup against setup</span>
      </p>
    )
  }
  return (
    <details className="text-base" data-testid="differs">
      <summary className="cursor-pointer text-ink2">
        Differs from the reference: {others.map(told).join('; ')}
      </summary>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-2">
        {others.map(({ s, i }) => (
          <div key={s.key} className="contents">
            <dt className="font-medium">{subjectName(s, view.subjects)}</dt>
            <dd className="flex flex-wrap gap-x-3 gap-y-1">
              {of(i).map((d) => (
                <Chip key={d.key} fact={d} />
              ))}
              {of(i).length === 0 && <span className="gap">nothing that is known of both</span>}
            </dd>
          </div>
        ))}
      </dl>
    </details>
  )
}
