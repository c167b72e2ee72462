import type { Schemas } from '../../../api/client'
import { significant } from '../../../figures/format'
import { counted } from '../../../figures/words'
import { Button } from '../../../ui/Button'
import { Dialog } from '../../../ui/Dialog'
import type { useKeeping } from './keeping'

export interface CorrectingProps {
  readonly keeping: Pick<
    ReturnType<typeof useKeeping>,
    'open' | 'busy' | 'correct' | 'asNewVersion' | 'leave'
  >
  /** The suite as it is kept. */
  readonly suite: Pick<Schemas['SuiteView'], 'name' | 'version'> | undefined
}

/** What a corrected sheet would change of what is there, before it is kept; nothing where nothing waits. */
export function Correcting({ keeping, suite }: CorrectingProps) {
  const { open, busy } = keeping
  if (!open || !suite) return null
  const { runs, setups, changes, effects } = open.correction
  const unreadable = effects.flatMap((e) => e.unreadable)
  return (
    <Dialog
      open
      onClose={keeping.leave}
      width={640}
      title={`What a score of ${suite.name} ${suite.version} means would change`}
      about={`${counted(runs, 'run')} of ${counted(setups, 'setup')} ${runs === 1 ? 'was' : 'were'} taken down by it.`}
    >
      <ul className="text-base mb-3" aria-label="Changes">
        {changes.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      {effects.map((e) => (
        <EffectLine key={e.metric} effect={e} />
      ))}
      {unreadable.length > 0 && (
        <ul className="text-brick text-sm mt-2" role="alert">
          {unreadable.map((u) => (
            <li key={u}>{u}</li>
          ))}
        </ul>
      )}
      <p className="text-sm text-ink2 mt-3">
        It was always wrong: correct it, and every score of it is read anew. It is another way to measure:
        keep it as a new version, and what is there stays as it is.
      </p>
      <div className="flex gap-2 mt-4">
        <Button look="main" disabled={busy || unreadable.length > 0} onClick={keeping.correct}>
          Correct it
        </Button>
        <Button disabled={busy} onClick={keeping.asNewVersion}>
          Keep it as a new version
        </Button>
        <Button look="quiet" onClick={keeping.leave}>
          Leave it
        </Button>
      </div>
    </Dialog>
  )
}

function EffectLine({ effect: e }: { readonly effect: Schemas['Effect'] }) {
  const moved = e.samples.filter((s) => s.before !== s.after)
  return (
    <p className="text-base">
      <b className="font-medium">{e.metric}</b>: {counted(e.readings, 'reading')}, {otherWords(e)}
      {moved.length > 0 && (
        <span className="text-ink2">
          {' '}
          ({moved.map((s) => `${s.text}: ${significant(s.before)} → ${significant(s.after)}`).join('; ')})
        </span>
      )}
      .
    </p>
  )
}

function otherWords({ readings, other }: Schemas['Effect']): string {
  if (other === 0) return readings === 1 ? 'it keeps its number' : 'all keep their numbers'
  return `${String(other)} ${other === 1 ? 'gets' : 'get'} another number`
}
