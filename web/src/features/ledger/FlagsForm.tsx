import { useQueryClient } from '@tanstack/react-query'
import { Problem, api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/queries'
import { Checkbox } from '../../ui/Checkbox'
import { useNotice } from '../../ui/Notices'
import { flagWords } from './words'
import type { Flag } from './words'

/** What makes a run doubtful as a measure of speed: with any of these it is shown and does not count. */
export function FlagsForm({ detail }: { readonly detail: Schemas['RunDetail'] }) {
  const client = useQueryClient()
  const notice = useNotice()
  const { flags, id } = detail.run
  const set = async (flag: Flag, on: boolean) => {
    const next = on ? [...flags, flag] : flags.filter((f) => f !== flag)
    try {
      const answer = await take(
        api.PUT('/api/v1/runs/{id}/flags', {
          params: { path: { id } },
          body: { flags: next, edition: detail.edition },
        }),
      )
      client.setQueryData(keys.run(id), answer)
    } catch (e) {
      // What somebody else kept meanwhile is shown; the box can be ticked again on top of it.
      if (e instanceof Problem && e.current !== undefined) client.setQueryData(keys.run(id), e.current)
      notice({ text: e instanceof Error ? e.message : String(e) })
    }
    await client.invalidateQueries({
      predicate: (q) => ['ledger', 'sheet', 'scores', 'standings', 'profile'].includes(String(q.queryKey[0])),
    })
  }
  return (
    <details className="mt-4" open={flags.length > 0}>
      <summary className="cursor-pointer font-[620] text-[13.5px]">Flags</summary>
      <p className="text-ink2 text-[12px] mt-1">A flagged run is shown and does not count.</p>
      {(Object.keys(flagWords) as Flag[]).map((flag) => (
        <Checkbox
          key={flag}
          checked={flags.includes(flag)}
          onChecked={(on) => {
            void set(flag, on)
          }}
        >
          {flagWords[flag]}
        </Checkbox>
      ))}
    </details>
  )
}
