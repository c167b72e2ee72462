import { useState } from 'react'
import { Link } from 'react-router'
import { useFocus } from '../../../frame/focus'
import { keepRun } from '../../../subjects/deeds'
import { useDeed, wordsOf } from '../../../ui/deed'
import type { Schemas } from '../../../api/client'
import { useStrip } from '../../../api/queries'
import { counted } from '../../../figures/words'
import { number } from '../../../figures/format'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { Combobox } from '../../../ui/Combobox'
import { when } from '../../../figures/dates'

type RunFile = Schemas['RunFile']

/** A file as it was read, and what became of it. */
export interface ReadFile {
  readonly name: string
  readonly run?: RunFile
  /** What is wrong with it; absent if nothing is known to be. */
  readonly problem?: string
  readonly kept?: 'kept' | 'kept before'
}

/** Reads a run file, or several in a list; says what is missing rather than guess it. */
export function readRunFile(name: string, text: string): readonly ReadFile[] {
  let json: unknown
  try {
    json = JSON.parse(text)
  } catch (e) {
    return [{ name, problem: `is not JSON: ${e instanceof Error ? e.message : String(e)}` }]
  }
  const list: readonly unknown[] = Array.isArray(json) ? json : [json]
  return list.map((entry, i) => {
    const own = list.length === 1 ? name : `${name}, number ${String(i + 1)}`
    const run = entry as Partial<RunFile> | null
    const missing = (['id', 'suite', 'state', 'startedAt', 'endedAt', 'sender'] as const).filter(
      (key) => typeof run !== 'object' || run?.[key] === undefined,
    )
    return missing.length > 0
      ? { name: own, problem: `is no run file: it lacks ${missing.join(', ')}` }
      : { name: own, run: run as RunFile }
  })
}

/** Runs that were saved to files, as the runner does: shown one by one, then kept in the setup chosen. */
export function RunFiles({ files }: { readonly files: readonly ReadFile[] }) {
  const keeping = useDeed(keepRun, 'here')
  const strip = useStrip()
  const focus = useFocus()
  const [lines, setLines] = useState(files)
  const [chosen, setChosen] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const sitting = chosen ?? (focus === undefined ? null : String(focus.sitting))
  const open = lines.filter((l) => l.run && l.kept === undefined)
  const keep = async () => {
    setBusy(true)
    for (const line of open) {
      const after = await sent(line, Number(sitting), keeping.attempt)
      setLines((before) => before.map((l) => (l.name === line.name ? after : l)))
    }
    setBusy(false)
    await keeping.renewed()
  }
  return (
    <div className="mt-5 max-w-215">
      <table className="w-full border-collapse text-base" aria-label="Runs in the files">
        <thead>
          <tr className="border-b border-line [&>th]:pb-1">
            <th>File</th>
            <th>Suite</th>
            <th>Started</th>
            <th className="text-right">Readings</th>
            <th className="pl-4">What becomes of it</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <tr key={l.name} className="border-b border-line2 align-top [&>td]:py-1.5 [&>td]:pr-3">
              <td className="max-w-60 truncate" title={l.name}>
                {l.name}
              </td>
              <td className="whitespace-nowrap">{l.run && `${l.run.suite.key} ${l.run.suite.version}`}</td>
              <td className="num whitespace-nowrap">{l.run && when(l.run.startedAt)}</td>
              <td className="num text-right">{l.run && number(l.run.readings?.length ?? 0, 0)}</td>
              <td className="pl-4">
                <Outcome line={l} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {open.length > 0 &&
        (strip.data?.length === 0 ? (
          <FieldError>
            No device is on the desk: put the one that was measured there, then come back with the files.
          </FieldError>
        ) : (
          <div className="flex gap-3 items-center mt-4">
            <span className="text-ink2 text-base">Measured on</span>
            <Combobox
              label="Device the runs belong to"
              className="w-75"
              value={sitting ?? ''}
              options={(strip.data ?? []).map((s) => ({
                value: String(s.sitting),
                label: `${s.model}, ${s.setup}`,
              }))}
              onValue={setChosen}
            />
            <Button look="main" disabled={busy || sitting === null} onClick={() => void keep()}>
              {busy ? 'Keeping …' : `Keep ${counted(open.length, 'run')}`}
            </Button>
          </div>
        ))}
    </div>
  )
}

/** Hands one file over, to the sitting chosen, whatever sitting of another desk it names. */
async function sent(
  line: ReadFile,
  sitting: number,
  keep: (run: RunFile) => Promise<Schemas['Kept']>,
): Promise<ReadFile> {
  if (!line.run) return line
  const run = { ...line.run }
  Reflect.deleteProperty(run, 'setup')
  try {
    const answer = await keep({ ...run, sitting })
    return { name: line.name, run: line.run, kept: answer.fresh ? 'kept' : 'kept before' }
  } catch (e) {
    return { ...line, problem: wordsOf(e) }
  }
}

function Outcome({ line }: { readonly line: ReadFile }) {
  if (line.kept !== undefined && line.run) {
    return (
      <Link to={`/ledger?run=${line.run.id}`} className="underline underline-offset-2">
        {line.kept}
      </Link>
    )
  }
  if (line.problem !== undefined) return <FieldError>{line.problem}</FieldError>
  return <span className="text-ink2">waits; nothing counts yet</span>
}
