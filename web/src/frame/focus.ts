import { useCallback } from 'react'
import { useLocation, useParams, useSearchParams } from 'react-router'
import { useStrip } from '../api/queries'
import type { Schemas } from '../api/client'

/** A device on the desk strip. */
export type OnDesk = Schemas['StripView']

/**
 * The device in focus: the sitting that the address names (in its path on Desk, as `focus` elsewhere), else the
 * first on the desk. Undefined while nothing is on the desk.
 */
export function useFocus(): OnDesk | undefined {
  const { data } = useStrip()
  const id = useFocusId()
  return data?.find((s) => s.sitting === id) ?? data?.[0]
}

function useFocusId(): number | undefined {
  const { sitting } = useParams()
  const [search] = useSearchParams()
  const text = sitting ?? search.get('focus')
  return text === null ? undefined : Number(text)
}

/** Returns the address of a view with the device in focus kept. */
export function useViewAddress(): (view: View) => string {
  const focus = useFocus()
  return useCallback((view) => address(view, focus?.sitting), [focus?.sitting])
}

/** Returns the address of this same view with another device in focus. */
export function useFocusAddress(): (sitting: number) => string {
  const { pathname, search } = useLocation()
  return (sitting) => {
    if (pathname.startsWith('/desk') || pathname === '/') return `/desk/${String(sitting)}`
    const params = new URLSearchParams(search)
    params.set('focus', String(sitting))
    return `${pathname}?${params.toString()}`
  }
}

export type View = 'desk' | 'ledger' | 'side-by-side' | 'standings' | 'versions' | 'write-ups' | 'catalogue'

function address(view: View, sitting: number | undefined): string {
  if (sitting === undefined) return `/${view}`
  return view === 'desk' ? `/desk/${String(sitting)}` : `/${view}?focus=${String(sitting)}`
}
