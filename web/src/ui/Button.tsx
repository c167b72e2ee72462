import type { ButtonHTMLAttributes } from 'react'

export interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  /** `main` for the one thing to do next, `plain` for the rest (default), `quiet` inside text. */
  readonly look?: 'main' | 'plain' | 'quiet'
}

const looks = {
  main: 'bg-ink text-sheet border-ink',
  plain: 'bg-sheet text-ink border-line hover:border-ink2',
  quiet: 'border-transparent text-ink2 underline underline-offset-2 decoration-line hover:text-ink px-1',
} as const

/** A button; one look each for main, plain and quiet. */
export function Button({ look = 'plain', className = '', type = 'button', ...rest }: ButtonProps) {
  return (
    <button
      type={type}
      className={`rounded border px-[11px] py-[5px] text-[13px] whitespace-nowrap disabled:opacity-45 disabled:cursor-default ${looks[look]} ${className}`}
      {...rest}
    />
  )
}
