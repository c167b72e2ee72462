import { useQuery } from '@tanstack/react-query'
import { useFieldArray, useFormContext } from 'react-hook-form'
import { api, take } from '../../../api/client'
import { keys } from '../../../api/keys'
import { PasteTests } from './PasteTests'
import { TestLine, tracks } from './TestLine'
import { freshRow, plainWays } from './draft'
import type { SheetForm, TestRow } from './draft'
import type { PartProps } from './form'

/** A row a test; there is always an empty one at the end. */
export function Tests({ onChanged }: PartProps) {
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
        <span />
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
