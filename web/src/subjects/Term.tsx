import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'
import { glossary } from './glossary'
import type { Entry, Word } from './glossary'

export interface TermProps {
  readonly of: Word
  /** What stands on the page; the word itself if nothing. */
  readonly children?: ReactNode
}

/** A word that can be asked about where it stands. */
export function Term({ of, children }: TermProps) {
  const entry: Entry = glossary[of]
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          className="underline decoration-dotted underline-offset-3 decoration-ink3 hover:decoration-ink"
          title={`What does “${entry.word}” mean?`}
        >
          {children ?? entry.word}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={12}
          className="z-30 w-85 bg-sheet border border-line rounded p-3.5 shadow-xl text-base text-ink"
        >
          <Explained entry={entry} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}

/** What a word means, with an example. */
export function Explained({ entry }: { readonly entry: Entry }) {
  return (
    <>
      <p className="font-bold">{entry.word}</p>
      <p className="mt-1">{entry.says}</p>
      <p className="mt-1 text-ink2">For example: {entry.example}</p>
    </>
  )
}
