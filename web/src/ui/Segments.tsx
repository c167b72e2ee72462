export interface SegmentsProps<T extends string> {
  /** What is chosen, for screen readers. */
  readonly label: string
  readonly value: T
  readonly choices: readonly { readonly value: T; readonly label: string; readonly about?: string }[]
  readonly onValue: (value: T) => void
}

/** A choice of one of a few, all of them seen. */
export function Segments<T extends string>({ label, value, choices, onValue }: SegmentsProps<T>) {
  return (
    <div
      role="radiogroup"
      aria-label={label}
      className="flex border border-line rounded overflow-hidden shrink-0 max-md:shrink max-md:max-w-full max-md:overflow-x-auto"
    >
      {choices.map((c) => (
        <button
          key={c.value}
          role="radio"
          aria-checked={value === c.value}
          title={c.about}
          className={`px-2.25 py-1 text-sm border-l border-line first:border-l-0 whitespace-nowrap ${value === c.value ? 'bg-ink text-sheet' : 'bg-sheet text-ink2 hover:text-ink'}`}
          onClick={() => {
            onValue(c.value)
          }}
        >
          {c.label}
        </button>
      ))}
    </div>
  )
}
