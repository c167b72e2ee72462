import { useRef, useState } from 'react'
import { useDeed } from '../../ui/deed'
import { readText } from './deeds'
import type { Schemas } from '../../api/client'
import { grouped, unitWords } from '../../figures/format'
import { ordinal } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { Dialog } from '../../ui/Dialog'
import { FieldError } from '../../ui/Field'

type Read = Schemas['Result']
type Proposal = Schemas['Proposal']

export interface PasteTextProps {
  readonly suite: Schemas['SuiteView']
  readonly onAccept: (proposals: readonly Proposal[]) => void
  readonly onClose: () => void
}

/** How long nothing is typed before the text is read. */
const pauseMillis = 120

/** Reads what a suite printed against its sheet: proposes cells, and shows every line it made nothing of. */
export function PasteText({ suite, onAccept, onClose }: PasteTextProps) {
  const [text, setText] = useState('')
  const [read, setRead] = useState<Read | null>(null)
  const [off, setOff] = useState<ReadonlySet<number>>(new Set())
  const reading = useDeed(readText, 'here')
  const last = useRef(0)
  const ask = async (what: string) => {
    setText(what)
    last.current += 1
    const mine = last.current
    await new Promise((resolve) => setTimeout(resolve, pauseMillis))
    // Typed on meanwhile: only the last text is asked about, and only its answer counts.
    if (mine !== last.current) return
    if (what.trim() === '') {
      setRead(null)
      return
    }
    const answer = await reading.run({ suite: suite.id, text: what })
    if (mine !== last.current || !answer) return
    setRead(answer)
    // What is doubtful is left for a person to tick.
    setOff(new Set(answer.proposals.flatMap((p, i) => (p.doubt === '' ? [] : [i]))))
  }
  const chosen = (read?.proposals ?? []).filter((_, i) => !off.has(i))
  return (
    <Dialog
      open
      onClose={onClose}
      width={640}
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
      {reading.problem !== null && <FieldError>{reading.problem}</FieldError>}
      {read && (
        <div className="mt-3 max-h-70 overflow-auto">
          <h2>{read.proposals.length === 0 ? 'No number was understood' : 'Cells to fill'}</h2>
          <table className="w-full border-collapse mt-1 text-base">
            <tbody>
              {read.proposals.map((p, i) => (
                <tr key={i} className="border-b border-line2">
                  <td className="h-7">
                    <Checkbox
                      checked={!off.has(i)}
                      onChecked={() => {
                        const next = new Set(off)
                        if (!next.delete(i)) next.add(i)
                        setOff(next)
                      }}
                    >
                      {suite.metrics.find((m) => m.key === p.metric)?.name ?? p.metric}
                    </Checkbox>
                  </td>
                  <td className="text-ink2">{ordinal(p.repeat + 1)}</td>
                  <td className="text-right whitespace-nowrap">
                    <span className="num">{grouped(p.text)}</span>{' '}
                    <span className="unit">
                      {unitWords(suite.metrics.find((m) => m.key === p.metric)?.unit ?? '')}
                    </span>
                  </td>
                  <td className="pl-3 text-ink2 text-sm">
                    line {p.line}
                    {p.doubt !== '' && <span className="unmeant ml-2">{p.doubt}</span>}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {read.leftovers.length > 0 && (
            <>
              <h2 className="mt-3">Not understood</h2>
              <ul className="text-sm text-ink2 mt-1">
                {read.leftovers.map((l) => (
                  <li key={l.line}>
                    line {l.line}: {l.text}
                  </li>
                ))}
              </ul>
            </>
          )}
        </div>
      )}
      <div className="flex gap-2 mt-4">
        <Button
          look="main"
          disabled={chosen.length === 0}
          onClick={() => {
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
