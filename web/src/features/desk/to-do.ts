import type { Schemas } from '../../api/client'
import { counted } from '../../figures/words'

type Sheet = Schemas['RunSheet']

/** What is still to do for a device, in words: what nobody wrote, what waits for a look, what is not run. */
export function toDo(sheet: Sheet): readonly string[] {
  const doubts = sheet.rows.flatMap((r) => r.runs).reduce((sum, r) => sum + r.doubts, 0)
  return [
    ...(sheet.setup.facts.length === 0 ? ['write what the setup is'] : []),
    ...(doubts > 0 ? [`look at ${counted(doubts, 'number')} that may be wrong`] : []),
    ...sheet.rows.flatMap(left),
  ]
}

function left(row: Sheet['rows'][number]): readonly string[] {
  if (row.gapReason !== undefined) return []
  const more = row.repeats - row.done
  if (more <= 0) return []
  const failed = row.runs.at(-1)?.state === 'FAILED' ? ', it failed last' : ''
  const times = row.done === 0 ? (more === 1 ? '' : `, ${String(more)} times`) : `, ${String(more)} more`
  return [`${row.suite.name}${times}${failed}`]
}
