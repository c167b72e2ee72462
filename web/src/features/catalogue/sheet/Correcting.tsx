import type { Schemas } from '../../../api/client'
import { significant } from '../../../figures/format'
import { counted } from '../../../figures/words'
import { Button } from '../../../ui/Button'
import { Dialog } from '../../../ui/Dialog'
import type { Open } from './keeping'

export interface CorrectingProps {
  readonly open: Open
  readonly name: string
  readonly busy: boolean
  readonly onCorrect: () => void
  readonly onNewVersion: () => void
  readonly onClose: () => void
}

/** What a corrected sheet would change of what is there, before it is kept. */
export function Correcting({ open, name, busy, onCorrect, onNewVersion, onClose }: CorrectingProps) {
  const { runs, setups, changes, effects } = open.correction
  const unreadable = effects.flatMap((e) => e.unreadable)
  return (
    <Dialog
      open
      onClose={onClose}
      width={640}
      title={`What a score of ${name} means would change`}
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
        <Button look="main" disabled={busy || unreadable.length > 0} onClick={onCorrect}>
          Correct it
        </Button>
        <Button disabled={busy} onClick={onNewVersion}>
          Keep it as a new version
        </Button>
        <Button look="quiet" onClick={onClose}>
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
      <b className="font-medium">{e.metric}</b>: {counted(e.readings, 'reading')},{' '}
      {e.other === 0 ? 'all keep their number' : `${String(e.other)} get another number`}
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
