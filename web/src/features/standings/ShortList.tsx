import { useState } from 'react'
import type { DeviceKind, TestGroup } from '../../api/queries'
import { minutes, number } from '../../figures/format'
import { capital, groups, kindOf, speedGroups } from '../../figures/words'
import { Dialog } from '../../ui/Dialog'
import { Select } from '../../ui/Select'
import { Failed, Loading } from '../../ui/States'
import { useShortList } from './queries'

export interface ShortListProps {
  readonly group: TestGroup | undefined
  readonly kind: DeviceKind | undefined
  readonly onClose: () => void
}

/** A shorter list of suites for a given time, and how much of the order of the full list it keeps. */
export function ShortList({ group: first, kind, onClose }: ShortListProps) {
  const [group, setGroup] = useState<TestGroup>(first ?? 'PROCESSOR')
  const [text, setText] = useState('10')
  const asked = Number(text.replace(',', '.'))
  const sound = asked > 0 && asked <= 10_080
  const list = useShortList(group, sound ? asked : 10, kind)
  return (
    <Dialog
      open
      onClose={onClose}
      width={640}
      title="A shorter list of suites"
      about={`Those that tell ${kind === undefined ? 'devices' : kindOf(kind).many} apart best for their minutes. How much of the order is kept is found on devices that were not looked at for choosing.`}
    >
      <div className="flex items-center gap-2 text-base mb-3">
        <label htmlFor="list-minutes">In</label>
        <input
          id="list-minutes"
          autoFocus
          inputMode="decimal"
          aria-invalid={!sound}
          className="num w-18 border border-line rounded bg-sheet px-2 py-1 text-right"
          value={text}
          onChange={(e) => {
            setText(e.target.value)
          }}
        />
        <span>minutes, for</span>
        <Select
          label="Group of tests"
          value={group}
          choices={speedGroups.map((g) => ({ value: g, label: capital(groups[g]) }))}
          onValue={(g) => {
            setGroup(g as TestGroup)
          }}
        />
      </div>
      {!sound && <p className="text-brick text-base">Minutes are more than 0 and at most a week.</p>}
      {list.isPending && <Loading what="what the suites tell" />}
      {list.isError && <Failed error={list.error} retry={() => void list.refetch()} />}
      {list.data && sound && (
        <>
          <p className="text-base" data-testid="kept">
            {minutes(list.data.used)} instead of {minutes(list.data.full)}, one run each.{' '}
            {list.data.kept === undefined
              ? 'Too few devices, or too little time, to say how much of the order is kept.'
              : `Expect ${number(list.data.kept, 2)} of the order to be kept (Kendall’s τ, over ${String(list.data.subjects)} devices; 1 is the same order, 0 is chance).`}
          </p>
          <table className="w-full border-collapse text-base mt-2">
            <tbody>
              {list.data.suites.map((s) => (
                <tr key={s.suiteId} className={`border-b border-line2 ${s.chosen ? '' : 'text-ink2'}`}>
                  <td className="h-7 w-6">{s.chosen ? '✓' : ''}</td>
                  <td>{s.suite}</td>
                  <td className="text-right">
                    {s.tests} {s.tests === 1 ? 'test' : 'tests'}
                  </td>
                  <td className="num text-right">
                    {minutes(s.minutes)} <span className="unit">{s.learned ? 'learned' : 'sheet'}</span>
                  </td>
                  <td className="pl-4">{s.chosen ? 'on the list' : 'left out'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </Dialog>
  )
}
