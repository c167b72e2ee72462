import { useFieldArray, useFormContext, useWatch } from 'react-hook-form'
import { Button } from '../../../ui/Button'
import type { SheetForm, StepForm } from './draft'
import type { PartProps } from './form'

const input = 'border border-line rounded bg-sheet px-2 py-1 text-base min-w-0'

/** Parts of a long job, each with something to be done by hand before it. */
export function Steps({ onChanged }: PartProps) {
  const { control } = useFormContext<SheetForm>()
  const { fields, append, remove } = useFieldArray({ control, name: 'steps' })
  return (
    <fieldset className="mt-4">
      <legend className="font-bold text-base mb-1">Steps with something to do by hand between</legend>
      {fields.map((field, i) => (
        <StepLine
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
          append({ name: '', before: '', minutes: '1', tests: [] })
        }}
      >
        Add a step
      </Button>
    </fieldset>
  )
}

interface LineProps extends PartProps {
  readonly at: number
  readonly onAway: () => void
}

function StepLine({ at, onChanged, onAway }: LineProps) {
  const { setValue } = useFormContext<SheetForm>()
  const row = useWatch<SheetForm, `steps.${number}`>({ name: `steps.${at}` })
  const { tests = [] } = useWatch<SheetForm>()
  const n = String(at + 1)
  const set = (next: StepForm) => {
    setValue(`steps.${at}`, next)
    onChanged()
  }
  const text = (field: 'name' | 'before' | 'minutes', label: string, placeholder: string) => (
    <input
      aria-label={`${label}, step ${n}`}
      className={input}
      placeholder={placeholder}
      value={row[field]}
      onChange={(e) => {
        set({ ...row, [field]: e.target.value })
      }}
    />
  )
  return (
    <div className="mb-2.5">
      <div className="grid grid-cols-[1fr_2fr_80px_20px] gap-2">
        {text('name', 'Name', 'screen turned')}
        {text('before', 'To do first', 'first: turn the device')}
        {text('minutes', 'Minutes', 'minutes')}
        <button
          type="button"
          className="text-ink2 hover:text-ink"
          aria-label={`Take step ${n} away`}
          onClick={onAway}
        >
          ✕
        </button>
      </div>
      <div className="flex flex-wrap gap-x-4 gap-y-1 mt-1 text-sm">
        {tests
          .map((t) => t.name ?? '')
          .filter((t) => t !== '')
          .map((name) => (
            <label key={name} className="flex gap-1.5 items-center">
              <input
                type="checkbox"
                checked={row.tests.includes(name)}
                onChange={(e) => {
                  const others = row.tests.filter((t) => t !== name)
                  set({ ...row, tests: e.target.checked ? [...others, name] : others })
                }}
              />
              {name}
            </label>
          ))}
      </div>
    </div>
  )
}
