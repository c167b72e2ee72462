import { Button } from './Button'
import { UnseenHead } from './UnseenHead'

/** One thing that differs between what somebody else kept and what was typed here. */
export interface OvertakenLine {
  readonly label: string
  readonly theirs: string
  readonly mine: string
}

export interface OvertakenProps {
  /** What was changed by both, such as `this model`. */
  readonly what: string
  /** Only what differs is shown. */
  readonly lines: readonly OvertakenLine[]
  readonly onTheirs: () => void
  readonly onMine: () => void
}

/** Two changed the same: shows both, and leaves the choice. Nothing is overwritten until it is made. */
export function Overtaken({ what, lines, onTheirs, onMine }: OvertakenProps) {
  const differing = lines.filter((l) => l.theirs !== l.mine)
  return (
    <section role="alert" className="unmeant px-3 py-2 my-3 text-base" data-testid="overtaken">
      <p className="font-bold">Somebody else changed {what} since you opened it. Nothing was overwritten.</p>
      {differing.length === 0 ? (
        <p className="mt-1">What they kept is what you typed.</p>
      ) : (
        <table className="mt-2 w-full border-collapse">
          <thead>
            <tr>
              <UnseenHead words="what it is of" className="pr-3 pb-1" />
              <th className="pr-3 pb-1">Theirs, kept now</th>
              <th className="pb-1">Yours, typed here</th>
            </tr>
          </thead>
          <tbody>
            {differing.map((l) => (
              <tr key={l.label} className="border-t border-line2 align-top">
                <th scope="row" className="pr-3 py-1 font-normal text-ink2">
                  {l.label}
                </th>
                <td className="pr-3 py-1 whitespace-pre-wrap [overflow-wrap:anywhere]">
                  {l.theirs || 'nothing'}
                </td>
                <td className="py-1 whitespace-pre-wrap [overflow-wrap:anywhere]">{l.mine || 'nothing'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <div className="flex gap-2 mt-2">
        <Button onClick={onTheirs}>Take theirs</Button>
        <Button onClick={onMine}>Keep mine</Button>
      </div>
    </section>
  )
}
