import { useState } from 'react'
import { useQuery } from '@tanstack/react-query'
import { api, take } from '../../api/client'
import type { Schemas } from '../../api/client'
import { keys } from '../../api/keys'
import { useSession } from '../../api/queries'
import { when } from '../../figures/dates'
import { Button } from '../../ui/Button'
import { Combobox } from '../../ui/Combobox'
import { Field, FieldError } from '../../ui/Field'
import { useDeed } from '../../ui/deed'
import { ask, remark, settle, sign } from './deeds'
import { showPassage, useMarked, useUnderlined } from './passages'
import type { Saving } from './saving'

type View = Schemas['WriteUpView']

export interface SecondReaderProps {
  readonly view: View
  readonly saving: Saving
  readonly reads: boolean
}

/** A second pair of eyes: who is asked, what they say of passages, and their name. */
export function SecondReader({ view, saving, reads }: SecondReaderProps) {
  const open = view.remarks.filter((r) => r.settledAt === undefined && r.passage !== '')
  useUnderlined(
    open.map((r) => r.passage),
    view.text,
  )
  return (
    <section className="mt-5" aria-label="Second reader">
      <h2>Second reader</h2>
      <AskedList view={view} reads={reads} />
      {view.remarks.map((r) => (
        <RemarkLine key={r.id} of={view.id} said={r} reads={reads} />
      ))}
      <Say id={view.id} />
      <Sign view={view} saving={saving} />
      {!reads && <Ask view={view} />}
    </section>
  )
}

function AskedList({ view, reads }: Pick<SecondReaderProps, 'view' | 'reads'>) {
  const own = useSession().data?.name
  const asking = useDeed(ask)
  const waited = view.asked.filter((a) => !a.read)
  if (waited.length === 0) return null
  return (
    <ul data-testid="asked">
      {waited.map((a) => (
        <li key={a.who} className="py-1.5 border-b border-line2 text-sm">
          {a.who === own ? (
            <b className="font-bold text-base">
              {a.by === own ? 'You asked yourself' : `${a.by} asks you`} to read it
            </b>
          ) : (
            <>
              {a.who} is asked to read it by {a.by}, {when(a.at)}
            </>
          )}{' '}
          {!reads && a.who !== own && (
            <Button look="link" onClick={() => void asking.run({ id: view.id, who: a.who, asked: false })}>
              Ask no more
            </Button>
          )}
        </li>
      ))}
    </ul>
  )
}

interface RemarkLineProps {
  /** Number of the write-up. */
  readonly of: number
  readonly said: View['remarks'][number]
  readonly reads: boolean
}

function RemarkLine({ of, said, reads }: RemarkLineProps) {
  const settling = useDeed(settle)
  const settled = said.settledAt !== undefined
  return (
    <div className="py-2 border-b border-line2 text-sm">
      <p className="text-ink2">
        {said.who}, {when(said.at)}
        {said.settledBy !== undefined && `; settled by ${said.settledBy}`}
      </p>
      {said.passage !== '' && (
        <button
          className="text-left text-ink2 underline decoration-dotted decoration-mulberry underline-offset-2"
          title="Show it in the text; what was rewritten since is not found there"
          onClick={() => {
            showPassage(said.passage)
          }}
        >
          <q>{said.passage}</q>
        </button>
      )}
      <p className={settled ? 'text-ink2' : ''}>{said.text}</p>
      {!reads && (
        <Button look="link" onClick={() => void settling.run({ id: of, remark: said.id, settled: !settled })}>
          {settled ? 'Open it again' : 'It is settled'}
        </Button>
      )}
    </div>
  )
}

/** Something to say of what is marked in the text, or of all of it. */
function Say({ id }: { readonly id: number }) {
  const saying = useDeed(remark, 'here')
  const marked = useMarked()
  const [typed, setTyped] = useState<string | null>(null)
  const [text, setText] = useState('')
  const passage = typed ?? marked
  const say = async () => {
    if (await saying.run({ id, passage, text })) {
      setTyped('')
      setText('')
    }
  }
  return (
    <details
      className="mt-2 text-base"
      onToggle={() => {
        setTyped(null)
      }}
    >
      <summary className="cursor-pointer underline underline-offset-2 decoration-line">
        Remark on a passage
      </summary>
      <div className="mt-2">
        <Field label="Passage: mark it in the text; empty for all of it" value={passage} onValue={setTyped} />
        <Field label="What you say of it" value={text} onValue={setText} error={saying.of('text')} />
        <Button disabled={text.trim() === '' || saying.busy} onClick={() => void say()}>
          Say it
        </Button>
      </div>
    </details>
  )
}

function Sign({ view, saving }: Pick<SecondReaderProps, 'view' | 'saving'>) {
  const own = useSession().data?.name
  const signing = useDeed(sign, 'here')
  const put = async () => {
    const kept = await saving.keep()
    if (kept) await signing.run(kept)
  }
  if (view.readers.some((r) => r.who === own && !r.changedSince)) return null
  const asked = view.asked.some((a) => a.who === own && !a.read)
  return (
    <div className="mt-2">
      <Button
        look={asked ? 'main' : undefined}
        title="Readers see that you read it, until it is changed"
        disabled={signing.busy}
        onClick={() => void put()}
      >
        I read it, with my name
      </Button>
      {signing.problem !== null && <FieldError>{signing.problem}</FieldError>}
    </div>
  )
}

function Ask({ view }: { readonly view: View }) {
  const own = useSession().data?.name
  const asking = useDeed(ask, 'here')
  const people = useQuery({
    queryKey: keys.secondReaders(),
    queryFn: () => take(api.GET('/api/v1/write-ups/second-readers')),
  }).data
  const waited = view.asked.filter((a) => !a.read).map((a) => a.who)
  const free = people?.filter((p) => p !== own && !waited.includes(p))
  if (!free) return null
  if (people?.length === 1)
    return (
      <p className="mt-2 text-sm text-ink2">
        Nobody else has an account here. An owner invites others under “Who may do what”.
      </p>
    )
  return (
    <div className="mt-3">
      <div className="text-sm text-ink2 mb-1">Ask somebody to read it</div>
      <Combobox
        label="Ask somebody to read it"
        placeholder={free.length === 0 ? 'everybody is asked' : 'a name'}
        options={free.map((p) => ({ value: p, label: p }))}
        value=""
        onValue={(who) => {
          if (who !== '') void asking.run({ id: view.id, who, asked: true })
        }}
      />
      {asking.problem !== null && <FieldError>{asking.problem}</FieldError>}
    </div>
  )
}
