import { useEffect, useRef, useState } from 'react'
import type { RefObject } from 'react'
import type { Schemas } from '../../api/client'
import { useDeed } from '../../ui/deed'
import { save } from './deeds'

type View = Schemas['WriteUpView']

/** What is typed of a write-up. */
export type Typed = Omit<Schemas['WriteUpEdit'], 'edition'>

/** How long after the last key it is kept, in milliseconds. */
const pause = 900

/** What a write-up has that can be typed. */
export function typedOf({ title, line, modelId, text, verdict, answers }: View): Typed {
  return { title, line, text, verdict, answers, ...(modelId === undefined ? {} : { modelId }) }
}

export interface Saving {
  readonly typed: Typed
  readonly type: (change: Partial<Typed>) => void
  /** Keeps what is typed now; answers what is kept, undefined where it was refused. */
  readonly keep: () => Promise<View | undefined>
  readonly state: 'kept' | 'typing' | 'keeping' | 'refused'
  readonly problem: string | null
  readonly of: (field: string) => string | undefined
  /** What somebody else kept meanwhile. */
  readonly theirs: View | undefined
  readonly takeTheirs: () => void
  readonly keepMine: () => void
}

/** What is typed, and of which edition. */
interface Held {
  readonly typed: Typed
  readonly edition: number
  /** Whether something of it is not kept yet. */
  readonly dirty: boolean
}

const heldOf = (view: View): Held => ({ typed: typedOf(view), edition: view.edition, dirty: false })

/** As it is kept: empty lines of lists are none. */
function sent({ verdict, ...rest }: Typed): Typed {
  const full = (lines: readonly string[]) => lines.filter((l) => l.trim() !== '')
  return {
    ...rest,
    verdict: {
      ...verdict,
      pros: full(verdict.pros),
      cons: full(verdict.cons),
      lacks: full(verdict.lacks),
      next: full(verdict.next),
    },
  }
}

/** Keeps a write-up as one types. What somebody else kept meanwhile is shown where nothing was typed here, else both are. */
export function useSaving(view: View): Saving {
  const deed = useDeed(save, 'here')
  const [held, setHeld] = useState(() => heldOf(view))
  if (!held.dirty && view.edition > held.edition) setHeld(heldOf(view))
  const now = useRef(held)
  useEffect(() => {
    now.current = held
  }, [held])
  const sending = useRef<Promise<View | undefined> | undefined>(undefined)
  const { run, theirs, problem } = deed
  const send = async (edition?: number): Promise<View | undefined> => {
    await sending.current
    const { typed, edition: own } = now.current
    const asked = run({ id: view.id, edit: { ...sent(typed), edition: edition ?? own } })
    sending.current = asked
    const kept = await asked
    if (kept) setHeld((h) => ({ ...h, edition: kept.edition, dirty: h.typed !== typed }))
    return kept
  }
  const sender = useRef(send)
  useEffect(() => {
    sender.current = send
  })
  const refused = problem !== null || theirs !== undefined
  useKeeping(held, refused, sender)
  return {
    typed: held.typed,
    type: (change) => {
      setHeld((h) => ({ ...h, typed: { ...h.typed, ...change }, dirty: true }))
      if (theirs === undefined && problem !== null) deed.clear()
    },
    keep: () => (held.dirty ? send() : Promise.resolve(view)),
    state: refused ? 'refused' : deed.busy ? 'keeping' : held.dirty ? 'typing' : 'kept',
    problem: deed.general,
    of: deed.of,
    theirs,
    takeTheirs: () => {
      if (!theirs) return
      setHeld(heldOf(theirs))
      deed.clear()
    },
    keepMine: () => {
      if (theirs) void send(theirs.edition)
    },
  }
}

/** Keeps what is typed once nothing is typed for a moment, and asks before the page is left without it. */
function useKeeping(
  { typed, dirty }: Held,
  refused: boolean,
  sender: RefObject<() => Promise<View | undefined>>,
) {
  useEffect(() => {
    if (!dirty || refused) return
    const timer = setTimeout(() => void sender.current(), pause)
    return () => {
      clearTimeout(timer)
    }
  }, [dirty, refused, typed, sender])
  const unkept = useRef(false)
  useEffect(() => {
    unkept.current = dirty && !refused
  }, [dirty, refused])
  useEffect(
    () => () => {
      // Another view is opened before the moment is over.
      if (unkept.current) void sender.current()
    },
    [sender],
  )
  useEffect(() => {
    if (!dirty) return
    const leaving = (e: BeforeUnloadEvent) => {
      e.preventDefault()
    }
    window.addEventListener('beforeunload', leaving)
    return () => {
      window.removeEventListener('beforeunload', leaving)
    }
  }, [dirty])
}
