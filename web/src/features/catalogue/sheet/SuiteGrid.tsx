import { FormProvider, useForm } from 'react-hook-form'
import type { Schemas } from '../../../api/client'
import { Field } from '../../../ui/Field'
import { Faults } from './Faults'
import { Runs } from './Runs'
import { Steps } from './Steps'
import { Tests } from './Tests'
import { Whole } from './Whole'
import { draftOf, emptyForm } from './draft'
import type { SheetForm } from './draft'
import { useText } from './form'

export interface SuiteGridProps {
  readonly start?: Partial<SheetForm>
  /** Told with every change that the grid stands for. */
  readonly onDraft: (draft: Schemas['SheetDraft']) => void
}

/** A suite described in a grid: a row a test, the total below it, and what must hold for a run. */
export function SuiteGrid({ start, onDraft }: SuiteGridProps) {
  const form = useForm<SheetForm>({ defaultValues: { ...emptyForm, ...start } })
  const changed = () => {
    onDraft(draftOf(form.getValues()))
  }
  return (
    <FormProvider {...form}>
      <form
        onChange={changed}
        onSubmit={(e) => {
          e.preventDefault()
        }}
      >
        <Names />
        <Tests onChanged={changed} />
        <Whole onChanged={changed} />
        <Runs onChanged={changed} />
        <Steps onChanged={changed} />
        <Faults onChanged={changed} />
      </form>
    </FormProvider>
  )
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
