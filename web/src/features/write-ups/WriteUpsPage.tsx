import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import type { Schemas } from '../../api/client'
import { useModels, useSession } from '../../api/queries'
import { useFocus } from '../../frame/focus'
import { when } from '../../figures/dates'
import { useWriteUps } from '../../subjects/queries'
import { Button } from '../../ui/Button'
import { Combobox } from '../../ui/Combobox'
import { Dialog } from '../../ui/Dialog'
import { Field, FieldError } from '../../ui/Field'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { Looks } from './Looks'
import { begin } from './deeds'
import { usePublishedMoves } from './queries'
import { stateWords } from './words'

type Line = Schemas['WriteUpLine']

/** Every write-up: drafts, what readers see, and what was taken back. */
export function WriteUpsPage() {
  const all = useWriteUps()
  const [open, setOpen] = useState(false)
  if (all.isPending) return <Loading what="the write-ups" />
  if (all.isError) return <Failed error={all.error} retry={() => void all.refetch()} />
  const start = (
    <Button
      look="main"
      changes
      onClick={() => {
        setOpen(true)
      }}
    >
      Begin a write-up
    </Button>
  )
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-10">
      <div className="flex items-baseline gap-4">
        <h1>Write-ups</h1>
        {all.data.length > 0 && start}
        <a
          className="text-base underline underline-offset-2 decoration-line"
          href="/read"
          target="_blank"
          rel="noreferrer"
        >
          What readers see
        </a>
        {all.data.some((w) => w.state === 'PUBLISHED') && (
          <a
            className="text-base underline underline-offset-2 decoration-line"
            href="/api/v1/write-ups/published.zip"
            download
          >
            Take all of it along (ZIP)
          </a>
        )}
      </div>
      {all.data.length === 0 ? (
        <div className="mt-3 max-w-140">
          <p className="text-base mb-3">
            Nothing is written yet. A write-up says what you conclude, with figures that stay tied to what was
            measured, and becomes a page that readers open without signing in.
          </p>
          {start}
        </div>
      ) : (
        <>
          <Asked lines={all.data} />
          <WriteUps lines={all.data} />
        </>
      )}
      {all.data.some((w) => w.state === 'PUBLISHED') && (
        <div className="mt-2 min-h-5">
          <Looks />
        </div>
      )}
      {open && (
        <Begin
          onClose={() => {
            setOpen(false)
          }}
        />
      )}
    </div>
  )
}

/** Whether what readers see still holds. */
function Moved({ moves }: { readonly moves: Schemas['PublishedMoves'] | undefined }) {
  if (!moves || moves.numbers === 0) return null
  const { changed, numbers, seen } = moves
  if (changed.length > 0)
    return (
      <div className="text-mulberry text-sm whitespace-normal" title={changed.join('\n')}>
        {changed.length} of {numbers} published numbers no longer hold
      </div>
    )
  return (
    <div className="text-ink2 text-sm whitespace-normal">
      {seen ? 'its numbers hold' : 'not looked at since the scores changed'}
    </div>
  )
}

/** What waits for one's own reading. */
function Asked({ lines }: { readonly lines: readonly Line[] }) {
  const own = useSession().data?.name ?? ''
  const mine = lines.filter((w) => w.waitsFor.includes(own))
  if (mine.length === 0) return null
  return (
    <p className="mt-3 border-l-3 border-mulberry pl-2.5 text-base" data-testid="asked-of-me">
      You are asked to read{' '}
      {mine.map((w, i) => (
        <span key={w.id}>
          {i > 0 && ', '}
          <Link
            className="font-semibold underline underline-offset-2 decoration-line"
            to={`/write-ups/${String(w.id)}`}
          >
            {w.title}
          </Link>
        </span>
      ))}
      .
    </p>
  )
}

function WriteUps({ lines }: { readonly lines: readonly Line[] }) {
  const moves = usePublishedMoves()
  return (
    <table className="border-collapse text-base w-full max-w-270 mt-3" data-testid="write-ups">
      <thead>
        <tr>
          <th className="pr-4 pb-1">Title</th>
          <th className="pr-4 pb-1">Device</th>
          <th className="pr-4 pb-1">State</th>
          <th className="pr-4 pb-1">Written by</th>
          <th className="pr-4 pb-1">Read by</th>
          <th className="pb-1">Changed</th>
        </tr>
      </thead>
      <tbody>
        {lines.map((w) => (
          <tr key={w.id} className="border-t border-line2 align-baseline">
            <td className="pr-4 py-1.5">
              <Link
                className="font-semibold hover:underline underline-offset-2"
                to={`/write-ups/${String(w.id)}`}
              >
                {w.title}
              </Link>
              {w.line !== '' && <div className="text-ink2 text-sm">{w.line}</div>}
            </td>
            <td className="pr-4">
              {w.modelId === undefined ? (
                <span className="text-ink2">none</span>
              ) : (
                <Link
                  className="hover:underline underline-offset-2"
                  to={`/catalogue/models/${String(w.modelId)}`}
                >
                  {w.device}
                </Link>
              )}
            </td>
            <td className="pr-4 whitespace-nowrap">
              {stateWords(w)}
              {w.state === 'PUBLISHED' && (
                <>
                  {' · '}
                  <a
                    className="underline underline-offset-2 decoration-line"
                    href={`/read/${w.slug}`}
                    target="_blank"
                    rel="noreferrer"
                  >
                    read it
                  </a>
                </>
              )}
              {w.state === 'PUBLISHED' && <Moved moves={moves.data?.find((m) => m.writeUp === w.id)} />}
            </td>
            <td className="pr-4">{w.madeBy}</td>
            <td className="pr-4">
              {w.readBy.length === 0 ? <span className="text-ink2">nobody yet</span> : w.readBy.join(', ')}
              {w.waitsFor.length > 0 && (
                <div className="text-ink2 text-sm">asked: {w.waitsFor.join(', ')}</div>
              )}
            </td>
            <td className="num text-ink2 whitespace-nowrap">
              {when(w.changedAt)}
              {w.changedBy !== w.madeBy && `, ${w.changedBy}`}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** A title, a line below it, and the device; nothing else in the way. */
function Begin({ onClose }: { readonly onClose: () => void }) {
  const navigate = useNavigate()
  const models = useModels().data ?? []
  const [title, setTitle] = useState('')
  const [line, setLine] = useState('')
  const focus = useFocus()
  const [model, setModel] = useState(focus ? String(focus.modelId) : '')
  const starting = useDeed(begin, 'here')
  const start = async () => {
    const made = await starting.run({ title, line, ...(model === '' ? {} : { modelId: Number(model) }) })
    if (made) void navigate(`/write-ups/${String(made.id)}`)
  }
  return (
    <Dialog open onClose={onClose} title="Begin a write-up">
      <form
        onSubmit={(e) => {
          e.preventDefault()
          void start()
        }}
      >
        <Field
          label="Title"
          value={title}
          onValue={setTitle}
          error={starting.of('title')}
          autoFocus
          required
        />
        <Field label="Line below it, if any" value={line} onValue={setLine} error={starting.of('line')} />
        <div className="mb-3">
          <div className="text-sm text-ink2 mb-1">Of which device, if it is of one</div>
          <Combobox
            label="Device"
            options={models.map((m) => ({ value: String(m.id), label: `${m.maker} ${m.name}`.trim() }))}
            value={model}
            onValue={setModel}
            large
          />
        </div>
        {starting.general !== null && <FieldError>{starting.general}</FieldError>}
        <Button look="main" type="submit" disabled={starting.busy}>
          Begin
        </Button>
      </form>
    </Dialog>
  )
}
