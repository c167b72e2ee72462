import { Button } from '../../ui/Button'
import type { ShownRows } from './queries'

export interface MoreRowsProps {
  /** Of the rows that are shown, from 1. */
  readonly numbers: readonly number[]
  readonly all: number
  /** Which of them were asked for. */
  readonly asked: ShownRows
  readonly onRows: (rows: number) => void
}

const step = 250

/** Under an order that is longer than what is shown: what was found of it, or the next rows, or all of them. */
export function MoreRows({ numbers, all, asked, onRows }: MoreRowsProps) {
  if (asked.find !== undefined) {
    const more = numbers.length >= (asked.rows ?? step)
    return (
      <p className="flex gap-3 items-center text-ink2 text-base py-2 pl-3" data-testid="more-rows">
        {foundWords(numbers.length, all, asked.find, more)}
        {more && (
          <Button
            look="link"
            onClick={() => {
              onRows(numbers.length + step)
            }}
          >
            show more
          </Button>
        )}
      </p>
    )
  }
  const shown = asked.sort === undefined ? firstRows(numbers) : Math.min(numbers.length, asked.rows ?? step)
  if (shown >= all) return null
  return (
    <p className="flex gap-3 items-center text-ink2 text-base py-2 pl-3" data-testid="more-rows">
      The first {shown} of {all}.
      <Button
        look="link"
        onClick={() => {
          onRows(shown + step)
        }}
      >
        show {Math.min(step, all - shown)} more
      </Button>
      {all - shown > step && (
        <Button
          look="link"
          onClick={() => {
            onRows(all)
          }}
        >
          show all
        </Button>
      )}
    </p>
  )
}

function foundWords(found: number, all: number, find: string, more: boolean): string {
  if (found === 0) return `None of ${String(all)} has “${find}” in its name.`
  return more
    ? `The first ${String(found)} with “${find}” in the name, of ${String(all)} in all.`
    : `${String(found)} of ${String(all)} with “${find}” in the name.`
}

/** How many of the first rows are there without a gap. */
function firstRows(numbers: readonly number[]): number {
  const gap = numbers.findIndex((n, i) => n !== i + 1)
  return gap < 0 ? numbers.length : gap
}
