import { Select as Radix } from 'radix-ui'

export interface Choice {
  readonly value: string
  readonly label: string
}

export interface SelectProps {
  /** What is chosen, for screen readers. */
  readonly label: string
  readonly value: string
  readonly choices: readonly Choice[]
  readonly onValue: (value: string) => void
}

/** A choice of one from a short list. */
export function Select({ label, value, choices, onValue }: SelectProps) {
  return (
    <Radix.Root value={value} onValueChange={onValue}>
      <Radix.Trigger
        aria-label={label}
        className="inline-flex items-center gap-2 rounded border border-line bg-sheet px-2.5 py-1 text-base hover:border-ink2"
      >
        <Radix.Value />
        <svg width="8" height="6" aria-hidden="true">
          <path d="M0 0l4 5 4-5" fill="none" stroke="var(--ink2)" />
        </svg>
      </Radix.Trigger>
      <Radix.Portal>
        <Radix.Content
          position="popper"
          sideOffset={4}
          className="z-30 bg-sheet border border-line rounded py-1 shadow-xl max-h-[60vh] overflow-auto"
        >
          <Radix.Viewport>
            {choices.map((c) => (
              <Radix.Item
                key={c.value}
                value={c.value}
                className="px-3 py-1.25 text-base cursor-default outline-none data-highlighted:bg-ground data-[state=checked]:font-bold"
              >
                <Radix.ItemText>{c.label}</Radix.ItemText>
              </Radix.Item>
            ))}
          </Radix.Viewport>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
