import type { ReactNode } from 'react'
import type { Schemas } from '../../api/client'
import { Button } from '../../ui/Button'
import { FieldError } from '../../ui/Field'
import { Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { renewFigure } from './deeds'
import { Looks } from './Looks'
import { useClaims, useMoves } from './queries'
import type { Saving } from './saving'
import { claimWords, heldWords, movedWords, rewritten, whyWords } from './words'

type View = Schemas['WriteUpView']

export interface NumbersProps {
  readonly view: View
  readonly saving: Saving
  readonly reads: boolean
}

/**
 * Whether the numbers of the text are what the records say: those that hang on figures, and those that were typed. What stands
 * below comes together with them, so that it does not move.
 */
export function Numbers({ children, ...props }: NumbersProps & { readonly children: ReactNode }) {
  const { id, edition } = props.view
  const asked = [useMoves(id, edition), useClaims(id, edition)]
  if (asked.some((q) => q.isPending)) return <Loading what="the numbers of the text" />
  return (
    <>
      <Hung {...props} />
      <Claims {...props} />
      {children}
      {!props.reads && <Looks writeUp={id} />}
    </>
  )
}

/** Figures whose views say something else now, and numbers that no longer hold. */
function Hung({ view, saving, reads }: NumbersProps) {
  const { data } = useMoves(view.id, view.edition)
  const renewing = useDeed(renewFigure, 'here')
  if (!data) return null
  const wrong = data.numbers.filter((n) => n.holding !== 'HOLDS')
  const rewrite = (numbers: Schemas['Moves']['numbers']) => {
    saving.type({ text: rewritten(saving.typed.text, numbers) })
  }
  const renew = async (number: number) => {
    const figure = view.figures.find((f) => f.number === number)
    if (!figure?.now || !(await saving.keep())) return
    await renewing.run({ id: view.id, number, figure: { source: figure.source, content: figure.now } })
  }
  return (
    <section className="mt-5" aria-label="What moved">
      {data.figures.map((f) => (
        <div key={f.number} className="py-2 border-b border-line2 text-sm">
          <p className="font-bold text-base">{movedWords(f)}</p>
          <p className="text-ink2">{whyWords(f)}</p>
          {!reads && (
            <Button look="link" disabled={renewing.busy} onClick={() => void renew(f.number)}>
              Renew figure {f.number}
            </Button>
          )}
        </div>
      ))}
      {renewing.problem !== null && <FieldError>{renewing.problem}</FieldError>}
      {data.numbers.length > 0 && (
        <>
          <h2 className="mt-3">Numbers that hang on figures</h2>
          <p className="text-sm text-ink2">
            {data.numbers.length - wrong.length} of {data.numbers.length} say what their figures say
            {data.unseen > 0 && '; not all figures were looked at since the scores changed'}.
          </p>
        </>
      )}
      <ul data-testid="held">
        {wrong.map((n, i) => (
          <li key={`${n.about} ${String(i)}`} className="py-2 border-b border-line2 text-sm">
            <p className="font-bold text-base">{heldWords(n)}</p>
            <p className="text-ink2">{n.words}</p>
            {!reads && n.holding === 'DIFFERS' && (
              <Button
                look="link"
                onClick={() => {
                  rewrite([n])
                }}
              >
                Write {n.said}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Typed numbers of the text that the records do not say, or say otherwise. */
function Claims({ view, saving, reads }: NumbersProps) {
  const { data } = useClaims(view.id, view.edition)
  if (!data || data.length === 0) return null
  const found = data.filter((c) => c.standing === 'FOUND' || c.own).length
  const open = data.filter((c) => c.standing !== 'FOUND' && !c.own)
  const own = (text: string) => {
    const { answers } = saving.typed
    saving.type({ answers: [...answers, { caveat: `own word: ${text}`, text: 'my own word' }] })
  }
  return (
    <section className="mt-5" aria-label="Numbers of the text">
      <h2>Numbers that were typed</h2>
      <p className="text-sm text-ink2">
        {found} of {data.length} are what figures or scores say, or your own word.
      </p>
      <ul data-testid="claims">
        {open.map((c) => (
          <li key={c.text} className="py-2 border-b border-line2 text-sm">
            <p className="font-bold text-base">{claimWords(c)}</p>
            {c.where !== '' && (
              <p className="text-ink2">
                {c.where}: {c.words}
              </p>
            )}
            {!reads && (
              <Button
                look="link"
                onClick={() => {
                  own(c.text)
                }}
              >
                It is my own word
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
