import { FormProvider, useForm, useFormContext, useWatch } from 'react-hook-form'
import { useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { Checkbox } from '../../ui/Checkbox'
import { Dialog } from '../../ui/Dialog'
import { Field, FieldError } from '../../ui/Field'
import { Rows } from '../../ui/Rows'
import { useDeed } from '../../ui/deed'
import { FactRows } from '../../subjects/slip/FactRows'
import { Sources } from '../../subjects/slip/Sources'
import { fresh, merged } from '../../subjects/slip/lines'
import type { Line } from '../../subjects/slip/lines'
import { changeSetup } from './deeds'
import { before, changeOf, other } from './change'
import type { ChangeForm } from './change'

export interface ChangeSetupProps {
  readonly sheet: Schemas['RunSheet']
  /** What is known to have changed already. */
  readonly lines?: readonly Line[]
  readonly onClose: () => void
}

/** Makes the next setup: everything is taken over from this one, and only what was changed is asked. */
export function ChangeSetup({ sheet, lines = [], onClose }: ChangeSetupProps) {
  const { setup } = sheet
  const form = useForm<ChangeForm>({
    defaultValues: {
      name: '',
      lines: [...lines, fresh],
      tuned: setup.tuned,
      how: '',
      proofs: [],
      keep: false,
    },
  })
  const changing = useDeed(changeSetup, 'here')
  const navigate = useNavigate()
  const save = async (typed: ChangeForm) => {
    const next = await changing.run({
      sitting: sheet.sitting,
      change: changeOf(typed),
      suites: sheet.rows.map((r) => r.suite.id),
      closeBefore: !typed.keep,
    })
    if (!next) return
    onClose()
    void navigate(`/desk/${String(next.sitting)}`)
  }
  return (
    <Dialog
      open
      onClose={onClose}
      width={760}
      title="Change the setup"
      about={`Everything is taken over from “${setup.name}”. Say only what you changed; the device reads the rest, and shows what else is different.`}
    >
      <FormProvider {...form}>
        <form onSubmit={(e) => void form.handleSubmit(save)(e)}>
          <NameField error={changing.of('setup')} />
          <Sources
            setup={setup}
            onLines={(more) => {
              form.setValue('lines', [...merged(form.getValues('lines'), other(setup, more)), fresh])
            }}
          />
          <FactRows before={before(setup)} error={(at) => changing.of(`facts[${String(at)}]`)} />
          <TuningFields />
          <KeepField name={setup.name} />
          {changing.general !== null && <FieldError>{changing.general}</FieldError>}
          <div className="flex gap-2 mt-4">
            <Button look="main" type="submit" disabled={changing.busy}>
              Make this setup
            </Button>
            <Button onClick={onClose}>Leave it</Button>
          </div>
        </form>
      </FormProvider>
    </Dialog>
  )
}

function KeepField({ name }: { readonly name: string }) {
  const { setValue } = useFormContext<ChangeForm>()
  return (
    <Checkbox
      checked={useWatch<ChangeForm, 'keep'>({ name: 'keep' })}
      onChecked={(keep) => {
        setValue('keep', keep)
      }}
    >
      Keep “{name}” on the desk too
    </Checkbox>
  )
}

function NameField({ error }: { readonly error: string | undefined }) {
  const { setValue } = useFormContext<ChangeForm>()
  return (
    <Field
      label="What did you change, in a few words?"
      value={useWatch<ChangeForm, 'name'>({ name: 'name' })}
      onValue={(name) => {
        setValue('name', name)
      }}
      autoFocus
      required
      maxLength={80}
      placeholder="second memory module"
      error={error}
    />
  )
}

/** How a tuned setup was reached, and what shows that it holds: as many proofs as there are. */
function TuningFields() {
  const { setValue } = useFormContext<ChangeForm>()
  const { tuned = false, how = '', proofs = [] } = useWatch<ChangeForm>()
  return (
    <div className="mt-3">
      <Checkbox
        checked={tuned}
        onChecked={(on) => {
          setValue('tuned', on)
        }}
      >
        Tuned: limits, clocks or voltages are not as shipped
      </Checkbox>
      {tuned && (
        <div className="border-l border-line pl-4 mt-2 mb-2">
          <Field
            label="How it was reached: clocks, voltages, limits"
            value={how}
            onValue={(text) => {
              setValue('how', text)
            }}
            placeholder="core voltage 80 mV lower, lasting limit 125 W"
          />
          <Rows
            title="Proofs that it is stable"
            add="Add a proof"
            columns={[
              { label: 'Held through', width: '1fr' },
              { label: 'for minutes', width: '110px' },
              { label: 'at most °C', width: '110px' },
            ]}
            fresh={['', '', '']}
            rows={proofs}
            onRows={(rows) => {
              setValue(
                'proofs',
                rows.map((r) => [...r]),
              )
            }}
          />
        </div>
      )}
    </div>
  )
}
