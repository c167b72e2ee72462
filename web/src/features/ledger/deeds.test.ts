// @vitest-environment jsdom

import { describe, expect, it } from 'vitest'
import type { Schemas } from '../../api/client'
import { bringBack, mend } from './deeds'

const detail = (flags: Schemas['RunDetail']['run']['flags']) => ({ run: { flags } }) as Schemas['RunDetail']

describe('what is said of a run', () => {
  it('that is brought back: it counts only where it is not flagged', () => {
    const args = { run: 'a', reason: '' }
    expect(bringBack.says?.(args, detail([]))).toBe('The run counts again.')
    expect(bringBack.says?.(args, detail(['RECORDING']))).toBe(
      'The run is no longer set aside; it is flagged, so it does not count.',
    )
  })

  it('whose digits are put back: there is nothing more to take back', () => {
    const args = { run: 'a', texts: { weave: '12' }, why: 'misread' }
    expect(mend.undo?.(args, detail([]))).toBeUndefined()
    expect(mend.undo?.({ ...args, before: { weave: '21' } }, detail([]))).toBeDefined()
  })
})
