import { Link } from 'react-router'
import type { Schemas } from '../../api/client'

export interface FigureBlockProps {
  readonly number: number
  /** Undefined where the text names one that was never put in. */
  readonly figure: Schemas['FigureView'] | undefined
  readonly answers: readonly Schemas['Answer'][]
  readonly reads: boolean
  readonly onAnswer: (caveat: string, text: string) => void
}

/** A figure in the text, with what readers must know and what the writer says to it. */
export function FigureBlock({ number, figure, answers, reads, onAnswer }: FigureBlockProps) {
  if (!figure)
    return (
      <div className="unmeant my-4 px-3 py-2 text-base">
        Figure {number} was never put in. Take this out, or put a figure in from the view that shows it.
      </div>
    )
  const { content, source } = figure
  return (
    <figure className="border-t border-b border-line py-3 my-5">
      <figcaption className="flex flex-wrap justify-between gap-x-4 mb-2">
        <b className="font-bold text-md">{content.title}</b>
        <span className="text-sm text-ink2">{content.about}</span>
      </figcaption>
      <svg
        role="img"
        aria-label={content.title}
        viewBox={`0 0 ${String(content.width)} ${String(content.height)}`}
        width={content.width}
        className="max-w-full h-auto"
        dangerouslySetInnerHTML={{ __html: content.drawing }}
      />
      {content.caveats.length > 0 && (
        <ul className="mt-2" aria-label="Caveats">
          {content.caveats.map((note) => (
            <Caveat
              key={note}
              note={note}
              answer={answers.find((a) => a.caveat === note)?.text ?? ''}
              reads={reads}
              onAnswer={onAnswer}
            />
          ))}
        </ul>
      )}
      {content.notes.map((note) => (
        <p key={note} className="text-sm text-ink2 mt-1">
          {note}
        </p>
      ))}
      <p className="text-sm text-ink2 mt-1">
        Figure {number} · {content.source} ·{' '}
        <Link className="underline underline-offset-2 decoration-line" to={source.address}>
          open it where it came from
        </Link>
      </p>
    </figure>
  )
}

interface CaveatProps {
  readonly note: string
  readonly answer: string
  readonly reads: boolean
  readonly onAnswer: (caveat: string, text: string) => void
}

function Caveat({ note, answer, reads, onAnswer }: CaveatProps) {
  return (
    <li className="border-l-3 border-mulberry pl-2 mb-1.5 text-sm">
      {note}
      {reads ? (
        answer !== '' && <q className="text-ink2 ml-1">{answer}</q>
      ) : (
        <input
          aria-label={`What to say to: ${note}`}
          placeholder="say why that is fair"
          value={answer}
          onChange={(e) => {
            onAnswer(note, e.target.value)
          }}
          className="block w-full bg-transparent text-ink2 outline-none border-b border-transparent focus:border-line placeholder:underline placeholder:text-ink2"
        />
      )}
    </li>
  )
}
