import { useState } from 'react'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { useFacts } from '../../api/queries'
import { unitWords } from '../../figures/format'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { Dialog } from '../../ui/Dialog'
import { Field, FieldError } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { changeSetup } from './deeds'

interface Line {
  readonly key: string
  readonly text: string
  /** Why it is unknown; used while the text is empty. */
  readonly reason: string
}

export interface ChangeSetupProps {
  readonly sheet: Schemas['RunSheet']
  readonly onClose: () => void
}

/** Makes the next setup: everything is taken over from this one, and only what was changed is asked. */
export function ChangeSetup({ sheet, onClose }: ChangeSetupProps) {
  const { setup } = sheet
  const facts = useFacts()
  const changing = useDeed(changeSetup, 'here')
  const { of } = changing
  const navigate = useNavigate()
  const [name, setName] = useState('')
  const [lines, setLines] = useState<readonly Line[]>([])
  const [tuned, setTuned] = useState(setup.tuned)
  const [how, setHow] = useState('')
  const [program, setProgram] = useState('')
  const [minutes, setMinutes] = useState('')
  const [peak, setPeak] = useState('')
  const [keep, setKeep] = useState(false)
  const known = new Map((facts.data ?? []).map((f) => [f.key, f]))
  const before = (key: string) => setup.facts.find((f) => f.key === key)
  const set = (at: number, line: Line) => {
    setLines(lines.map((l, i) => (i === at ? line : l)))
  }
  const number = (text: string) => (text.trim() === '' ? undefined : Number(text.replace(',', '.')))

  const save = async () => {
    const tuning = {
      how,
      ...(program.trim() === '' ? {} : { program: program.trim() }),
      ...(number(minutes) === undefined ? {} : { minutes: number(minutes) }),
      ...(number(peak) === undefined ? {} : { peakTemperature: number(peak) }),
    }
    const change = {
      name,
      tuned,
      facts: lines.map((l) => factLine(l, before(l.key)?.unit ?? known.get(l.key)?.unit ?? '')),
      ...(tuned && how.trim() !== '' ? { tuning } : {}),
    }
    const next = await changing.run({
      sitting: sheet.sitting,
      change,
      suites: sheet.rows.map((r) => r.suite.id),
      closeBefore: !keep,
    })
    if (!next) return
    onClose()
    void navigate(`/desk/${String(next.sitting)}`)
  }

  return (
    <Dialog
      open
      onClose={onClose}
      width={600}
      title="Change the setup"
      about={`Everything is taken over from “${setup.name}”. Say only what you changed; the device reads the rest, and shows what else is different.`}
    >
      <form
        onSubmit={(e) => {
          e.preventDefault()
          void save()
        }}
      >
        <Field
          label="What did you change, in a few words?"
          value={name}
          onValue={setName}
          autoFocus
          required
          maxLength={80}
          placeholder="second memory module"
          error={of('setup')}
        />
        {lines.map((line, i) => {
          const fact = known.get(line.key)
          const old = before(line.key)
          return (
            <div key={i} className="grid grid-cols-[1fr_1fr_24px] gap-2 items-start mb-2">
              <label className="text-sm text-ink2">
                Fact
                <input
                  list="fact-keys"
                  required
                  className="block w-full border border-line rounded bg-sheet px-2 py-1 text-base text-ink"
                  value={fact?.words ?? line.key}
                  onChange={(e) => {
                    set(i, { ...line, key: keyOf(e.target.value, facts.data ?? []) })
                  }}
                />
              </label>
              <label className="text-sm text-ink2">
                {old ? `was ${old.value ?? `unknown: ${old.reason ?? ''}`}` : 'was not recorded'}; now
                <span className="flex items-baseline gap-1.5">
                  <input
                    className="block w-full border border-line rounded bg-sheet px-2 py-1 text-base text-ink"
                    value={line.text}
                    placeholder="leave empty if unknown"
                    onChange={(e) => {
                      set(i, { ...line, text: e.target.value })
                    }}
                  />
                  <span className="unit">{unitWords(old?.unit ?? fact?.unit ?? '')}</span>
                </span>
                {line.text.trim() === '' && (
                  <input
                    className="block w-full border border-line rounded bg-sheet px-2 py-1 text-base text-ink mt-1"
                    value={line.reason}
                    placeholder="why it is unknown, such as: no sensor"
                    aria-label="Why it is unknown"
                    onChange={(e) => {
                      set(i, { ...line, reason: e.target.value })
                    }}
                  />
                )}
              </label>
              <button
                type="button"
                className="mt-6 text-ink2 hover:text-ink"
                aria-label="Leave this fact as it was"
                onClick={() => {
                  setLines(lines.filter((_, n) => n !== i))
                }}
              >
                ✕
              </button>
              {of(`facts[${String(i)}]`) !== undefined && (
                <div className="col-span-3">
                  <FieldError>{of(`facts[${String(i)}]`)}</FieldError>
                </div>
              )}
            </div>
          )
        })}
        <datalist id="fact-keys">
          {(facts.data ?? []).map((f) => (
            <option key={f.key} value={f.words}>
              {f.key}
            </option>
          ))}
        </datalist>
        <Button
          onClick={() => {
            setLines([...lines, { key: '', text: '', reason: '' }])
          }}
        >
          {lines.length === 0 ? 'Name a fact that changed' : 'One more fact'}
        </Button>
        <div className="mt-3">
          <Checkbox checked={tuned} onChecked={setTuned}>
            Tuned: limits, clocks or voltages are not as shipped
          </Checkbox>
        </div>
        {tuned && (
          <div className="border-l border-line pl-4 mt-2">
            <Field
              label="How it was reached: clocks, voltages, limits"
              value={how}
              onValue={setHow}
              placeholder="core voltage 80 mV lower, lasting limit 125 W"
            />
            <div className="grid grid-cols-3 gap-3">
              <Field label="Proven stable with" value={program} onValue={setProgram} />
              <Field label="for minutes" value={minutes} onValue={setMinutes} inputMode="decimal" />
              <Field label="at most °C" value={peak} onValue={setPeak} inputMode="decimal" />
            </div>
          </div>
        )}
        <Checkbox checked={keep} onChecked={setKeep}>
          Keep “{setup.name}” on the desk too
        </Checkbox>
        {changing.general !== null && <FieldError>{changing.general}</FieldError>}
        <div className="flex gap-2 mt-4">
          <Button look="main" type="submit">
            Make this setup
          </Button>
          <Button onClick={onClose}>Leave it</Button>
        </div>
      </form>
    </Dialog>
  )
}

/** The key that words stand for, or what was typed if no fact is called so. */
export function keyOf(text: string, facts: readonly Schemas['FactKeyView'][]): string {
  return facts.find((f) => f.words === text || f.key === text)?.key ?? text
}

/** "32 GiB" gives value and unit; a unit that is typed stands over the usual one. */
export function factLine(line: Line, usual: string): Schemas['SetupChange']['facts'][number] {
  const text = line.text.trim()
  if (text === '') return { key: line.key, reason: line.reason }
  const quantity = /^([-+]?\d+(?:[.,]\d+)?)\s*([^\d\s].*)?$/.exec(text)
  if (quantity === null) return { key: line.key, value: text }
  return { key: line.key, value: (quantity[1] ?? '').replace(',', '.'), unit: quantity[2] ?? usual }
}
