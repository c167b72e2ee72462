import { useEffect, useRef, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useWriteUp } from '../../subjects/queries'
import { Failed, Loading } from '../../ui/States'
import { rowEnds } from './rows'
import { figuresInText } from './words'

/** The figures of a write-up over the whole screen, one after the other by a key: for a film, or to talk about them. */
export function ShowPage() {
  const id = Number(useParams().id)
  const found = useWriteUp(id)
  if (found.isPending) return <Loading what="the figures" />
  if (found.isError) return <Failed error={found.error} retry={() => void found.refetch()} />
  return <Show view={found.data} />
}

/** Which figure is shown, and how many of its rows; all of them where nobody builds it up. */
interface Place {
  readonly at: number
  readonly rows: number | undefined
}

const steps: Readonly<Record<string, number>> = {
  ArrowRight: 1,
  ' ': 1,
  PageDown: 1,
  Enter: 1,
  ArrowLeft: -1,
  PageUp: -1,
}

/** Where a key leads; undefined for one that leads nowhere. */
function turned({ at, rows }: Place, key: string, count: number): Place | undefined {
  const step = steps[key]
  const begun = rows === undefined ? undefined : 1
  if (step !== undefined) return { at: Math.min(count - 1, Math.max(0, at + step)), rows: begun }
  if (key === 'b') return { at, rows: rows === undefined ? 1 : undefined }
  if (key === 'ArrowDown' && rows !== undefined) return { at, rows: rows + 1 }
  if (key === 'ArrowUp' && rows !== undefined) return { at, rows: Math.max(1, rows - 1) }
  return undefined
}

function Show({ view }: { readonly view: Schemas['WriteUpView'] }) {
  const navigate = useNavigate()
  const [place, setPlace] = useState<Place>({ at: 0, rows: undefined })
  const figures = figuresInText(view)
  const count = figures.length
  useEffect(() => {
    const key = (e: KeyboardEvent) => {
      if (e.key === 'Escape') void navigate(`/write-ups/${String(view.id)}`)
      if (e.key === 'f') void document.documentElement.requestFullscreen()
      setPlace((now) => turned(now, e.key, count) ?? now)
      if (e.key in steps || e.key.startsWith('Arrow')) e.preventDefault()
    }
    window.addEventListener('keydown', key)
    return () => {
      window.removeEventListener('keydown', key)
    }
  }, [count, navigate, view.id])
  const shown = figures[place.at]
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
        setPlace((now) => turned(now, now.rows === undefined ? 'ArrowRight' : 'ArrowDown', count) ?? now)
      }}
    >
      <h1 className="text-[3.2vh] leading-tight">{content.title}</h1>
      <p className="text-[2vh] text-ink2">{content.about}</p>
      <Drawing key={place.at} content={content} rows={place.rows} />
      <p className="text-[1.7vh] text-ink2">
        {[...content.caveats, ...content.notes, content.source].join(' · ')}
      </p>
      <p role="status" className="sr-only">
        Figure {place.at + 1} of {count}
        {place.rows !== undefined && `, built up to row ${String(place.rows)}`}
      </p>
    </main>
  )
}

interface DrawingProps {
  readonly content: Schemas['FigureContent']
  readonly rows: number | undefined
}

/** A drawing as large as there is room, or its first rows. */
function Drawing({ content, rows }: DrawingProps) {
  const svg = useRef<SVGSVGElement>(null)
  useEffect(() => {
    const drawn = svg.current
    if (!drawn) return
    const { top, bottom } = drawn.getBoundingClientRect()
    const texts = [...drawn.querySelectorAll('text')].map((t) => t.getBoundingClientRect())
    const end = rows === undefined ? undefined : rowEnds(texts)[rows - 1]
    drawn.style.clipPath = end === undefined ? '' : `inset(0 0 ${String(bottom - Math.max(top, end))}px 0)`
  }, [rows])
  return (
    <svg
      ref={svg}
      role="img"
      aria-label={content.title}
      viewBox={`0 0 ${String(content.width)} ${String(content.height)}`}
      className="flex-1 min-h-0 w-full my-[1.5vh]"
      preserveAspectRatio="xMidYMid meet"
      dangerouslySetInnerHTML={{ __html: content.drawing }}
    />
  )
}
