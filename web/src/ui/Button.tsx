import type { ButtonHTMLAttributes } from 'react'

export interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** It leads to a change of records: readers of the desk do not see it. */
  readonly changes?: boolean
  /** `main` for the one thing to do next, `plain` for the rest (default), `quiet` beside text, `link` inside it, `inverse` on ink. */
  readonly look?: 'main' | 'plain' | 'quiet' | 'link' | 'inverse'
}

const looks = {
  main: 'border px-2.75 py-1.25 text-base bg-ink text-sheet border-ink',
  plain: 'border px-2.75 py-1.25 text-base bg-sheet text-ink border-line hover:border-ink2',
  quiet:
    'border px-1 py-1.25 text-base border-transparent text-ink2 underline underline-offset-2 decoration-line hover:text-ink',
  link: 'text-sm text-ink2 underline underline-offset-2 decoration-line hover:text-ink',
  inverse: 'border px-2.75 py-1.25 text-base text-sheet border-ink2',
} as const

/** A button; one look each for main, plain and quiet. */
export function Button({
  changes = false,
  look = 'plain',
  className = '',
  type = 'button',
  ...rest
}: ButtonProps) {
  return (
    <button
      type={type}
      className={`rounded whitespace-nowrap print:hidden disabled:opacity-45 disabled:cursor-default ${changes ? 'changes ' : ''}${looks[look]} ${className}`}
      {...rest}
    />
  )
}
