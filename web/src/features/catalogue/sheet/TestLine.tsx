import { useState } from 'react'
import { useFormContext, useWatch } from 'react-hook-form'
import { groups } from '../../../figures/words'
import { Combobox } from '../../../ui/Combobox'
import type { Option } from '../../../ui/Combobox'
import { madeBy, madeWords, ofUnit, wayWords, waysOf } from './draft'
import type { Made, SheetForm, TestRow } from './draft'
import { workOf } from './work'

/** Columns of a row: name, unit, better, decimals, counts, more, away. */
export const tracks = 'grid grid-cols-[minmax(0,1fr)_150px_88px_60px_44px_40px_20px] gap-2 items-center'

const input = 'border border-line rounded bg-sheet px-2 py-1 text-base min-w-0'

export interface TestLineProps {
  readonly at: number
  readonly units: readonly Option[]
  readonly onRow: (row: TestRow) => void
  readonly onAway: () => void
}

/** One test; what few need opens below it. */
export function TestLine({ at, units, onRow, onAway }: TestLineProps) {
  const row = useWatch<SheetForm, `tests.${number}`>({ name: `tests.${at}` })
  const [open, setOpen] = useState(row.made !== 'READ')
  const n = String(at + 1)
  return (
    <div className="mb-1.5">
      <div className={tracks}>
        <input
          aria-label={`Name of test ${n}`}
          className={input}
          placeholder={at === 0 ? 'Pack, 2 GB' : ''}
          value={row.name}
          onChange={(e) => {
            onRow({ ...row, name: e.target.value })
          }}
        />
        <Combobox
          label={`Unit of test ${n}`}
          options={units}
          value={row.unit}
          free
          onValue={(unit) => {
            onRow(ofUnit(row, unit))
          }}
          placeholder="points, m:ss, MB/s …"
        />
        <select
          aria-label={`Better of test ${n}`}
          className={input}
          value={row.better}
          onChange={(e) => {
            onRow({ ...row, better: e.target.value as TestRow['better'] })
          }}
        >
          <option value="HIGHER">more</option>
          <option value="LOWER">less</option>
        </select>
        <input
          aria-label={`Decimals of test ${n}`}
          className={input}
          inputMode="numeric"
          value={row.decimals}
          onChange={(e) => {
            onRow({ ...row, decimals: e.target.value })
          }}
        />
        <input
          type="checkbox"
          aria-label={`Test ${n} counts`}
          checked={row.counts}
          onChange={(e) => {
            onRow({ ...row, counts: e.target.checked })
          }}
        />
        <Ends
          n={n}
          open={open}
          onMore={() => {
            setOpen(!open)
          }}
          onAway={onAway}
        />
      </div>
      {row.unit === 'a ladder of rungs' && (
        <input
          aria-label={`Rungs of test ${n}`}
          className={`${input} mt-1 w-full`}
          placeholder="rungs, the lowest first, parted by commas: 480, 720, 1080"
          value={row.rungs}
          onChange={(e) => {
            onRow({ ...row, rungs: e.target.value })
          }}
        />
      )}
      {open && <More row={row} n={n} onRow={onRow} />}
    </div>
  )
}

interface EndsProps {
  readonly n: string
  readonly open: boolean
  readonly onMore: () => void
  readonly onAway: () => void
}

/** The buttons at the end of a row. */
function Ends({ n, open, onMore, onAway }: EndsProps) {
  return (
    <>
      <button
        type="button"
        className="text-sm text-ink2 underline underline-offset-2 hover:text-ink"
        aria-expanded={open}
        aria-label={`More of test ${n}`}
        onClick={onMore}
      >
        more
      </button>
      <button
        type="button"
        className="text-ink2 hover:text-ink"
        aria-label={`Take test ${n} away`}
        onClick={onAway}
      >
        ✕
      </button>
    </>
  )
}

interface MoreProps {
  readonly row: TestRow
  readonly n: string
  readonly onRow: (row: TestRow) => void
}

/** How the number comes about, its weight in the total, and what else the suite calls it. */
function More({ row, n, onRow }: MoreProps) {
  return (
    <div className="flex flex-wrap gap-x-3 gap-y-1.5 items-center mt-1 mb-2.5 pl-3 border-l border-line text-sm text-ink2">
      <span>It is</span>
      <select
        aria-label={`How test ${n} comes about`}
        className={input}
        value={row.made}
        onChange={(e) => {
          onRow(madeBy(row, e.target.value as Made))
        }}
      >
        {Object.entries(madeWords).map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
      {row.made === 'COMPUTED' && (
        <input
          aria-label={`Formula of test ${n}`}
          className={`${input} flex-1 min-w-60`}
          placeholder={'1000 * "Pack" / "Film", or mean(2*"Pack", "Film")'}
          value={row.formula}
          onChange={(e) => {
            onRow({ ...row, formula: e.target.value })
          }}
        />
      )}
      {row.made !== 'READ' && row.made !== 'COMPUTED' && (
        <Drawn row={row} made={row.made} n={n} onRow={onRow} />
      )}
      {row.made === 'READ' && <Weight row={row} n={n} onRow={onRow} />}
      <Work row={row} n={n} onRow={onRow} />
      <input
        aria-label={`Other names of test ${n}`}
        className={`${input} w-60`}
        placeholder="also printed as; parted by semicolons"
        value={row.aliases}
        onChange={(e) => {
          onRow({ ...row, aliases: e.target.value })
        }}
      />
    </div>
  )
}

/** What kind of work it is: as chosen, as its name says, or as the suite. */
function Work({ row, n, onRow }: MoreProps) {
  const { group = 'PROCESSOR' } = useWatch<SheetForm>()
  const said = workOf(row.name, row.unit)
  return (
    <label className="flex gap-1.5 items-center">
      and loads
      <select
        aria-label={`Work of test ${n}`}
        className={input}
        value={row.group ?? ''}
        onChange={(e) => {
          const chosen = e.target.value as keyof typeof groups | ''
          onRow({ ...row, group: chosen === '' ? undefined : chosen })
        }}
      >
        <option value="">
          {said === undefined ? `${groups[group]}, as the suite` : `${groups[said]}, as its name says`}
        </option>
        {Object.entries(groups).map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </label>
  )
}

function Weight({ row, n, onRow }: MoreProps) {
  const { total = 'NONE' } = useWatch<SheetForm>()
  if (total !== 'MEAN' && total !== 'GEOMEAN') return null
  return (
    <label className="flex gap-1.5 items-center">
      counts
      <input
        aria-label={`Weight of test ${n} in the total`}
        className={`${input} w-12`}
        inputMode="decimal"
        placeholder="1"
        value={row.weight}
        onChange={(e) => {
          onRow({ ...row, weight: e.target.value })
        }}
      />
      times in the total
    </label>
  )
}

interface DrawnProps extends MoreProps {
  readonly made: keyof typeof waysOf
}

/** What of the curve the number is; several tests may be drawn from one. */
function Drawn({ row, made, n, onRow }: DrawnProps) {
  const { getValues } = useFormContext<SheetForm>()
  const others = [...new Set(getValues('tests').map((t) => t.series))].filter((s) => s !== '')
  return (
    <>
      <span>named</span>
      <input
        aria-label={`Curve of test ${n}`}
        className={`${input} w-28`}
        list={`curves-${n}`}
        placeholder={row.name.trim().toLowerCase() || 'read'}
        value={row.series}
        onChange={(e) => {
          onRow({ ...row, series: e.target.value })
        }}
      />
      <datalist id={`curves-${n}`}>
        {others.map((o) => (
          <option key={o} value={o} />
        ))}
      </datalist>
      <span>and the number is</span>
      <select
        aria-label={`What test ${n} is of its curve`}
        className={input}
        value={row.way}
        onChange={(e) => {
          onRow({ ...row, way: e.target.value as TestRow['way'] })
        }}
      >
        {waysOf[made].map((w) => (
          <option key={w} value={w}>
            {wayWords[w]}
          </option>
        ))}
      </select>
    </>
  )
}
