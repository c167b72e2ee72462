import { useFormContext, useWatch } from 'react-hook-form'
import { groups } from '../../../figures/words'
import { Field } from '../../../ui/Field'
import { Rows } from '../../../ui/Rows'
import { Select } from '../../../ui/Select'
import type { SheetForm } from './draft'
import { useText } from './form'
import type { PartProps } from './form'

/** What must hold for a run, and how often it is made. */
export function Runs({ onChanged }: PartProps) {
  const { setValue } = useFormContext<SheetForm>()
  const { group = 'PROCESSOR', settings = [], conditions = '' } = useWatch<SheetForm>()
  const repeats = useText('repeats')
  const minutes = useText('minutes')
  const warmups = useText('warmups')
  const rest = useText('rest')
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
        <div className="w-30">
          <Field label="Warm-ups dropped" inputMode="numeric" {...warmups} />
        </div>
        <div className="w-30">
          <Field label="Seconds of rest" inputMode="numeric" {...rest} />
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
