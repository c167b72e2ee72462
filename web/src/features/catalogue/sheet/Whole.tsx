import { useFormContext, useWatch } from 'react-hook-form'
import { Field } from '../../../ui/Field'
import { Select } from '../../../ui/Select'
import type { SheetForm } from './draft'
import { useText } from './form'
import type { PartProps } from './form'

const ways = [
  { value: 'NONE', label: 'there is none' },
  { value: 'TYPED', label: 'typed from the screen' },
  { value: 'SUM', label: 'the sum of the tests' },
  { value: 'MEAN', label: 'the mean of the tests' },
  { value: 'GEOMEAN', label: 'the geometric mean of the tests' },
  { value: 'FORMULA', label: 'a formula' },
]

/** The total, and which number stands for the whole suite. */
export function Whole({ onChanged }: PartProps) {
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
        <Field
          label={'Formula over the tests, their names in quotes, such as 1000 * "Pack" / "Film"'}
          {...formula}
        />
      )}
      {total === 'TYPED' && (
        <p className="text-sm text-ink2">It does not count in standings beside the tests it is made from.</p>
      )}
    </section>
  )
}
