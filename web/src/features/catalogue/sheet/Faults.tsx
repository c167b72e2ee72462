import { useFieldArray, useFormContext, useWatch } from 'react-hook-form'
import { useFacts } from '../../../api/queries'
import { Button } from '../../../ui/Button'
import { Combobox } from '../../../ui/Combobox'
import type { FaultForm, SheetForm } from './draft'
import type { PartProps } from './form'

const input = 'border border-line rounded bg-sheet px-2 py-1 text-base min-w-0'

const comparisons = [
  { value: 'IS', label: 'is' },
  { value: 'IS_NOT', label: 'is not' },
  { value: 'BELOW', label: 'is below' },
  { value: 'AT_MOST', label: 'is at most' },
  { value: 'ABOVE', label: 'is above' },
  { value: 'AT_LEAST', label: 'is at least' },
]

/** Tests that are known to be broken on some setups: they and the totals that rest on them do not count there. */
export function Faults({ onChanged }: PartProps) {
  const { control } = useFormContext<SheetForm>()
  const { fields, append, remove } = useFieldArray({ control, name: 'faults' })
  return (
    <fieldset className="mt-4">
      <legend className="font-bold text-base mb-1">Known faults</legend>
      {fields.map((field, i) => (
        <FaultLine
          key={field.id}
          at={i}
          onChanged={onChanged}
          onAway={() => {
            remove(i)
            onChanged()
          }}
        />
      ))}
      <Button
        onClick={() => {
          append({ test: '', note: '', from: '', to: '', where: [] })
        }}
      >
        Add a known fault
      </Button>
    </fieldset>
  )
}

interface LineProps extends PartProps {
  readonly at: number
  readonly onAway: () => void
}

function FaultLine({ at, onChanged, onAway }: LineProps) {
  const { setValue } = useFormContext<SheetForm>()
  const row = useWatch<SheetForm, `faults.${number}`>({ name: `faults.${at}` })
  const n = String(at + 1)
  const set = (next: FaultForm) => {
    setValue(`faults.${at}`, next)
    onChanged()
  }
  return (
    <div className="mb-3 pl-3 border-l border-line">
      <div className="grid grid-cols-[200px_1fr_20px] gap-2">
        <TestChoice
          n={n}
          value={row.test}
          onTest={(test) => {
            set({ ...row, test })
          }}
        />
        <input
          aria-label={`What is wrong, fault ${n}`}
          className={input}
          placeholder="what is wrong with it there"
          value={row.note}
          onChange={(e) => {
            set({ ...row, note: e.target.value })
          }}
        />
        <button
          type="button"
          className="text-ink2 hover:text-ink"
          aria-label={`Take fault ${n} away`}
          onClick={onAway}
        >
          ✕
        </button>
      </div>
      {row.where.map((where, i) => (
        <Where
          key={i}
          where={where}
          name={`${String(i + 1)} of fault ${n}`}
          onWhere={(next) => {
            const all = row.where.map((w, j) => (j === i ? next : w))
            set({ ...row, where: all.filter((w) => w.length > 0) })
          }}
        />
      ))}
      <div className="flex flex-wrap gap-3 mt-1.5 items-center">
        <Button
          look="link"
          onClick={() => {
            set({ ...row, where: [...row.where, ['', 'IS', '']] })
          }}
        >
          {row.where.length === 0 ? 'Only where …' : 'And where …'}
        </Button>
        <Day
          label="From"
          name={`From, fault ${n}`}
          value={row.from}
          onDay={(from) => {
            set({ ...row, from })
          }}
        />
        <Day
          label="until"
          name={`until, fault ${n}`}
          value={row.to}
          onDay={(to) => {
            set({ ...row, to })
          }}
        />
      </div>
    </div>
  )
}

interface TestChoiceProps {
  readonly n: string
  readonly value: string
  readonly onTest: (test: string) => void
}

function TestChoice({ n, value, onTest }: TestChoiceProps) {
  const { tests = [] } = useWatch<SheetForm>()
  const names = tests.map((t) => t.name ?? '').filter((t) => t !== '')
  return (
    <select
      aria-label={`Test of fault ${n}`}
      className={input}
      value={value}
      onChange={(e) => {
        onTest(e.target.value)
      }}
    >
      <option value="">which test?</option>
      {names.map((t) => (
        <option key={t}>{t}</option>
      ))}
    </select>
  )
}

interface DayProps {
  readonly label: string
  readonly name: string
  readonly value: string
  readonly onDay: (day: string) => void
}

function Day({ label, name, value, onDay }: DayProps) {
  return (
    <label className="flex gap-1.5 items-center text-sm text-ink2">
      {label}
      <input
        type="date"
        aria-label={name}
        className={input}
        value={value}
        onChange={(e) => {
          onDay(e.target.value)
        }}
      />
    </label>
  )
}

interface WhereProps {
  readonly where: readonly string[]
  readonly name: string
  /** An empty list takes the condition away. */
  readonly onWhere: (where: string[]) => void
}

/** Something that holds of a fact. */
function Where({ where, name, onWhere }: WhereProps) {
  const facts = useFacts().data ?? []
  const [fact = '', comparison = 'IS', value = ''] = where
  return (
    <div className="grid grid-cols-[200px_110px_1fr_20px] gap-2 mt-1.5">
      <Combobox
        label={`Fact, condition ${name}`}
        placeholder="which fact?"
        options={facts.map((f) => ({ value: f.key, label: f.words }))}
        value={fact}
        onValue={(key) => {
          onWhere([key, comparison, value])
        }}
      />
      <select
        aria-label={`Comparison, condition ${name}`}
        className={input}
        value={comparison}
        onChange={(e) => {
          onWhere([fact, e.target.value, value])
        }}
      >
        {comparisons.map((c) => (
          <option key={c.value} value={c.value}>
            {c.label}
          </option>
        ))}
      </select>
      <input
        aria-label={`Value, condition ${name}`}
        className={input}
        value={value}
        onChange={(e) => {
          onWhere([fact, comparison, e.target.value])
        }}
      />
      <button
        type="button"
        className="text-ink2 hover:text-ink"
        aria-label={`Take condition ${name} away`}
        onClick={() => {
          onWhere([])
        }}
      >
        ✕
      </button>
    </div>
  )
}
