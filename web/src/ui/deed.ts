import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Problem } from '../api/client'
import { renew, renewAll } from '../api/keys'
import type { Family, Key } from '../api/keys'
import { useNotice } from './Notices'

/** One thing that can be done: what is sent, and what of the page may be other after it. */
export interface Deed<A, R> {
  readonly send: (args: A) => Promise<R>
  /** Families of answers to be asked for again, also after a refusal: what others kept is then seen. */
  readonly renews: readonly Family[] | 'everything'
  /** The key of what was answered, where that is what the page keeps. */
  readonly answers?: (args: A) => Key
  /** What is said once it is done. */
  readonly says?: (args: A, answer: R) => string
  /** What takes it back; offered beside what is said. */
  readonly undo?: (args: A, answer: R) => Undo | undefined
}

/** A deed with what it is done with. */
export interface Undo {
  readonly run: (perform: Perform) => Promise<unknown>
}

type Perform = <A, R>(deed: Deed<A, R>, args: A) => Promise<R>

/** Makes an undo of a deed and its arguments. */
export function by<A, R>(deed: Deed<A, R>, args: A): Undo {
  return { run: (perform) => perform(deed, args) }
}

export interface Doing<A, R, T> {
  /** Does it. Never rejects: undefined is answered where it was refused, and `problem` or `theirs` says why. */
  readonly run: (args: A) => Promise<R | undefined>
  /** Does one of many: rejects with the problem, for the caller to show, and renews nothing before `renewed`. */
  readonly attempt: (args: A) => Promise<R>
  /** Renews what was left to be renewed by attempts. */
  readonly renewed: () => Promise<void>
  readonly busy: boolean
  /** Why it was refused, in a sentence; null once it is done, or tried again. */
  readonly problem: string | null
  /** The same, where no field of what was sent is at fault. */
  readonly general: string | null
  /** What is wrong with one field of what was sent, where that is why. */
  readonly of: (field: string) => string | undefined
  /** What somebody else kept meanwhile, where that is why. */
  readonly theirs: T | undefined
  /** Forgets why it was refused. */
  readonly clear: () => void
}

/**
 * The one way to change something on the server.
 *
 * @param told whether `problem` and `theirs` are shown where the deed is offered; else why it was refused is said in a notice
 */
export function useDeed<A, R, T = R>(
  deed: Deed<A, R>,
  told: 'here' | 'in a notice' = 'in a notice',
): Doing<A, R, T> {
  const client = useQueryClient()
  const notice = useNotice()
  const [busy, setBusy] = useState(false)
  const [refused, setRefused] = useState<Problem | null>(null)

  const renewFor = ({ renews }: Pick<Deed<never, never>, 'renews'>) =>
    renews === 'everything' ? renewAll(client) : renew(client, renews)
  const perform: Perform = async (one, args) => {
    try {
      const answer = await one.send(args)
      if (one.answers) client.setQueryData(one.answers(args), answer)
      const undo = one.undo?.(args, answer)
      const says = one.says?.(args, answer)
      if (says !== undefined)
        notice({
          text: says,
          ...(undo ? { undo: () => void undo.run(perform).catch(say) } : {}),
        })
      return answer
    } finally {
      await renewFor(one)
    }
  }
  const say = (failure: unknown) => {
    notice({ text: wordsOf(failure) })
  }
  const run = async (args: A) => {
    setBusy(true)
    setRefused(null)
    try {
      return await perform(deed, args)
    } catch (failure) {
      const problem = asProblem(failure)
      setRefused(problem)
      if (told === 'in a notice') say(failure)
      return undefined
    } finally {
      setBusy(false)
    }
  }
  const problem = refused === null || refused.current !== undefined ? null : refused.message
  return {
    run,
    attempt: (args) => deed.send(args),
    renewed: () => renewFor(deed),
    busy,
    problem,
    general: refused?.violations.length === 0 ? problem : null,
    of: (field) => refused?.violations.find((v) => v.field === field)?.message,
    theirs: refused?.current as T | undefined,
    clear: () => {
      setRefused(null)
    },
  }
}

/** A failure as a problem, whatever it was. */
function asProblem(failure: unknown): Problem {
  return failure instanceof Problem ? failure : new Problem(0, wordsOf(failure))
}

/** A failure in a sentence. */
export function wordsOf(failure: unknown): string {
  return failure instanceof Error ? failure.message : String(failure)
}
