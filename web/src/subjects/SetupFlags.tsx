import { useState } from 'react'
import { useSuites } from '../api/queries'
import { Button } from '../ui/Button'
import { Combobox } from '../ui/Combobox'
import { FieldError } from '../ui/Field'
import { useDeed } from '../ui/deed'
import { flagSetup, flagWords, unflagSetup, useSetupFlags } from './flags'
import type { Flag } from './flags'

export interface SetupFlagsProps {
  readonly setup: number
}

/** What makes every score of a setup doubtful, or those of one suite there; such runs are shown and do not count. */
export function SetupFlags({ setup }: SetupFlagsProps) {
  const [adding, setAdding] = useState(false)
  const flags = useSetupFlags(setup).data ?? []
  const off = useDeed(unflagSetup)
  const suites = useSuites().data ?? []
  return (
    <section className="mt-5 text-base" aria-label="Flags of this setup">
      {flags.length > 0 && <h2>Does not count</h2>}
      {flags.map((f) => (
        <p key={`${f.flag} ${String(f.suite ?? 0)}`} className="unmeant px-2.5 py-1.5 mt-1.5">
          {flagWords[f.flag]}
          {f.suite === undefined
            ? ', every suite'
            : `, ${suites.find((s) => s.id === f.suite)?.name ?? 'one suite'}`}
          {f.note !== '' && `: ${f.note}`}{' '}
          <Button changes look="link" onClick={() => void off.run({ setup, flag: f.flag, suite: f.suite })}>
            take it off
          </Button>
        </p>
      ))}
      {adding ? (
        <FlagForm
          setup={setup}
          onClose={() => {
            setAdding(false)
          }}
        />
      ) : (
        <Button
          look="link"
          onClick={() => {
            setAdding(true)
          }}
        >
          Flag all its runs
        </Button>
      )}
    </section>
  )
}

function FlagForm({ setup, onClose }: SetupFlagsProps & { readonly onClose: () => void }) {
  const [flag, setFlag] = useState<Flag>('MAKER_TUNING')
  const [suite, setSuite] = useState('')
  const [note, setNote] = useState('')
  const suites = useSuites().data ?? []
  const set = useDeed(flagSetup, 'here')
  const save = async () => {
    const only = suite === '' ? undefined : Number(suite)
    if (await set.run({ setup, flag, suite: only, note })) onClose()
  }
  const field = 'w-full border border-line rounded bg-sheet px-2 py-1 text-base mt-1.5'
  return (
    <form
      className="mt-1"
      onSubmit={(e) => {
        e.preventDefault()
        void save()
      }}
    >
      <p className="text-ink2 text-sm">Its runs, and those to come, are shown and do not count.</p>
      <select
        aria-label="Flag"
        className={field}
        value={flag}
        onChange={(e) => {
          setFlag(e.target.value as Flag)
        }}
      >
        {Object.entries(flagWords).map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
      <Combobox
        className="mt-1.5"
        label="Of which suite"
        placeholder="every suite; or choose one"
        options={suites.map((s) => ({ value: String(s.id), label: `${s.name} ${s.version}` }))}
        value={suite}
        onValue={setSuite}
      />
      <input
        aria-label="Why"
        placeholder="why"
        className={field}
        maxLength={300}
        value={note}
        onChange={(e) => {
          setNote(e.target.value)
        }}
      />
      {set.problem !== null && <FieldError>{set.problem}</FieldError>}
      <div className="flex gap-2 mt-2">
        <Button look="main" type="submit" disabled={set.busy}>
          Flag them
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </form>
  )
}
