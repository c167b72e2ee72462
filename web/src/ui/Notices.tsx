import { createContext, useCallback, useContext, useEffect, useMemo, useState } from 'react'
import type { ReactNode } from 'react'
import { Button } from './Button'

/** Something that happened, with a way back where there is one. */
export interface Notice {
  readonly text: string
  /** Takes it back. */
  readonly undo?: () => void
}

type Show = (notice: Notice) => void

const Context = createContext<Show | null>(null)

/** Shows the newest notice at the foot of the page for ten seconds. */
export function Notices({ children }: { readonly children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null)
  const show = useCallback<Show>((next) => {
    setNotice(next)
  }, [])
  useEffect(() => {
    if (notice === null) return
    const timer = setTimeout(() => {
      setNotice(null)
    }, 10_000)
    return () => {
      clearTimeout(timer)
    }
  }, [notice])
  const value = useMemo(() => show, [show])
  return (
    <Context value={value}>
      {children}
      <div aria-live="polite" className="fixed bottom-5 left-1/2 -translate-x-1/2 z-40">
        {notice && (
          <div className="bg-ink text-sheet rounded px-4 py-2 text-base flex items-center gap-4 shadow-xl">
            {notice.text}
            {notice.undo && (
              <Button
                look="inverse"
                onClick={() => {
                  notice.undo?.()
                  setNotice(null)
                }}
              >
                Undo
              </Button>
            )}
          </div>
        )}
      </div>
    </Context>
  )
}

/** Returns the way to show a notice. */
export function useNotice(): Show {
  const show = useContext(Context)
  if (show === null) throw new Error('useNotice needs <Notices> around it')
  return show
}
