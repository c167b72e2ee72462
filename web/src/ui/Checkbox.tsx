import { Checkbox as Radix } from 'radix-ui'
import { useId } from 'react'
import type { ReactNode } from 'react'

export interface CheckboxProps {
  readonly checked: boolean
  readonly onChecked: (checked: boolean) => void
  readonly children: ReactNode
}

/** A box to tick with its words beside it. */
export function Checkbox({ checked, onChecked, children }: CheckboxProps) {
  const id = useId()
  return (
    <div className="flex items-center gap-2 py-0.75 text-base">
      <Radix.Root
        id={id}
        checked={checked}
        onCheckedChange={(c) => {
          onChecked(c === true)
        }}
        className="w-3.5 h-3.5 shrink-0 rounded-sm border border-ink2 data-[state=checked]:bg-ink data-[state=checked]:border-ink"
      >
        <Radix.Indicator>
          <svg width="12" height="12" aria-hidden="true" className="block">
            <path d="M2.5 6.2l2.4 2.6 4.6-5.4" fill="none" stroke="var(--sheet)" strokeWidth="1.6" />
          </svg>
        </Radix.Indicator>
      </Radix.Root>
      <label htmlFor={id}>{children}</label>
    </div>
  )
}
