import { useState } from 'react'
import type { Schemas } from '../../api/client'
import { when } from '../../figures/dates'
import { Button } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { withdraw } from './deeds'
import { Numbers } from './Numbers'
import { SecondReader } from './SecondReader'
import { points } from './words'
import type { Point } from './words'
import type { Saving } from './saving'

type View = Schemas['WriteUpView']

export interface BeforeReadersProps {
  readonly view: View
  readonly saving: Saving
  readonly reads: boolean
}

const marks: Record<Point['kind'], readonly [string, string]> = {
  open: ['○', 'text-ink2'],
  changed: ['◇', 'text-mulberry'],
  done: ['✓', 'text-ink'],
}

/** What is open before readers see it, what a second person says, and what readers saw so far. */
export function BeforeReaders({ view, saving, reads }: BeforeReadersProps) {
  return (
    <aside
      aria-label="Before readers see it"
      className="w-97 max-xl:w-auto shrink-0 xl:sticky xl:top-0 xl:self-start xl:max-h-screen overflow-auto border-l border-line max-xl:border-l-0 max-xl:border-t px-5 pt-5 pb-20 bg-sheet"
    >
      <h2 className="text-xl">Before readers see it</h2>
      <ul className="mt-2" data-testid="points">
        {points(view).map((p) => (
          <li key={p.title} className="flex gap-3 py-2.5 border-b border-line2">
            <span aria-hidden className={`w-4 ${marks[p.kind][1]}`}>
              {marks[p.kind][0]}
            </span>
            <div className="min-w-0">
              <p className="font-bold text-base">{p.title}</p>
              <p className="text-sm text-ink2 [overflow-wrap:anywhere]">{p.words}</p>
            </div>
          </li>
        ))}
      </ul>
      <Numbers view={view} saving={saving} reads={reads}>
        <SecondReader view={view} saving={saving} reads={reads} />
        <States view={view} reads={reads} />
      </Numbers>
    </aside>
  )
}

/** What readers saw, and the way to take it back. */
function States({ view, reads }: Pick<BeforeReadersProps, 'view' | 'reads'>) {
  const withdrawing = useDeed(withdraw, 'here')
  const [why, setWhy] = useState('')
  if (view.states.length === 0) return null
  return (
    <section className="mt-5 text-base">
      <h2>What readers saw</h2>
      <ol>
        {view.states.map((s) => (
          <li key={s.number} className="py-1.5 border-b border-line2 text-sm">
            <a
              className="underline underline-offset-2 decoration-line"
              href={`/read/${view.slug}/${String(s.number)}`}
              target="_blank"
              rel="noreferrer"
            >
              state {s.number}
            </a>
            , {when(s.at)}, {s.who}
            {s.changes !== '' && <p className="text-ink2">{s.changes}</p>}
          </li>
        ))}
      </ol>
      {view.state === 'PUBLISHED' && (
        <p className="mt-2 text-sm">
          <a
            className="underline underline-offset-2 decoration-line"
            href={`/api/v1/write-ups/published.zip?id=${String(view.id)}`}
            download
          >
            Take it along as a folder (ZIP)
          </a>
          : a page that needs no desk, its text as Markdown, figures as pictures and data.
        </p>
      )}
      {view.state === 'PUBLISHED' && !reads && (
        <details className="mt-2">
          <summary className="cursor-pointer underline underline-offset-2 decoration-line">
            Withdraw it
          </summary>
          <div className="mt-2">
            <Field label="Why, for readers" value={why} onValue={setWhy} error={withdrawing.of('why')} />
            <Button
              disabled={withdrawing.busy || why.trim() === ''}
              onClick={() => void withdrawing.run({ id: view.id, why })}
            >
              Withdraw
            </Button>
          </div>
        </details>
      )}
    </section>
  )
}
