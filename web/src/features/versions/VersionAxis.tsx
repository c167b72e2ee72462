import { useState } from 'react'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { FieldError } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { noteSetup } from './deeds'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { Overtaken } from '../../ui/Overtaken'
import { commonWords } from './words'
import { shortLabels } from '../../figures/words'
import { dayOfYear } from '../../figures/dates'

type Line = Schemas['LineView']
type Version = Line['versions'][number]

export interface VersionAxisProps {
  readonly line: Line
  readonly focus: number | undefined
  readonly at: number | undefined
}

const mostAcross = 8
/** So few versions without anything to tell are shown all the same. */
const fewQuiet = 6

/** The versions with what else changed at each, when it was run, and what somebody noted. */
export function VersionAxis({ line, focus, at }: VersionAxisProps) {
  const labels = shortLabels(line.versions.map((v) => v.label))
  const common = commonWords(line.versions.map((v) => v.label))
  const look = (i: number) =>
    `${i === focus ? 'shadow-[inset_0_-2px_0_var(--gold)]' : ''} ${i === at ? 'bg-ground' : ''}`
  const head = (v: Version, i: number) => (
    <Link
      to={`/catalogue/setups/${String(v.setupId)}`}
      className="font-semibold hover:underline underline-offset-2"
      data-subject={`setup-${String(v.setupId)}`}
    >
      {labels[i]}
      {v.tuned && <span className="unit"> tuned</span>}
    </Link>
  )
  const name = common === '' ? line.words : common
  if (line.versions.length > mostAcross)
    return (
      <LongAxis line={line} name={name} isTold={(i) => i === focus || i === at} head={head} look={look} />
    )
  const rows = [
    [name, head],
    ['Also changed', (v: Version, i: number) => <Changes version={v} first={i === 0} />],
    ['Ran on', (v: Version) => <span className="text-ink2">{ran(v)}</span>],
    ['Note', (v: Version) => <Note version={v} />],
  ] as const
  return (
    <table className="w-full border-collapse text-sm mt-3 table-fixed" aria-label="Versions">
      <tbody>
        {rows.map(([name, cell]) => (
          <tr key={name}>
            <th scope="row" className="w-26 py-0.75 align-top">
              {name}
            </th>
            {line.versions.map((v, i) => (
              <td key={v.setupId} className={`py-0.75 pr-3 align-top ${look(i)}`}>
                {cell(v, i)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}

interface LongAxisProps {
  readonly line: Line
  readonly name: string
  /** Whether a version is always shown. */
  readonly isTold: (version: number) => boolean
  readonly head: (v: Version, i: number) => ReactNode
  readonly look: (version: number) => string
}

/** Many versions, one below the other; those without anything to tell are folded. */
function LongAxis({ line, name, isTold, head, look }: LongAxisProps) {
  const [whole, setWhole] = useState(false)
  const quiet = line.versions.filter((v, i) => isQuiet(v) && !isTold(i) && i > 0)
  const hidden = whole || quiet.length < fewQuiet ? [] : quiet
  return (
    <table className="w-full border-collapse text-sm mt-4" aria-label="Versions">
      <thead>
        <tr className="border-b border-line">
          <th className="py-1">{name}</th>
          <th>Ran on</th>
          <th>Also changed</th>
          <th>Note</th>
        </tr>
      </thead>
      <tbody>
        {line.versions.map((v, i) =>
          hidden.includes(v) ? null : (
            <tr key={v.setupId} className={`border-b border-line2 ${look(i)}`}>
              <td className="py-1 pr-4">{head(v, i)}</td>
              <td className="pr-4 whitespace-nowrap text-ink2">{ran(v)}</td>
              <td className="pr-4">
                <Changes version={v} first={i === 0} />
              </td>
              <td>
                <Note version={v} />
              </td>
            </tr>
          ),
        )}
        {hidden.length > 0 && (
          <tr className="border-b border-line2">
            <td colSpan={4} className="py-1">
              <Button
                onClick={() => {
                  setWhole(true)
                }}
              >
                Show {hidden.length} more, where nothing else is known to have changed
              </Button>
            </td>
          </tr>
        )}
      </tbody>
    </table>
  )
}

/** Ran, and nothing more to tell of it. */
function isQuiet(v: Version): boolean {
  return v.firstRun !== undefined && v.note === undefined && v.changes.every((c) => c.standing === 'UNKNOWN')
}

function ran(v: Version) {
  return v.firstRun === undefined ? (
    <span className="gap">nothing counts</span>
  ) : (
    dayOfYear(new Date(v.firstRun))
  )
}

/** Unmeant first, with the hatched edge; what is only unknown on one side says nothing of a step. */
export function Changes({ version, first }: { readonly version: Version; readonly first: boolean }) {
  const known = version.changes.filter((c) => c.standing !== 'UNKNOWN')
  const order = ['UNMEANT', 'CAVEAT', 'MEANT']
  const sorted = [...known].sort((a, b) => order.indexOf(a.standing) - order.indexOf(b.standing))
  if (first) return <span className="text-ink2">the first</span>
  if (sorted.length === 0) return <span className="text-ink2">nothing known</span>
  return (
    <span className="flex flex-col items-start gap-1">
      {sorted.map((c) => (
        <span
          key={c.key}
          className={c.standing === 'MEANT' ? 'meant' : 'unmeant'}
          data-standing={c.standing}
          title={c.note}
        >
          {c.name.toLowerCase()}{' '}
          <span className="[overflow-wrap:anywhere]">
            {c.before} → {c.after}
          </span>
        </span>
      ))}
    </span>
  )
}

/** What might explain something: typed on the spot, kept with the setup. */
function Note({ version }: { readonly version: Version }) {
  const [text, setText] = useState<string | null>(null)
  // As it was when it was opened: the line itself follows what others keep meanwhile.
  const [opened, setOpened] = useState('')
  const noting = useDeed(noteSetup, 'here')
  const keep = async (next: string, before: string) => {
    // Leaving the field while it is being kept is no second time.
    if (noting.busy) return
    if (next.trim() === before || (await noting.run({ setup: version.setupId, note: next, before })))
      setText(null)
  }
  if (noting.theirs && text !== null) {
    const theirs = noting.theirs.note ?? ''
    return (
      <Overtaken
        what="this note"
        lines={[{ label: 'Note', theirs, mine: text }]}
        onTheirs={() => {
          noting.clear()
          setText(null)
        }}
        onMine={() => void keep(text, theirs)}
      />
    )
  }
  if (text === null) {
    return (
      <button
        className={`text-left hover:underline underline-offset-2 ${version.note === undefined ? 'text-ink2' : ''}`}
        aria-label={
          version.note === undefined
            ? `add a note on ${version.label}`
            : `${version.note}: note on ${version.label}`
        }
        onClick={() => {
          setText(version.note ?? '')
          setOpened(version.note ?? '')
        }}
      >
        {version.note ?? 'add'}
      </button>
    )
  }
  return (
    <>
      <input
        autoFocus
        aria-label={`Note on ${version.label}`}
        className="w-full border border-line rounded bg-sheet px-1.5 py-0.5"
        maxLength={1000}
        value={text}
        onChange={(e) => {
          setText(e.target.value)
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void keep(text, opened)
          if (e.key === 'Escape') setText(null)
        }}
        onBlur={() => void keep(text, opened)}
      />
      {noting.problem !== null && <FieldError>{noting.problem}</FieldError>}
    </>
  )
}
