import { useState } from 'react'
import { FormProvider, useForm } from 'react-hook-form'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { Dialog } from '../../ui/Dialog'
import { FieldError } from '../../ui/Field'
import { Overtaken } from '../../ui/Overtaken'
import { useDeed } from '../../ui/deed'
import { useFacts } from '../../api/queries'
import { renameSetup, writeFacts } from '../deeds'
import { useHasRuns } from '../queries'
import { FactRows } from './FactRows'
import type { SlipForm } from './FactRows'
import { Sources } from './Sources'
import { alters, clashes, fresh, linesOf, merged, over, written, yielded } from './lines'
import type { Line } from './lines'

type Setup = Schemas['SetupView']
type Written = Schemas['WrittenFact']

export interface SlipWriterProps {
  readonly setup: Setup
  readonly onClose: () => void
  /** Takes what is otherwise now into a new setup; absent where none can be made. */
  readonly onChange?: (lines: readonly Line[]) => void
}

/** The slip of a setup, open for writing: typed, pasted, copied from another or from the specification. */
export function SlipWriter(props: SlipWriterProps) {
  const { setup, onClose, onChange } = props
  const { form, writing, asking, setAsking, keep, submit, error, clash } = useSlip(props)
  const changed = () =>
    form.getValues('lines').filter((l) => written(setup, [l]).some((w) => w.key === l.key))
  return (
    <Dialog
      open
      onClose={onClose}
      width={760}
      title="Facts of this setup"
      about={`${setup.maker} ${setup.model}, unit ${setup.unitLabel}, ${setup.name}. What is typed is kept as it is typed; a device that joins adds what it reads.`}
    >
      <FormProvider {...form}>
        <form
          onSubmit={(e) => {
            e.preventDefault()
            submit()
          }}
          onKeyDown={(e) => {
            if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) submit()
          }}
        >
          <Sources
            setup={setup}
            onLines={(more) => {
              form.setValue('lines', [...merged(form.getValues('lines'), more), fresh])
            }}
          />
          <FactRows error={error} />
          <NameLine setup={setup} />
          {writing.general !== null && <FieldError>{writing.general}</FieldError>}
          {clash && <Overtaken what="facts of this setup" {...clash} />}
          {asking && !clash && (
            <WhichIsIt
              setup={setup}
              busy={writing.busy}
              onAlways={() => void keep()}
              onChanged={
                onChange &&
                (() => {
                  onChange(changed())
                })
              }
              onBack={() => {
                setAsking(false)
              }}
            />
          )}
          {!asking && !clash && (
            <div className="flex gap-2 mt-4">
              <Button look="main" type="submit" disabled={writing.busy}>
                Keep these facts
              </Button>
              <Button onClick={onClose}>Leave it</Button>
            </div>
          )}
        </form>
      </FormProvider>
    </Dialog>
  )
}

/** The form, and what its button does: it asks first where a setup with runs says otherwise. */
function useSlip({ setup: now, onClose }: SlipWriterProps) {
  // As it was when this was opened: the setup itself follows what others keep meanwhile.
  const [setup, setSetup] = useState(now)
  const facts = useFacts().data ?? []
  const hasRuns = useHasRuns(setup.id)
  const form = useForm<SlipForm>({ defaultValues: { lines: [...linesOf(setup), fresh] } })
  const writing = useDeed(writeFacts, 'here')
  const [asking, setAsking] = useState(false)
  const [sent, setSent] = useState<readonly string[]>([])
  const keep = async (placed = (mine: readonly Written[]) => mine) => {
    const lines = placed(written(setup, form.getValues('lines')))
    setSent(lines.map((f) => f.key))
    const kept =
      lines.length === 0 || (await writing.run({ setup: setup.id, facts: [...lines] })) !== undefined
    if (kept) onClose()
    else setAsking(false)
  }
  const submit = () => {
    // Where it is not known, it is asked.
    if (hasRuns !== false && alters(setup, form.getValues('lines'))) setAsking(true)
    else void keep()
  }
  const error = (at: number) => {
    const place = sent.indexOf(form.getValues(`lines.${at}.key`))
    return place < 0 ? undefined : writing.of(`facts[${String(place)}]`)
  }
  const { theirs } = writing
  const clash = theirs && {
    lines: clashes(setup, form.getValues('lines'), theirs).map(({ key, ...texts }) => ({
      label: facts.find((f) => f.key === key)?.words ?? key,
      ...texts,
    })),
    onTheirs: () => {
      form.setValue('lines', [...yielded(setup, form.getValues('lines'), theirs), fresh])
      setSetup(theirs)
      writing.clear()
    },
    onMine: () => void keep((mine) => over(theirs, mine)),
  }
  return { form, writing, asking, setAsking, keep, submit, error, clash }
}

/** The name of the setup, which is typed anew in place; what was measured stays with it. */
function NameLine({ setup }: Pick<SlipWriterProps, 'setup'>) {
  const [name, setName] = useState(setup.name)
  const renaming = useDeed(renameSetup, 'here')
  const other = name.trim() !== '' && name.trim() !== setup.name
  return (
    <div className="flex gap-2 items-center mt-3 text-base">
      <span className="text-ink2">The setup is called</span>
      <input
        aria-label="Name of the setup"
        className="w-60 border border-line rounded bg-sheet px-2 py-1 text-base"
        maxLength={80}
        value={name}
        onChange={(e) => {
          setName(e.target.value)
        }}
      />
      {other && (
        <Button
          disabled={renaming.busy}
          onClick={() => void renaming.run({ setup: setup.id, name: name.trim(), tuned: setup.tuned })}
        >
          Call it so
        </Button>
      )}
      {renaming.problem !== null && <FieldError>{renaming.problem}</FieldError>}
    </div>
  )
}

interface WhichIsItProps {
  readonly setup: Setup
  readonly busy: boolean
  readonly onAlways: () => void
  readonly onChanged: (() => void) | undefined
  readonly onBack: () => void
}

/** A setup that has runs says otherwise now: it was always so, or it changed. */
function WhichIsIt({ setup, busy, onAlways, onChanged, onBack }: WhichIsItProps) {
  return (
    <section role="alert" className="mt-4 border-t border-line pt-3">
      <p className="text-base font-bold">
        “{setup.name}” has runs, and something that was known of it is said otherwise now. Which is it?
      </p>
      <div className="flex gap-2 mt-2">
        <Button look="main" disabled={busy} onClick={onAlways}>
          It was always so: correct it
        </Button>
        {onChanged !== undefined && <Button onClick={onChanged}>It changed: make a new setup</Button>}
        <Button look="quiet" onClick={onBack}>
          Back
        </Button>
      </div>
      <p className="text-sm text-ink2 mt-2">
        A correction holds for all its runs, and the history keeps what stood here. A change leaves this setup
        and its runs as they are.
      </p>
    </section>
  )
}
