import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { minutes } from '../../figures/format'
import { counted, groups, listed } from '../../figures/words'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { addRuns } from './deeds'
import { useNextRuns } from './queries'

type Plan = Schemas['NextRunsView']

export interface WhatNextProps {
  readonly sheet: Schemas['RunSheet']
  readonly onClose: () => void
}

/** The minutes there are, what to run in them, what each run would tell, and one key that puts it on the run sheet. */
export function WhatNext({ sheet, onClose }: WhatNextProps) {
  const [text, setText] = useState('60')
  const [everyKind, setEveryKind] = useState(false)
  const asked = Number(text.replace(',', '.'))
  const sound = asked > 0 && asked <= 10_080
  const plan = useNextRuns(sheet.setup.id, sound ? asked : 60, everyKind)
  const add = useDeed(addRuns)
  const put = async () => {
    const runs = plan.data?.runs ?? []
    if (runs.length === 0) return
    if ((await add.run({ sheet, suites: runs.map((r) => r.suiteId) })) !== undefined) onClose()
  }
  return (
    <Dialog
      open
      onClose={onClose}
      width={860}
      title={`What to run next on ${sheet.setup.model}`}
      about="The runs that narrow its place by most for their minutes; tests it lacks come before repeats."
    >
      <form
        className="flex items-center gap-2 text-base mb-3"
        onSubmit={(e) => {
          e.preventDefault()
          void put()
        }}
      >
        <label htmlFor="minutes">There are</label>
        <input
          id="minutes"
          autoFocus
          inputMode="decimal"
          aria-invalid={!sound}
          className="num w-18 border border-line rounded bg-sheet px-2 py-1 text-right"
          value={text}
          onChange={(e) => {
            setText(e.target.value)
          }}
        />
        <span>minutes.</span>
        <label className="flex items-center gap-1.5 ml-3">
          <input
            type="checkbox"
            checked={everyKind}
            onChange={(e) => {
              setEveryKind(e.target.checked)
            }}
          />
          against every kind of device
        </label>
        <Button type="submit" look="main" className="ml-auto" disabled={(plan.data?.runs.length ?? 0) === 0}>
          Put on the run sheet
        </Button>
      </form>
      {!sound && <p className="text-brick text-base">Minutes are more than 0 and at most a week.</p>}
      {plan.isPending && <Loading what="what a run would tell" />}
      {plan.isError && <Failed error={plan.error} retry={() => void plan.refetch()} />}
      {plan.data && sound && <PlanTable plan={plan.data} />}
    </Dialog>
  )
}

function PlanTable({ plan }: { readonly plan: Plan }) {
  return (
    <>
      <p className="text-base" data-testid="plan">
        {summary(plan)}
      </p>
      {plan.anotherDay.length > 0 && (
        <p className="text-base text-ink2 mt-1" data-testid="another-day">
          No setup here was ever measured on two days, so that 1 % is assumed for what days move.{' '}
          {listed(plan.anotherDay)} run once more on another day tell it for every score of the desk.
        </p>
      )}
      {plan.runs.length > 0 && (
        <table className="w-full border-collapse text-base mt-2">
          <thead>
            <tr className="border-b border-line">
              <th className="py-1 text-right pr-3">#</th>
              <th>Run</th>
              <th>It tells of</th>
              <th className="text-right">Takes</th>
              <th className="pl-4">What it is worth</th>
            </tr>
          </thead>
          <tbody>
            {plan.runs.map((r, i) => (
              <tr key={i} className="border-b border-line2">
                <td className="num text-right pr-3 h-7">{i + 1}</td>
                <td>
                  {r.suite} <span className="unit">{r.first ? 'first run here' : 'once more'}</span>
                </td>
                <td className="text-ink2">{r.groups.map((g) => groups[g]).join(', ')}</td>
                <td
                  className="num text-right whitespace-nowrap"
                  title={r.learned ? 'by past runs on this kind' : 'by its sheet'}
                >
                  {minutes(r.minutes)} <span className="unit">{r.learned ? 'learned' : 'sheet'}</span>
                </td>
                <td className="pl-4">{worth(r)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {plan.left.length > 0 && (
        <details className="text-sm text-ink2 mt-2">
          <summary className="cursor-pointer">Not proposed: {plan.left.length}</summary>
          <ul>
            {plan.left.map((l) => (
              <li key={l.suite}>
                {l.suite} <span className="gap">{l.reason}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </>
  )
}

/** What comes of the plan, in a sentence or two. */
export function summary(plan: Plan): string {
  if (plan.runs.length === 0) {
    return plan.left.some((l) => l.reason.startsWith('takes longer'))
      ? 'Nothing that fits into these minutes would narrow its place: give it more.'
      : 'Nothing that could be run here would narrow its place by as much as it takes to read of it.'
  }
  const runs = `${counted(plan.runs.length, 'run')} in ${minutes(plan.used)}`
  const before = plan.placeBefore
  const after = plan.placeAfter
  if (!before || !after)
    return `${runs}: with them it gets a place overall among ${plan.pool}, which it lacks now.`
  const neighbours = plan.neighbours.length === 0 ? '' : ` Its neighbours: ${plan.neighbours.join('; ')}.`
  const place = (p: Schemas['PlaceRange']) =>
    p.best === p.worst ? `place ${String(p.best)}` : `places ${String(p.best)} to ${String(p.worst)}`
  const of = ` of ${String(before.of)} ${plan.pool}`
  return before.best === after.best && before.worst === after.worst
    ? `${runs}. It may have ${place(before)}${of} now, and with them; smaller differences to its neighbours get told.${neighbours}`
    : `${runs}. It may have ${place(before)}${of} now, and ${place(after)} with them, were its scores to stay.${neighbours}`
}

function worth(r: Plan['runs'][number]): string {
  if (r.places) return 'gives it a place in a group it lacks'
  if (r.reachBefore === undefined || r.reachAfter === undefined) return 'helps towards a place'
  const share = (x: number) => `${(100 * x).toFixed(2)} %`
  return `told from its neighbours when ${share(r.reachBefore)} → ${share(r.reachAfter)} apart`
}
