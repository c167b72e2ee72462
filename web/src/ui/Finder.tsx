import { useId, useState } from 'react'

/** Something that can be found and chosen. */
export interface Found {
  readonly key: string
  readonly title: string
  readonly about: string
  /** What it is, in a word before the title; left out where all are of one sort. */
  readonly sort?: string
}

export interface FinderProps<T extends Found> {
  /** What is typed, for screen readers. */
  readonly label: string
  /** What the list holds, for screen readers. */
  readonly listLabel: string
  readonly placeholder: string
  readonly text: string
  readonly onText: (text: string) => void
  readonly found: readonly T[]
  readonly onChoose: (choice: T) => void
  /** Shown where nothing is found; nothing while it is still looked for. */
  readonly nothing?: string | undefined
}

/** A line to type in over a list of what was found: arrows choose, Enter or a click takes. */
export function Finder<T extends Found>(props: FinderProps<T>) {
  const { label, listLabel, placeholder, text, onText, found, onChoose, nothing } = props
  const id = useId()
  const [at, setAt] = useState(0)
  const chosen = Math.min(at, found.length - 1)
  const option = (i: number) => `${id}-${String(i)}`
  return (
    <>
      <input
        autoFocus
        role="combobox"
        aria-label={label}
        aria-expanded={found.length > 0}
        aria-controls={id}
        aria-activedescendant={found.length > 0 ? option(chosen) : undefined}
        className="w-full border border-line rounded bg-sheet px-2.5 py-1.5 text-md"
        placeholder={placeholder}
        value={text}
        onChange={(e) => {
          onText(e.target.value)
          setAt(0)
        }}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault()
            const step = e.key === 'ArrowDown' ? 1 : -1
            setAt((chosen + step + found.length) % Math.max(1, found.length))
          }
          const choice = found[chosen]
          if (e.key === 'Enter' && choice) onChoose(choice)
        }}
      />
      <ul id={id} role="listbox" aria-label={listLabel} className="mt-2 max-h-[50vh] overflow-auto">
        {found.map((f, i) => (
          <li
            key={f.key}
            id={option(i)}
            role="option"
            aria-selected={i === chosen}
            className="flex items-baseline gap-2 px-2 py-1.25 text-base cursor-pointer aria-selected:bg-ground rounded"
            onMouseMove={() => {
              setAt(i)
            }}
            onClick={() => {
              onChoose(f)
            }}
          >
            {f.sort !== undefined && <span className="w-13 text-ink2 text-sm shrink-0">{f.sort}</span>}
            <span className="whitespace-nowrap">{f.title}</span>
            <span className="text-ink2 text-sm truncate">{f.about}</span>
          </li>
        ))}
      </ul>
      {nothing !== undefined && found.length === 0 && <p className="text-ink2 text-base mt-2">{nothing}</p>}
    </>
  )
}
