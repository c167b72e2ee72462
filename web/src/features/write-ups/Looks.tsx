import { useQuery } from '@tanstack/react-query'
import { useEffect, useLayoutEffect, useState } from 'react'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { lookAddress } from '../../subjects/quotes/look'
import type { Seen } from '../../subjects/quotes/look'
import { useDeed } from '../../ui/deed'
import { keepNow } from './deeds'

type Unseen = Schemas['UnseenFigure']

export interface LooksProps {
  /** Of which write-up figures are looked at; undefined for all. */
  readonly writeUp?: number
}

/** After so long without another word of the view, what it said is what it says. */
const quiet = 700
/** The view that somebody reads comes first. */
const first = 2_500
/** A view that says nothing for so long says nothing. */
const patience = 15_000

/** Looks at the views of figures again, one after the other, where the scores changed since; says so while it does. */
export function Looks({ writeUp }: LooksProps) {
  const [begun, setBegun] = useState(false)
  useEffect(() => {
    const timer = setTimeout(() => {
      setBegun(true)
    }, first)
    return () => {
      clearTimeout(timer)
    }
  }, [])
  const [done, setDone] = useState<ReadonlySet<string>>(new Set())
  const keep = useDeed(keepNow)
  const asked = useQuery({
    queryKey: keys.writeUpMoves('unseen'),
    queryFn: () => take(api.GET('/api/v1/write-ups/unseen-figures')),
  })
  const mine = (asked.data ?? []).filter((u) => writeUp === undefined || u.writeUp === writeUp)
  const next = mine.find((u) => !done.has(nameOf(u)))
  if (!next || !begun) return null
  return (
    <>
      <p role="status" className="text-sm text-ink2">
        Looking whether the figures still say the same …
      </p>
      <Look
        key={nameOf(next)}
        unseen={next}
        onSeen={(content) => {
          const over = () => {
            setDone((before) => new Set([...before, nameOf(next)]))
          }
          if (content === undefined) over()
          else void keep.run({ ...next, content }).then(over)
        }}
      />
    </>
  )
}

function nameOf({ writeUp, number }: Unseen): string {
  return `${String(writeUp)}/${String(number)}`
}

interface LookProps {
  readonly unseen: Unseen
  /** What the figure says now; undefined where its view does not show it any more. */
  readonly onSeen: (content: Schemas['FigureContent'] | undefined) => void
}

function Look({ unseen, onSeen }: LookProps) {
  const { source } = unseen
  // Heard from the moment the frame is there, so that nothing it says is missed.
  useLayoutEffect(() => {
    const figures = new Map<string, Seen['content']>()
    const end = () => {
      const only = figures.size === 1 ? [...figures.values()][0] : undefined
      onSeen(figures.get(source.name) ?? only)
    }
    let timer = setTimeout(end, patience)
    const hear = ({ origin, data }: MessageEvent<Partial<Seen> | null>) => {
      if (origin !== window.location.origin || data?.look !== 'figure') return
      const { name, content } = data
      if (name === undefined || content === undefined) return
      figures.set(name, content)
      clearTimeout(timer)
      timer = setTimeout(end, quiet)
    }
    window.addEventListener('message', hear)
    return () => {
      clearTimeout(timer)
      window.removeEventListener('message', hear)
    }
    // Begun once for each figure.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [])
  return (
    <iframe
      aria-hidden
      tabIndex={-1}
      title="A view that is looked at again"
      src={lookAddress(source.address, source)}
      width={1280}
      height={800}
      className="fixed -left-full top-0 opacity-0 pointer-events-none"
    />
  )
}
