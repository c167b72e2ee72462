import type { ReactNode } from 'react'
import { Problem } from '../api/client'
import { Button } from './Button'

/** Shown while something is read: words after a moment, nothing before. */
export function Loading({ what }: { readonly what: string }) {
  return (
    <p className="text-ink2 p-6 text-base" role="status">
      Reading {what} …
    </p>
  )
}

export interface FailedProps {
  readonly error: Error
  readonly retry: () => void
}

/** What could not be read, why, and the button to try again. */
export function Failed({ error, retry }: FailedProps) {
  const text = error instanceof Problem ? error.message : 'Something went wrong in this page; reload it.'
  return (
    <div role="alert" className="p-6">
      <p className="text-brick text-md mb-3">{text}</p>
      <Button onClick={retry}>Try again</Button>
    </div>
  )
}

/** An empty view: what to do first, with the button to do it. */
export function Empty({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <div className="p-10 max-w-130">
      <h1>{title}</h1>
      <div className="text-ink2 mt-2 [&_button]:mt-4">{children}</div>
    </div>
  )
}
