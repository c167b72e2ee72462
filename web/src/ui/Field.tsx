import { useId } from 'react'
import type { InputHTMLAttributes, ReactNode } from 'react'

export interface FieldProps extends Omit<InputHTMLAttributes<HTMLInputElement>, 'onChange'> {
  readonly label: string
  readonly value: string
  readonly onValue: (value: string) => void
  /** What is wrong with it, in words. */
  readonly error?: string | undefined
}

/** A labelled line to type in, with its error under it. */
export function Field({ label, value, onValue, error, ...rest }: FieldProps) {
  const id = useId()
  return (
    <div className="mb-3">
      <label htmlFor={id} className="block text-sm text-ink2 mb-1">
        {label}
      </label>
      <input
        id={id}
        value={value}
        onChange={(e) => {
          onValue(e.target.value)
        }}
        aria-invalid={error !== undefined}
        aria-describedby={error === undefined ? undefined : `${id}-error`}
        className="w-full border border-line rounded bg-sheet px-2.5 py-1.5 text-md aria-invalid:border-brick"
        {...rest}
      />
      {error !== undefined && <FieldError id={`${id}-error`}>{error}</FieldError>}
    </div>
  )
}

/** A sentence in brick under what is wrong. */
export function FieldError({ id, children }: { readonly id?: string; readonly children: ReactNode }) {
  return (
    <p id={id} role="alert" className="text-brick text-sm mt-1">
      {children}
    </p>
  )
}
