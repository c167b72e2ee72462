import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { FormProvider, useFieldArray, useForm, useFormContext, useWatch } from 'react-hook-form'
import { api, take } from '../../../api/client'
import type { Schemas } from '../../../api/client'
import { keys } from '../../../api/keys'
import { groups } from '../../../figures/words'
import { Button } from '../../../ui/Button'
import { Combobox } from '../../../ui/Combobox'
import { Field } from '../../../ui/Field'
import { Rows } from '../../../ui/Rows'
import { Select } from '../../../ui/Select'
import { draftOf, emptyForm, freshRow, ofUnit, pastedRows, plainWays } from './draft'
import type { SheetForm, TestRow } from './draft'

export interface SuiteGridProps {
  readonly start?: Partial<SheetForm>
  /** Told with every change that the grid stands for. */
  readonly onDraft: (draft: Schemas['SheetDraft']) => void
}

/** A suite described in a grid: a row a test, the total below it, and what must hold for a run. */
export function SuiteGrid({ start, onDraft }: SuiteGridProps) {
  const form = useForm<SheetForm>({ defaultValues: { ...emptyForm, ...start } })
  return (
    <FormProvider {...form}>
      <form
        onChange={() => {
          onDraft(draftOf(form.getValues()))
        }}
        onSubmit={(e) => {
          e.preventDefault()
        }}
      >
        <Names />
        <Tests
          onChanged={() => {
            onDraft(draftOf(form.getValues()))
          }}
        />
        <Whole
          onChanged={() => {
            onDraft(draftOf(form.getValues()))
          }}
        />
        <Runs
          onChanged={() => {
            onDraft(draftOf(form.getValues()))
          }}
        />
      </form>
    </FormProvider>
  )
}

interface PartProps {
  readonly onChanged: () => void
}

function useText(name: 'name' | 'version' | 'about' | 'totalName' | 'formula' | 'repeats' | 'minutes') {
  const { setValue } = useFormContext<SheetForm>()
  return {
    value: useWatch<SheetForm, typeof name>({ name }),
    onValue: (text: string) => {
      setValue(name, text)
    },
  }
}

function Names() {
  const name = useText('name')
  const version = useText('version')
  const about = useText('about')
  return (
    <div className="grid grid-cols-[1fr_90px_1.4fr] gap-3">
      <Field label="Name of the suite" autoFocus placeholder="Millround" {...name} />
      <Field label="Version" placeholder="2.0+" {...version} />
      <Field label="What it does (may be left out)" {...about} />
    </div>
  )
}

/** A row a test; there is always an empty one at the end. */
function Tests({ onChanged }: PartProps) {
  const { control, setValue, getValues } = useFormContext<SheetForm>()
  const { fields, append, remove, replace } = useFieldArray({ control, name: 'tests' })
  const words = useQuery({
    queryKey: keys.facts('units'),
    queryFn: () => take(api.GET('/api/v1/sheets/units')),
  })
  const units = [
    ...(words.data ?? []).map((w) => ({ value: w.word, label: w.word })),
    ...plainWays.map((w) => ({ value: w, label: w })),
  ]
  const set = (at: number, row: TestRow) => {
    setValue(`tests.${at}`, row)
    if (at === getValues('tests').length - 1 && row.name !== '') append(freshRow, { shouldFocus: false })
    onChanged()
  }
  return (
    <section className="mb-4">
      <div className="flex items-baseline justify-between mb-1">
        <h2>Tests</h2>
        <PasteTests
          onRows={(rows) => {
            replace([...getValues('tests').filter((t) => t.name !== ''), ...rows, freshRow])
            onChanged()
          }}
        />
      </div>
      <div className={`${tracks} text-sm text-ink2`} aria-hidden="true">
        <span>Name</span>
        <span>Unit</span>
        <span>Better</span>
        <span>Decimals</span>
        <span title="Whether it counts in standings">Counts</span>
      </div>
      {fields.map((field, i) => (
        <TestLine
          key={field.id}
          at={i}
          units={units}
          onRow={(row) => {
            set(i, row)
          }}
          onAway={() => {
            if (fields.length > 1) remove(i)
            onChanged()
          }}
        />
      ))}
    </section>
  )
}

const tracks = 'grid grid-cols-[minmax(0,1fr)_150px_100px_64px_44px_20px] gap-2 items-center'

interface TestLineProps {
  readonly at: number
  readonly units: readonly { readonly value: string; readonly label: string }[]
  readonly onRow: (row: TestRow) => void
  readonly onAway: () => void
}

function TestLine({ at, units, onRow, onAway }: TestLineProps) {
  const row = useWatch<SheetForm, `tests.${number}`>({ name: `tests.${at}` })
  const n = String(at + 1)
  const input = 'border border-line rounded bg-sheet px-2 py-1 text-base min-w-0'
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
        <button
          type="button"
          className="text-ink2 hover:text-ink"
          aria-label={`Take test ${n} away`}
          onClick={onAway}
        >
          ✕
        </button>
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
    </div>
  )
}

/** Tests from what the suite printed, or from the head of a table. */
function PasteTests({ onRows }: { readonly onRows: (rows: TestRow[]) => void }) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  if (!open)
    return (
      <Button
        look="link"
        onClick={() => {
          setOpen(true)
        }}
      >
        Paste what it printed
      </Button>
    )
  return (
    <span className="flex gap-2 items-start">
      <textarea
        autoFocus
        aria-label="What the suite printed"
        className="w-75 h-20 border border-line rounded bg-sheet px-2 py-1 text-sm"
        placeholder={'Pack: 14:20\nor the head of a table'}
        value={text}
        onChange={(e) => {
          setText(e.target.value)
          e.stopPropagation()
        }}
      />
      <Button
        disabled={text.trim() === ''}
        onClick={() => {
          onRows(pastedRows(text))
          setOpen(false)
        }}
      >
        Make rows
      </Button>
    </span>
  )
}

const ways = [
  { value: 'NONE', label: 'there is none' },
  { value: 'TYPED', label: 'typed from the screen' },
  { value: 'SUM', label: 'the sum of the tests' },
  { value: 'MEAN', label: 'the mean of the tests' },
  { value: 'GEOMEAN', label: 'the geometric mean of the tests' },
  { value: 'FORMULA', label: 'a formula' },
]

/** The total, and which number stands for the whole suite. */
function Whole({ onChanged }: PartProps) {
  const { setValue } = useFormContext<SheetForm>()
  const { total = 'NONE', tests = [], headline = '', totalUnit = '' } = useWatch<SheetForm>()
  const name = useText('totalName')
  const formula = useText('formula')
  const names = tests.map((t) => t.name ?? '').filter((n) => n !== '')
  const first = total === 'NONE' ? (names[0] ?? 'the first test') : 'the total'
  return (
    <section className="mb-4">
      <div className="flex flex-wrap gap-x-6 gap-y-2 items-center text-base">
        <span className="flex gap-2 items-center">
          <span className="text-ink2">The total is</span>
          <Select
            label="The total is"
            value={total}
            choices={ways}
            onValue={(way) => {
              setValue('total', way as SheetForm['total'])
              onChanged()
            }}
          />
        </span>
        <span className="flex gap-2 items-center">
          <span className="text-ink2">What stands for the whole</span>
          <Select
            label="What stands for the whole"
            value={headline === '' ? '-' : headline}
            choices={[
              { value: '-', label: first },
              ...names.filter((n) => n !== first).map((n) => ({ value: n, label: n })),
            ]}
            onValue={(v) => {
              setValue('headline', v === '-' ? '' : v)
              onChanged()
            }}
          />
        </span>
      </div>
      {total !== 'NONE' && (
        <div className="grid grid-cols-[1fr_150px] gap-3 mt-2">
          <Field label="Name of the total" {...name} />
          <Field
            label="Its unit"
            value={totalUnit}
            onValue={(unit) => {
              setValue('totalUnit', unit)
            }}
          />
        </div>
      )}
      {total === 'FORMULA' && (
        <Field label="Formula over the keys of the tests, such as 1000 * first / second" {...formula} />
      )}
      {total === 'TYPED' && (
        <p className="text-sm text-ink2">It does not count in standings beside the tests it is made from.</p>
      )}
    </section>
  )
}

/** What must hold for a run, and how often it is made. */
function Runs({ onChanged }: PartProps) {
  const { setValue } = useFormContext<SheetForm>()
  const { group = 'PROCESSOR', settings = [], conditions = '' } = useWatch<SheetForm>()
  const repeats = useText('repeats')
  const minutes = useText('minutes')
  return (
    <section>
      <div className="flex gap-4 items-end">
        <div className="mb-3">
          <div className="text-sm text-ink2 mb-1">It loads</div>
          <Select
            label="It loads"
            value={group}
            choices={Object.entries(groups).map(([value, label]) => ({ value, label }))}
            onValue={(v) => {
              setValue('group', v as SheetForm['group'])
              onChanged()
            }}
          />
        </div>
        <div className="w-30">
          <Field label="Repeats wanted" inputMode="numeric" {...repeats} />
        </div>
        <div className="w-30">
          <Field label="Minutes a run" inputMode="decimal" {...minutes} />
        </div>
      </div>
      <Rows
        title="Settings that must be the same for results to compare"
        add="Add a setting"
        columns={[
          { label: 'Setting', width: '1fr' },
          { label: 'Value', width: '1fr' },
        ]}
        fresh={['', '']}
        rows={settings as readonly (readonly string[])[]}
        onRows={(rows) => {
          setValue(
            'settings',
            rows.map((r) => [...r]),
          )
          onChanged()
        }}
      />
      <label className="block text-sm text-ink2 mt-4 mb-1" htmlFor="conditions">
        To tick off before a run, one a line
      </label>
      <textarea
        id="conditions"
        className="w-full h-16 border border-line rounded bg-sheet px-2.5 py-1.5 text-base"
        placeholder={'Plugged in\nNothing else running'}
        value={conditions}
        onChange={(e) => {
          setValue('conditions', e.target.value)
        }}
      />
    </section>
  )
}
