import { useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useWriteUp } from '../../subjects/queries'
import { Failed, Loading } from '../../ui/States'
import { figuresInText } from './words'

/** The figures of a write-up over the whole screen, one after the other by a key: for a film, or to talk about them. */
export function ShowPage() {
  const id = Number(useParams().id)
  const found = useWriteUp(id)
  if (found.isPending) return <Loading what="the figures" />
  if (found.isError) return <Failed error={found.error} retry={() => void found.refetch()} />
  return <Show view={found.data} />
}

function Show({ view }: { readonly view: Schemas['WriteUpView'] }) {
  const navigate = useNavigate()
  const [at, setAt] = useState(0)
  const figures = figuresInText(view)
  const count = figures.length
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      const step = { ArrowRight: 1, ' ': 1, PageDown: 1, Enter: 1, ArrowLeft: -1, PageUp: -1 }[e.key]
      if (e.key === 'Escape') void navigate(`/write-ups/${String(view.id)}`)
      if (e.key === 'f') void document.documentElement.requestFullscreen()
      if (step === undefined) return
      e.preventDefault()
      setAt((now) => Math.min(count - 1, Math.max(0, now + step)))
    }
    window.addEventListener('keydown', key)
    return () => {
      window.removeEventListener('keydown', key)
    }
  }, [count, navigate, view.id])
  const shown = figures[at]
  if (!shown)
    return (
      <main className="h-screen grid place-content-center text-xl">
        <h1>The text has no figure yet.</h1>
      </main>
    )
  const { content } = shown
  return (
    <main
      className="h-screen bg-sheet flex flex-col px-[3vw] py-[2.5vh] cursor-none"
      onClick={() => {
        setAt((now) => Math.min(count - 1, now + 1))
      }}
    >
      <h1 className="text-[3.2vh] leading-tight">{content.title}</h1>
      <p className="text-[2vh] text-ink2">{content.about}</p>
      <svg
        role="img"
        aria-label={content.title}
        viewBox={`0 0 ${String(content.width)} ${String(content.height)}`}
        className="flex-1 min-h-0 w-full my-[1.5vh]"
        preserveAspectRatio="xMidYMid meet"
        dangerouslySetInnerHTML={{ __html: content.drawing }}
      />
      <p className="text-[1.7vh] text-ink2">
        {[...content.caveats, ...content.notes, content.source].join(' · ')}
      </p>
      <p role="status" className="sr-only">
        Figure {at + 1} of {count}
      </p>
    </main>
  )
}
