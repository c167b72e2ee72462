import { hereZone } from '../../../api/zone'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { api, take } from '../../../api/client'
import type { Schemas } from '../../../api/client'
import { useStrip, useSuites } from '../../../api/queries'
import { uuid } from '../../../api/uuid'
import { version } from '../../../api/version'
import { useFocus } from '../../../frame/focus'
import { capital } from '../../../figures/words'
import { CurveEditor } from '../../../subjects/curve/CurveEditor'
import { axisWords, pastedInto } from '../../../subjects/curve/block'
import type { Axis } from '../../../subjects/curve/block'
import { keepRun } from '../../../subjects/deeds'
import { Button } from '../../../ui/Button'
import { Combobox } from '../../../ui/Combobox'
import { Field, FieldError } from '../../../ui/Field'
import { useDeed } from '../../../ui/deed'
import { keepSheet, planOn } from '../deeds'
import { draftOf, emptyForm, freshRow, madeBy, ofUnit } from '../sheet/draft'

type Line = Schemas['SeriesLine']

export interface CurveOfRunProps {
  readonly name: string
  readonly text: string
  readonly axis: Axis
  /** Says that it is a table of devices after all. */
  readonly onTable: () => void
}

/** A table of places and quantities: one run of one device, with a series for each column. */
export function CurveOfRun({ name, text, axis, onTable }: CurveOfRunProps) {
  const [series, setSeries] = useState<readonly Line[]>([])
  const { suite, chosen, choices, onSuite, newName, onName } = useSuiteOf(axis, name)
  const strip = useStrip().data ?? []
  const focus = useFocus()
  const [device, setDevice] = useState<string | null>(null)
  const sitting = device ?? (focus === undefined ? '' : String(focus.sitting))
  const { keep, busy, problem } = useKeeping(axis, newName)
  const lacks = lacking(series, sitting, suite === undefined && newName.trim() === '')
  return (
    <div className="mt-4 max-w-190" data-testid="curve-of-run">
      <p className="text-base mb-3">
        This is the curve of one run: {axisWords[axis]} down, what was measured across.{' '}
        <Button look="link" onClick={onTable}>
          No, it is a table of devices
        </Button>
      </p>
      <div className="flex gap-3 mb-4 items-end">
        <div className="w-65">
          <div className="text-sm text-ink2 mb-1">Measured on</div>
          <Combobox
            label="Measured on"
            placeholder="which device?"
            options={strip.map((s) => ({ value: String(s.sitting), label: `${s.model}, ${s.setup}` }))}
            value={sitting}
            onValue={setDevice}
          />
        </div>
        <div className="w-65">
          <div className="text-sm text-ink2 mb-1">It is of</div>
          <Combobox label="Of which suite" options={choices} value={chosen} onValue={onSuite} />
        </div>
      </div>
      {strip.length === 0 && (
        <FieldError>No device is on the desk: put the one that was measured there first.</FieldError>
      )}
      {suite === undefined && <Field label="Name of the new suite" value={newName} onValue={onName} />}
      <CurveEditor
        key={chosen}
        suite={suite ?? { curves: [] }}
        start={pastedInto({ head: [], rows: [] }, 0, 0, text)}
        onSeries={setSeries}
      />
      {problem !== null && <FieldError>{problem}</FieldError>}
      <div className="flex gap-2 mt-4">
        <Button
          look="main"
          disabled={busy || lacks !== undefined}
          onClick={() => void keep(suite, Number(sitting), series)}
        >
          Keep it as a run
        </Button>
        {lacks !== undefined && <span className="text-base text-ink2 self-center">{lacks}</span>}
      </div>
    </div>
  )
}

/** What is still to be said before it can be kept. */
function lacking(series: readonly Line[], sitting: string, nameless: boolean): string | undefined {
  const bare = series.find((s) => s.unit === '')
  if (sitting === '') return 'Say on which device it was measured.'
  if (nameless) return 'Give the new suite a name.'
  if (bare) return `Say in which unit ${bare.name} is.`
  return series.length === 0 ? 'Nothing was read yet.' : undefined
}

/** The suite that the curve is of: one that has such curves, or a new one. */
function useSuiteOf(axis: Axis, file: string) {
  const suites = (useSuites().data ?? []).filter(
    (s) => s.home === 'TYPED' && s.curves.some((c) => c.axis === axis),
  )
  const [said, onSuite] = useState<string | null>(null)
  const [newName, onName] = useState(capital(file.replace(/\.\w+$/, '').replace(/[-_]+/g, ' ')))
  const chosen = said ?? String(suites[0]?.id ?? 'new')
  return {
    suite: suites.find((s) => String(s.id) === chosen),
    chosen,
    choices: [
      ...suites.map((s) => ({ value: String(s.id), label: `${s.name} ${s.version}` })),
      { value: 'new', label: 'a new suite of these columns' },
    ],
    onSuite,
    newName,
    onName,
  }
}

/** Keeps the run, after its suite if that is new. */
function useKeeping(axis: Axis, name: string) {
  const navigate = useNavigate()
  const sheet = useDeed(keepSheet, 'here')
  const run = useDeed(keepRun, 'here')
  const plan = useDeed(planOn, 'here')
  const keep = async (known: Schemas['SuiteView'] | undefined, sitting: number, series: readonly Line[]) => {
    const suite = known ?? (await make(series))
    // On the run sheet first, so that it is seen there.
    if (!suite || (await plan.run({ sitting, suite: suite.id })) === undefined) return
    const now = new Date().toISOString()
    const kept = await run.run({
      id: uuid(),
      suite: { key: suite.key, version: suite.version },
      sitting,
      state: 'DONE',
      startedAt: now,
      endedAt: now,
      zone: hereZone(),
      sender: { program: 'desk', version },
      readings: [],
      series: [...series],
    })
    if (kept) void navigate(`/desk/${String(sitting)}`)
  }
  const make = async (series: readonly Line[]) => {
    const tests = series.map((s) => ({
      ...madeBy(ofUnit({ ...freshRow, name: capital(s.name), decimals: '1' }, s.unit), axis),
      series: s.name,
    }))
    const draft = draftOf({ ...emptyForm, name, tests, group: axis === 'SIZE' ? 'STORAGE' : 'PROCESSOR' })
    const { text } = await take(api.POST('/api/v1/sheets/drafts', { body: draft }))
    return sheet.run({ text })
  }
  return { keep, busy: sheet.busy || run.busy, problem: sheet.problem ?? plan.problem ?? run.problem }
}
