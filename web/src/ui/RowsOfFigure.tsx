import type { FigureChoice } from '../figures/take'
import { Checkbox } from './Checkbox'
import { Field } from './Field'
import { Select } from './Select'
import type { Wanted } from './figure-choice'

export interface RowsOfFigureProps {
  readonly choice: FigureChoice
  readonly wanted: Wanted
  readonly onWanted: (wanted: Wanted) => void
}

/** Which rows of a figure are taken: all, the first, those around the one in focus, or some by name. */
export function RowsOfFigure({ choice, wanted, onWanted }: RowsOfFigureProps) {
  const { what, names, focus } = choice
  return (
    <section aria-label={`Which ${what}`}>
      <div className="flex items-start gap-3">
        <div>
          <span className="block text-sm text-ink2 mb-1">Which {what}</span>
          <Select
            label={`Which ${what}`}
            value={wanted.kind}
            choices={[
              { value: 'all', label: `all ${String(names.length)} ${what}` },
              { value: 'first', label: 'the first' },
              ...(focus === undefined ? [] : [{ value: 'around', label: `around ${names[focus] ?? ''}` }]),
              { value: 'these', label: 'these' },
            ]}
            onValue={(kind) => {
              onWanted({ ...wanted, kind: kind as Wanted['kind'] })
            }}
          />
        </div>
        {(wanted.kind === 'first' || wanted.kind === 'around') && (
          <Field
            label={wanted.kind === 'first' ? 'How many' : 'On each side'}
            value={wanted.count}
            inputMode="numeric"
            error={Number(wanted.count) >= 1 ? undefined : 'a number from 1'}
            onValue={(count) => {
              onWanted({ ...wanted, count })
            }}
          />
        )}
      </div>
      {wanted.kind === 'these' && (
        <div className="max-h-45 overflow-auto border border-line2 rounded px-2.5 py-1 mb-3">
          {names.map((name, i) => (
            <Checkbox
              key={i}
              checked={wanted.these.has(i)}
              onChecked={(on) => {
                const these = new Set(wanted.these)
                if (on) these.add(i)
                else these.delete(i)
                onWanted({ ...wanted, these })
              }}
            >
              {name}
            </Checkbox>
          ))}
        </div>
      )}
    </section>
  )
}
