import { cleanup, configure } from '@testing-library/react'
import { afterEach, vi } from 'vitest'

// What is looked for may come late on a busy machine; a test fails for what never comes.
configure({ asyncUtilTimeout: 15_000 })

// Files share one window, which is made once: each test leaves it as it found it.
afterEach(() => {
  cleanup()
  vi.useRealTimers()
  vi.restoreAllMocks()
  vi.unstubAllGlobals()
  localStorage.clear()
  sessionStorage.clear()
})
