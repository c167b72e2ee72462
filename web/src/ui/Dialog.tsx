import { Dialog as Radix } from 'radix-ui'
import type { ReactNode } from 'react'

export interface DialogProps {
  readonly open: boolean
  readonly onClose: () => void
  readonly title: string
  /** One sentence under the title. */
  readonly about?: string
  readonly children: ReactNode
  /** In pixels, 520 unless given. */
  readonly width?: number
}

/** What floats over the view; Escape or a click beside it closes it. */
export function Dialog({ open, onClose, title, about, children, width = 520 }: DialogProps) {
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 bg-black/30 z-10" />
        <Radix.Content
          className="outline-none fixed z-20 left-1/2 top-21 -translate-x-1/2 bg-sheet border border-line rounded p-6 shadow-xl max-h-[calc(100vh-110px)] overflow-auto max-w-[96vw]"
          style={{ width }}
          {...(about === undefined ? { 'aria-describedby': undefined } : {})}
        >
          <Radix.Title className="text-xl font-bold tracking-tight">{title}</Radix.Title>
          {about !== undefined && (
            <Radix.Description className="text-ink2 text-base mt-0.5">{about}</Radix.Description>
          )}
          <div className="mt-4">{children}</div>
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
