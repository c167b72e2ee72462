import { Controller, useFieldArray, useFormContext, useWatch } from 'react-hook-form'
import type { KeyboardEvent } from 'react'
import { useFacts } from '../../api/queries'
import type { Schemas } from '../../api/client'
import { unitWords } from '../../figures/format'
import { Combobox } from '../../ui/Combobox'
import type { Option } from '../../ui/Combobox'
import { FieldError } from '../../ui/Field'
import { fresh, keyOf } from './lines'
import type { Line } from './lines'

/** What a form that writes facts holds among its fields. */
export interface SlipForm {
  lines: Line[]
}

export interface FactRowsProps {
  /** What is wrong with a line, in words; by its place. */
  readonly error: (line: number) => string | undefined
  /** What the setup says now of a fact, shown beside what is typed; absent where nothing is to be shown. */
  readonly before?: (key: string) => string | undefined
}

/** Facts to type: a name with completion, and what it is. Enter goes to the next one; there is always an empty one at the end. */
export function FactRows({ error, before }: FactRowsProps) {
  const { control, setFocus, setValue, getValues } = useFormContext<SlipForm>()
  const { fields, append, remove } = useFieldArray({ control, name: 'lines' })
  const facts = useFacts().data ?? []
  const grow = (at: number) => {
    if (at === getValues('lines').length - 1) append(fresh, { shouldFocus: false })
  }
  const next = (event: KeyboardEvent, at: number) => {
    if (event.key !== 'Enter' || event.ctrlKey || event.metaKey) return
    event.preventDefault()
    grow(at)
    // The next line is there only once it was drawn.
    setTimeout(() => {
      document.querySelector<HTMLInputElement>(`[data-fact="${String(at + 1)}"] input`)?.focus()
    })
  }
  const named = (at: number, name: string) => {
    setValue(`lines.${at}.key`, keyOf(name, facts))
    grow(at)
    setTimeout(() => {
      setFocus(`lines.${at}.text`)
    })
  }
  return (
    <div role="group" aria-label="Facts">
      {fields.map((field, i) => (
        <FactRow
          key={field.id}
          at={i}
          facts={facts}
          error={error(i)}
          before={before}
          onName={(name) => {
            named(i, name)
          }}
          onKey={(e) => {
            next(e, i)
          }}
          onAway={() => {
            remove(i)
            if (fields.length === 1) append(fresh)
          }}
        />
      ))}
    </div>
  )
}

interface FactRowProps {
  readonly at: number
  readonly facts: readonly Schemas['FactKeyView'][]
  readonly error: string | undefined
  readonly before: FactRowsProps['before']
  readonly onName: (name: string) => void
  readonly onKey: (event: KeyboardEvent) => void
  readonly onAway: () => void
}

function FactRow({ at, facts, error, before, onName, onKey, onAway }: FactRowProps) {
  const { control } = useFormContext<SlipForm>()
  const line = useWatch({ control, name: `lines.${at}` })
  const known = facts.find((f) => f.key === line.key)
  const name = known?.words ?? line.key
  return (
    <div className="mb-1.5" data-fact={at}>
      <div className="grid grid-cols-[220px_1fr_24px] gap-2 items-start">
        <Controller
          control={control}
          name={`lines.${at}.key`}
          render={({ field }) => (
            <Combobox
              label={`Fact ${String(at + 1)}`}
              options={options(facts)}
              value={field.value}
              onValue={onName}
              free
              placeholder="name of a fact"
              invalid={error !== undefined}
            />
          )}
        />
        <div>
          <ValueCell
            at={at}
            name={name}
            known={known}
            wrong={error !== undefined}
            old={line.key === '' ? undefined : before?.(line.key)}
            onKey={onKey}
          />
          {line.key !== '' && line.text.trim() === '' && <WhyUnknown at={at} name={name} onKey={onKey} />}
          {error !== undefined && <FieldError>{error}</FieldError>}
        </div>
        <button
          type="button"
          className="mt-1 text-ink2 hover:text-ink"
          aria-label={`Take ${name === '' ? 'this line' : name} away`}
          onClick={onAway}
        >
          ✕
        </button>
      </div>
    </div>
  )
}

interface CellProps {
  readonly at: number
  readonly name: string
  readonly onKey: (event: KeyboardEvent) => void
}

interface ValueCellProps extends CellProps {
  readonly known: Schemas['FactKeyView'] | undefined
  readonly wrong: boolean
  readonly old: string | undefined
}

function ValueCell({ at, name, known, wrong, old, onKey }: ValueCellProps) {
  const { register } = useFormContext<SlipForm>()
  const choices = known?.choices ?? []
  return (
    <span className="flex items-baseline gap-2">
      <input
        {...register(`lines.${at}.text`)}
        aria-label={name === '' ? `Value ${String(at + 1)}` : name}
        aria-invalid={wrong}
        list={choices.length === 0 ? undefined : `choices-${name}`}
        className="w-full border border-line rounded bg-sheet px-2 py-1 text-base aria-invalid:border-brick"
        placeholder={hint(known)}
        onKeyDown={onKey}
      />
      {old !== undefined && <span className="text-sm text-ink2 whitespace-nowrap">was {old}</span>}
      {choices.length > 0 && (
        <datalist id={`choices-${name}`}>
          {choices.map((c) => (
            <option key={c} value={c} />
          ))}
        </datalist>
      )}
    </span>
  )
}

function WhyUnknown({ at, name, onKey }: CellProps) {
  const { register } = useFormContext<SlipForm>()
  return (
    <input
      {...register(`lines.${at}.reason`)}
      aria-label={`Why ${name} is unknown`}
      className="mt-1 w-full border border-line2 rounded bg-sheet px-2 py-0.5 text-sm"
      placeholder="or why it is unknown, such as: no sensor"
      onKeyDown={onKey}
    />
  )
}

function options(facts: readonly Schemas['FactKeyView'][]): readonly Option[] {
  return facts.map((f) => ({
    value: f.key,
    label: f.words,
    about: [f.groupWords.toLowerCase(), ...(f.also ?? [])].join(', '),
  }))
}

/** How a value of that fact is written. */
function hint(fact: Schemas['FactKeyView'] | undefined): string {
  if (fact === undefined) return ''
  if (fact.type === 'NUMBER')
    return fact.unit === '' ? 'a number' : `a number, in ${unitWords(fact.unit)} or with its unit`
  if (fact.type === 'RESOLUTION') return 'such as 1920 × 1080'
  if (fact.type === 'FLAG') return 'yes or no'
  if (fact.type === 'DATE') return 'such as 2026-05-03'
  return fact.type === 'VERSION' ? 'as it is written' : ''
}
