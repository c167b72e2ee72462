import { useEffect, useState } from 'react'

export interface FindRowsProps {
  /** Words that are looked for; empty for none. */
  readonly find: string
  readonly onFind: (words: string) => void
}

/** Looks for rows of an order by words of their names; each keeps its place. */
export function FindRows({ find, onFind }: FindRowsProps) {
  // Only while it is being typed: a board or another address brings words of its own.
  const [typed, setTyped] = useState<string | undefined>(undefined)
  useEffect(() => {
    if (typed === undefined) return undefined
    const soon = setTimeout(
      () => {
        if (typed === find) setTyped(undefined)
        else onFind(typed)
      },
      typed === find ? 0 : 250,
    )
    return () => {
      clearTimeout(soon)
    }
    // The caller's function is new at every drawing; only other words matter.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [typed, find])
  return (
    <label className="flex items-center gap-2">
      <span className="text-ink2">Find</span>
      <input
        type="search"
        className="w-40 border border-line rounded bg-sheet px-2 py-0.75"
        placeholder="words of a name"
        value={typed ?? find}
        onChange={(e) => {
          setTyped(e.target.value)
        }}
      />
    </label>
  )
}
