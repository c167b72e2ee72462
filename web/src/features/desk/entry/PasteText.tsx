import { useRef, useState } from 'react'
import { useDeed } from '../../../ui/deed'
import { keepLabels, readText } from '../deeds'
import type { Schemas } from '../../../api/client'
import { grouped, unitWords } from '../../../figures/format'
import { ordinal } from '../../../figures/words'
import { Button } from '../../../ui/Button'
import { Checkbox } from '../../../ui/Checkbox'
import { Combobox } from '../../../ui/Combobox'
import { Dialog } from '../../../ui/Dialog'
import { FieldError } from '../../../ui/Field'

type Read = Schemas['Result']
type Proposal = Schemas['Proposal']

export interface PasteTextProps {
  readonly suite: Schemas['SuiteView']
  readonly onAccept: (proposals: readonly Proposal[]) => void
  readonly onClose: () => void
}

/** How long nothing is typed before the text is read. */
const pauseMillis = 120

type Labels = Readonly<Record<string, string>>

/** What the text was read as, and which of it is wanted; asked once nothing is typed for a moment. */
function useReading(suite: Schemas['SuiteView']) {
  const [text, setText] = useState('')
  const [read, setRead] = useState<Read | null>(null)
  const [off, setOff] = useState<ReadonlySet<number>>(new Set())
  const [labels, setLabels] = useState<Labels>({})
  const reading = useDeed(readText, 'here')
  const last = useRef(0)
  const ask = async (what: string, told: Labels = labels) => {
    setText(what)
    setLabels(told)
    last.current += 1
    const mine = last.current
    await new Promise((resolve) => setTimeout(resolve, pauseMillis))
    // Typed on meanwhile: only the last text is asked about, and only its answer counts.
    if (mine !== last.current) return
    if (what.trim() === '') {
      setRead(null)
      return
    }
    const answer = await reading.run({ suite: suite.id, text: what, labels: told })
    if (mine !== last.current || !answer) return
    setRead(answer)
    // What is doubtful is left for a person to tick.
    setOff(new Set(answer.proposals.flatMap((p, i) => (p.doubt === '' ? [] : [i]))))
  }
  const toggle = (i: number) => {
    const next = new Set(off)
    if (!next.delete(i)) next.add(i)
    setOff(next)
  }
  return { text, read, off, toggle, labels, ask, problem: reading.problem }
}

/**
 * Reads what a suite printed against its sheet: proposes cells, and shows every line it made nothing of. What somebody says
 * that a label stands for is known the next time.
 */
export function PasteText({ suite, onAccept, onClose }: PasteTextProps) {
  const { text, read, off, toggle, labels, ask, problem } = useReading(suite)
  const remember = useDeed(keepLabels)
  const chosen = (read?.proposals ?? []).filter((_, i) => !off.has(i))
  return (
    <Dialog
      open
      onClose={onClose}
      width={680}
      title="Paste what it printed"
      about={`The text is read against the sheet of ${suite.name}. You accept what goes into the grid.`}
    >
      <textarea
        autoFocus
        aria-label="What the suite printed"
        className="w-full h-32.5 border border-line rounded bg-sheet px-2.5 py-1.5 text-base num font-normal"
        value={text}
        onChange={(e) => void ask(e.target.value)}
      />
      {problem !== null && <FieldError>{problem}</FieldError>}
      {read && (
        <div className="mt-3 max-h-70 overflow-auto">
          <h2>{read.proposals.length === 0 ? 'No number was understood' : 'Cells to fill'}</h2>
          <Proposals read={read} suite={suite} off={off} onToggle={toggle} />
          <Leftovers
            leftovers={read.leftovers}
            suite={suite}
            onMeaning={(label, metric) => void ask(text, { ...labels, [label]: metric })}
          />
        </div>
      )}
      <div className="flex gap-2 mt-4">
        <Button
          look="main"
          disabled={chosen.length === 0}
          onClick={() => {
            if (Object.keys(labels).length > 0) void remember.run({ suite: suite.id, labels })
            onAccept(chosen)
          }}
        >
          {chosen.length === 0 ? 'Put into the grid' : `Put ${String(chosen.length)} into the grid`}
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Dialog>
  )
}

interface ProposalsProps {
  readonly read: Read
  readonly suite: Schemas['SuiteView']
  readonly off: ReadonlySet<number>
  readonly onToggle: (at: number) => void
}

function Proposals({ read, suite, off, onToggle }: ProposalsProps) {
  const metric = (key: string) => suite.metrics.find((m) => m.key === key)
  return (
    <table className="w-full border-collapse mt-1 text-base">
      <tbody>
        {read.proposals.map((p, i) => (
          <tr key={i} className="border-b border-line2">
            <td className="h-7">
              <Checkbox
                checked={!off.has(i)}
                onChecked={() => {
                  onToggle(i)
                }}
              >
                {metric(p.metric)?.name ?? p.metric}
              </Checkbox>
            </td>
            <td className="text-ink2">{ordinal(p.repeat + 1)}</td>
            <td className="text-right whitespace-nowrap">
              <span className="num">{grouped(p.text)}</span>{' '}
              <span className="unit">{unitWords(metric(p.metric)?.unit ?? '')}</span>
            </td>
            <td className="pl-3 text-ink2 text-sm">
              line {p.line}
              {p.doubt !== '' && <span className="unmeant ml-2">{p.doubt}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

interface LeftoversProps {
  readonly leftovers: Read['leftovers']
  readonly suite: Schemas['SuiteView']
  readonly onMeaning: (label: string, metric: string) => void
}

/** Lines that mean nothing yet; of those with a number a person can say which test it is. */
function Leftovers({ leftovers, suite, onMeaning }: LeftoversProps) {
  if (leftovers.length === 0) return null
  return (
    <>
      <h2 className="mt-3">Not understood</h2>
      <ul className="text-sm text-ink2 mt-1">
        {leftovers.map((l) => (
          <li key={l.line} className="flex gap-2 items-center min-h-7">
            <span className="flex-1 min-w-0 truncate" title={l.text}>
              line {l.line}: {l.text}
            </span>
            {l.label !== '' && (
              <Combobox
                className="w-55"
                label={`What line ${String(l.line)} is`}
                placeholder="is no test; or choose one"
                options={suite.metrics.map((m) => ({ value: m.key, label: m.name }))}
                value=""
                onValue={(metric) => {
                  onMeaning(l.label, metric)
                }}
              />
            )}
          </li>
        ))}
      </ul>
    </>
  )
}
