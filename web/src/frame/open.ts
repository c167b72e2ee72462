import { useCallback } from 'react'
import { useNavigate } from 'react-router'

/** Returns what opens the page of a setup. */
export function useOpenSetup(): (setupId: number) => void {
  const navigate = useNavigate()
  return useCallback((setupId) => void navigate(`/catalogue/setups/${String(setupId)}`), [navigate])
}
