import type { Schemas } from '../../api/client'
import { Checkbox } from '../../ui/Checkbox'
import { flagWords } from '../../subjects/flags'
import type { Flag } from '../../subjects/flags'
import { useDeed } from '../../ui/deed'
import { flag } from './deeds'

/** What makes a run doubtful as a measure of speed: with any of these it is shown and does not count. */
export function FlagsForm({ detail }: { readonly detail: Schemas['RunDetail'] }) {
  const { flags } = detail.run
  const flagging = useDeed(flag)
  // Where somebody else was first, what they kept is shown then; the box can be ticked again on top of it.
  const set = (one: Flag, on: boolean) => {
    void flagging.run({ detail, flags: on ? [...flags, one] : flags.filter((f) => f !== one) })
  }
  return (
    <details className="mt-4" open={flags.length > 0}>
      <summary className="cursor-pointer font-bold text-base">Flags</summary>
      <p className="text-ink2 text-sm mt-1">A flagged run is shown and does not count.</p>
      {(Object.keys(flagWords) as Flag[]).map((one) => (
        <Checkbox
          key={one}
          checked={flags.includes(one)}
          onChecked={(on) => {
            set(one, on)
          }}
        >
          {flagWords[one]}
        </Checkbox>
      ))}
    </details>
  )
}
