import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import type { Schemas } from '../../api/client'
import { useModels, useSession } from '../../api/queries'
import { when } from '../../figures/dates'
import { useWriteUp } from '../../subjects/queries'
import { Button } from '../../ui/Button'
import { Combobox } from '../../ui/Combobox'
import { Dialog } from '../../ui/Dialog'
import { FieldError } from '../../ui/Field'
import { Overtaken } from '../../ui/Overtaken'
import { Failed, Loading } from '../../ui/States'
import { useDeed } from '../../ui/deed'
import { BeforeReaders } from './BeforeReaders'
import { FigureBlock } from './FigureBlock'
import { Publish } from './Publish'
import { VerdictForm } from './VerdictForm'
import { throwAway } from './deeds'
import { Editor } from './editor/Editor'
import type { Found } from './editor/Finds'
import { PictureForm } from './editor/PictureForm'
import { NumberForm } from './editor/NumberForm'
import { firstWay, useMoves } from './queries'
import { typedOf, useSaving } from './saving'
import type { Saving, Typed } from './saving'

type View = Schemas['WriteUpView']

/** One write-up: its text as it becomes, and what to look at before readers see it. */
export function WriteUpPage() {
  const id = Number(useParams().id)
  const found = useWriteUp(id)
  if (found.isPending) return <Loading what="the write-up" />
  if (found.isError) return <Failed error={found.error} retry={() => void found.refetch()} />
  return <Writing key={id} view={found.data} />
}

function Writing({ view }: { readonly view: View }) {
  const saving = useSaving(view)
  const reads = useSession().data?.role === 'READER'
  const { typed, type } = saving
  const answer = (caveat: string, text: string) => {
    const others = typed.answers.filter((a) => a.caveat !== caveat)
    type({ answers: text === '' ? others : [...others, { caveat, text }] })
  }
  const shown = { ...view, ...typed }
  const moves = useMoves(view.id, view.edition)
  return (
    <div className="flex min-h-full max-xl:flex-col">
      <div className="flex-1 min-w-0 px-10 max-md:px-4 pt-4 pb-20">
        <div className="max-w-165 mx-auto">
          <Head view={view} saving={saving} reads={reads} />
          <Named typed={typed} saving={saving} reads={reads} />
          <Conflict saving={saving} />
          <VerdictForm
            verdict={typed.verdict}
            reads={reads}
            onVerdict={(verdict) => {
              type({ verdict })
            }}
          />
          <Editor
            text={typed.text}
            onText={(text) => {
              type({ text })
            }}
            editable={!reads}
            files={`/api/v1/write-ups/${String(view.id)}/`}
            picture={(asked) => <PictureForm key={asked.dropped.length} of={view.id} {...asked} />}
            finds={finds(view)}
            onQuote={async ({ number, quote }) => (quote === undefined ? undefined : firstWay(number, quote))}
            number={(pressed) => {
              const held = moves.data?.numbers.find((n) => n.about === pressed.about)
              const of = view.figures.find((f) => f.number === held?.figure)
              return <NumberForm key={pressed.about} {...pressed} held={held} figure={of} />
            }}
            figure={(number) => (
              <FigureBlock
                number={number}
                figure={view.figures.find((f) => f.number === number)}
                answers={typed.answers}
                reads={reads}
                onAnswer={answer}
              />
            )}
          />
        </div>
      </div>
      <BeforeReaders view={shown} saving={saving} reads={reads} />
    </div>
  )
}

/** Figures that were put in, and all their numbers. */
function finds({ figures }: View): readonly Found[] {
  return [
    ...figures.map((f) => ({ number: f.number, title: f.content.title })),
    ...figures.flatMap((f) =>
      f.content.numbers.map((quote) => ({ number: f.number, title: f.content.title, quote })),
    ),
  ]
}

interface PartProps {
  readonly saving: Saving
  readonly reads: boolean
}

const stateWords: Record<Saving['state'], string> = {
  kept: 'kept',
  typing: 'not kept yet',
  keeping: 'keeping …',
  refused: 'not kept',
}

function Head({ view, saving, reads }: PartProps & { readonly view: View }) {
  const navigate = useNavigate()
  const throwing = useDeed(throwAway, 'here')
  const [sure, setSure] = useState(false)
  const state = view.state === 'DRAFT' ? 'Draft' : view.state === 'PUBLISHED' ? 'Published' : 'Withdrawn'
  return (
    <div className="flex items-center gap-2 text-sm text-ink2 mb-4 flex-wrap">
      <span role="status" className="mr-auto">
        {state}, {saving.state === 'kept' ? `kept ${when(view.changedAt)}` : stateWords[saving.state]}
        {view.changedBy !== view.madeBy && `, ${view.changedBy}`}
      </span>
      {!reads && view.states.length === 0 && (
        <Button
          look="link"
          onClick={() => {
            setSure(true)
          }}
        >
          Throw it away …
        </Button>
      )}
      {sure && (
        <Dialog
          open
          title={`Throw “${view.title}” away?`}
          about="Its text and its figures are gone then; nothing that was measured is touched."
          onClose={() => {
            setSure(false)
          }}
        >
          {throwing.problem !== null && <FieldError>{throwing.problem}</FieldError>}
          <Button
            look="main"
            disabled={throwing.busy}
            onClick={() => {
              void throwing.run(view).then((done) => {
                if (done !== undefined) void navigate('/write-ups')
              })
            }}
          >
            Throw it away
          </Button>
        </Dialog>
      )}
      <a
        className="border border-line rounded px-2.75 py-1.25 text-base text-ink hover:border-ink2"
        href={`/api/v1/write-ups/${String(view.id)}/page`}
        target="_blank"
        rel="noreferrer"
      >
        See it as readers do
      </a>
      {view.figures.some((f) => f.used) && (
        <Link
          className="border border-line rounded px-2.75 py-1.25 text-base text-ink hover:border-ink2"
          title="Its figures over the whole screen: → and ← turn, b and ↓ build one up row by row, f fills the screen, Esc comes back"
          to={`/write-ups/${String(view.id)}/show`}
        >
          Show
        </Link>
      )}
      {!reads && <Publish view={view} saving={saving} />}
    </div>
  )
}

/** Title, the line below it, and the device. */
function Named({ typed, saving, reads }: PartProps & { readonly typed: Typed }) {
  const models = useModels().data ?? []
  const { type, of } = saving
  const device = models.find((m) => m.id === typed.modelId)
  return (
    <div className="mb-4">
      <h1 className="sr-only">{typed.title}</h1>
      <textarea
        aria-label="Title"
        value={typed.title}
        readOnly={reads}
        rows={1}
        onChange={(e) => {
          type({ title: e.target.value.replace(/\n/g, ' ') })
        }}
        className="w-full field-sizing-content resize-none bg-transparent text-3xl font-bold tracking-tight outline-none border-b border-transparent focus:border-line"
      />
      {of('title') !== undefined && <FieldError>The title {of('title')}.</FieldError>}
      <textarea
        rows={1}
        aria-label="Line below the title"
        placeholder={reads ? '' : 'a line below it'}
        value={typed.line}
        readOnly={reads}
        onChange={(e) => {
          type({ line: e.target.value.replace(/\n/g, ' ') })
        }}
        className="w-full field-sizing-content resize-none bg-transparent text-xl text-ink2 outline-none border-b border-transparent focus:border-line"
      />
      <div className="flex items-center gap-2 text-sm text-ink2 mt-1">
        <span>Of</span>
        {reads ? (
          ((device && `${device.maker} ${device.name}`) ?? 'no device')
        ) : (
          <Combobox
            label="Device"
            className="w-70"
            placeholder="no device"
            options={models.map((m) => ({ value: String(m.id), label: `${m.maker} ${m.name}`.trim() }))}
            value={typed.modelId === undefined ? '' : String(typed.modelId)}
            onValue={(v) => {
              type({ modelId: v === '' ? undefined : Number(v) } as Partial<Typed>)
            }}
          />
        )}
        {device && (
          <Link
            className="underline underline-offset-2 decoration-line"
            to={`/catalogue/models/${String(device.id)}`}
          >
            what is known of it
          </Link>
        )}
      </div>
    </div>
  )
}

function Conflict({ saving }: { readonly saving: Saving }) {
  const { theirs, typed, problem } = saving
  if (!theirs) return problem === null ? null : <FieldError>Not kept: {problem}</FieldError>
  const other = typedOf(theirs)
  const lists = (t: Typed) => t.answers.map((a) => `${a.caveat} ${a.text}`).join('\n')
  const verdict = ({ verdict: v }: Typed) =>
    [v.verdict, v.forWhom, v.notForWhom, ...v.pros, ...v.cons, ...v.lacks, ...v.next]
      .filter(Boolean)
      .join('\n')
  return (
    <Overtaken
      what="this write-up"
      lines={[
        { label: 'title', theirs: other.title, mine: typed.title },
        { label: 'line', theirs: other.line, mine: typed.line },
        { label: 'verdict', theirs: verdict(other), mine: verdict(typed) },
        { label: 'text', theirs: other.text, mine: typed.text },
        { label: 'answers', theirs: lists(other), mine: lists(typed) },
      ]}
      onTheirs={saving.takeTheirs}
      onMine={saving.keepMine}
    />
  )
}
