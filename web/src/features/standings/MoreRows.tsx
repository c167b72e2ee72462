import { Button } from '../../ui/Button'

export interface MoreRowsProps {
  /** Of the last row that is shown without a gap, from 1. */
  readonly shown: number
  readonly all: number
  readonly onRows: (rows: number) => void
}

const step = 250

/** Under an order that is longer than what is shown: the next rows, or all of them. */
export function MoreRows({ shown, all, onRows }: MoreRowsProps) {
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

/** How many of the first rows are there without a gap. */
export function firstRows(numbers: readonly number[]): number {
  const gap = numbers.findIndex((n, i) => n !== i + 1)
  return gap < 0 ? numbers.length : gap
}
