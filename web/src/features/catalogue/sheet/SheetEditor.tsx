import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useRef, useState } from 'react'
import { useNavigate, useParams, useSearchParams } from 'react-router'
import { api, take } from '../../../api/client'
import type { Schemas } from '../../../api/client'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { Overtaken } from '../../../ui/Overtaken'
import { useDeed } from '../../../ui/deed'
import { keys } from '../../../api/keys'
import { keepSheet } from '../deeds'
import type { SheetKeeping } from '../deeds'
import { Failed, Loading } from '../../../ui/States'
import { useDraft, useSheetText } from '../queries'
import { DraftAside, Preview } from './Preview'
import { SuiteGrid } from './SuiteGrid'
import { draftOf, emptyForm } from './draft'

/** What of a sheet somebody else kept. */
type Kept = Pick<Schemas['Written'], 'text' | 'edition'>

const starter = `key: my-suite
version: "1"
name: My suite
about: What it does, in a sentence.
group: processor
repeats: 3
minutes: 5
conditions: [Plugged in]
settings: {threads: all}
metrics:
  - {key: first, name: First part, unit: "{point}", decimals: 0}
  - {key: second, name: Second part, unit: s, better: lower}
  - {key: total, name: Total, unit: "{point}", decimals: 0, formula: "1000 * first / second"}
`

/** Writes a suite sheet: checked as it is typed, with the grid it gives beside it. */
export function SheetEditor() {
  const { id } = useParams()
  const [search] = useSearchParams()
  const from = search.get('from')
  const source = id ?? from
  const text = useSheetText(source === null ? undefined : Number(source))
  if (source !== null && text.isPending) return <Loading what="the sheet" />
  if (source !== null && text.isError) return <Failed error={text.error} retry={() => void text.refetch()} />
  if (source === null && search.get('as') !== 'text') return <NewSuite />
  return <Editor key={source} kept={text.data} fresh={id === undefined} />
}

/** Describes a new suite in a grid, with the grid for its scores beside it. */
function NewSuite() {
  const navigate = useNavigate()
  const keep = useDeed(keepSheet, 'here')
  const [draft, setDraft] = useState<Schemas['SheetDraft']>(() => draftOf(emptyForm))
  const deferred = useDeferredValue(draft)
  const check = useDraft(deferred)
  const begun = draft.name.trim() !== '' && draft.tests.length > 0
  const usable = begun && check.data?.suite !== undefined
  const save = async () => {
    // As it is now, which may be later than what was checked.
    const { text } = await take(api.POST('/api/v1/sheets/drafts', { body: draft }))
    const suite = await keep.run({ text })
    if (suite) void navigate(`/catalogue/suites/${String(suite.id)}`)
  }
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-8">
      <div className="flex items-start gap-2.5">
        <div className="flex-1">
          <h1>New suite</h1>
          <p className="text-ink2 text-base">
            A row for each number that it yields. Beside it stands the grid in which its scores are typed.
          </p>
        </div>
        <Button onClick={() => void navigate('/catalogue/suites/new?as=text')}>Write it as text</Button>
        <Button look="main" disabled={!usable || keep.busy} onClick={() => void save()}>
          Keep this suite
        </Button>
        <Button look="quiet" onClick={() => void navigate(-1)}>
          Leave it
        </Button>
      </div>
      {keep.problem !== null && <FieldError>{keep.problem}</FieldError>}
      <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-9 mt-4">
        <SuiteGrid onDraft={setDraft} />
        <DraftAside begun={begun} checked={check.data} />
      </div>
    </div>
  )
}

interface EditorProps {
  /** The sheet it begins with; an example if absent. */
  readonly kept: Schemas['Written'] | undefined
  /** Whether a new suite or version is made; else the kept sheet is changed. */
  readonly fresh: boolean
}

function Editor(props: EditorProps) {
  const area = useRef<HTMLTextAreaElement>(null)
  const { text, setText, check, keep, save, opened } = useEditing(props)
  const { theirs } = keep
  const problems = check.data?.problems ?? []
  const usable = check.data?.suite !== undefined
  const go = (line: number, column: number) => {
    const at = offsetOf(text, line, column)
    area.current?.focus()
    area.current?.setSelectionRange(at, at + 1)
  }
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-8">
      <EditorHead {...props} usable={usable} onText={setText} onKeep={() => void save()} />
      {keep.problem !== null && <FieldError>{keep.problem}</FieldError>}
      {theirs && (
        <Overtaken
          what="this sheet"
          lines={[{ label: 'Sheet', theirs: theirs.text, mine: text }]}
          onTheirs={() => {
            setText(theirs.text)
            opened(theirs.edition)
            keep.clear()
          }}
          onMine={() => {
            void save(theirs.edition)
          }}
        />
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-7 mt-4">
        <SheetText
          area={area}
          text={text}
          problems={problems}
          onText={setText}
          onSave={() => usable && void save()}
        />
        <div>
          <ProblemList problems={problems} onGo={go} />
          {check.data?.suite && <Preview suite={check.data.suite} />}
        </div>
      </div>
    </div>
  )
}

/** The text as it is typed, what is wrong with it, and how it is kept. */
function useEditing({ kept, fresh }: EditorProps) {
  const navigate = useNavigate()
  const [text, setText] = useState(() =>
    kept === undefined ? starter : fresh ? nextVersion(kept.text, kept.suite.version) : kept.text,
  )
  const keep = useDeed<SheetKeeping, Schemas['SuiteView'], Kept>(keepSheet, 'here')
  // As it was when this was opened: the sheet itself follows what others keep meanwhile.
  const [edition, opened] = useState(kept?.edition ?? 0)
  const deferred = useDeferredValue(text)
  const check = useQuery({
    queryKey: keys.sheetCheck(deferred),
    queryFn: () => take(api.POST('/api/v1/sheets/checks', { body: { text: deferred } })),
    placeholderData: (before) => before,
  })
  const save = async (over = edition) => {
    const suite = await keep.run({
      text,
      kept: fresh || kept === undefined ? undefined : { suite: kept.suite.id, edition: over },
    })
    if (suite) void navigate(`/catalogue/suites/${String(suite.id)}`)
  }
  return { text, setText, check, keep, save, opened }
}

interface EditorHeadProps extends EditorProps {
  readonly usable: boolean
  readonly onText: (text: string) => void
  readonly onKeep: () => void
}

function EditorHead({ kept, fresh, usable, onText, onKeep }: EditorHeadProps) {
  const navigate = useNavigate()
  return (
    <div className="flex items-start gap-2.5">
      <div className="flex-1">
        <h1>{titleOf(kept, fresh)}</h1>
        <p className="text-ink2 text-base">
          {fresh || kept === undefined
            ? 'YAML or JSON. Once scores are taken down by it, what they mean stays as it is.'
            : 'Minutes, conditions, words, aliases and known faults may change; what a score means needs a new version.'}
        </p>
      </div>
      <label className="rounded border border-line px-2.75 py-1.25 text-base cursor-pointer hover:border-ink2">
        Open a file
        <input
          type="file"
          accept=".yaml,.yml,.json"
          className="sr-only"
          onChange={(e) => {
            void e.target.files?.[0]?.text().then(onText)
            e.target.value = ''
          }}
        />
      </label>
      <Button look="main" disabled={!usable} onClick={onKeep}>
        Keep the sheet
      </Button>
      <Button look="quiet" onClick={() => void navigate(-1)}>
        Leave it
      </Button>
    </div>
  )
}

function titleOf(kept: EditorProps['kept'], fresh: boolean): string {
  if (kept === undefined) return 'New suite'
  return fresh ? `New version of ${kept.suite.name}` : `Sheet of ${kept.suite.name} ${kept.suite.version}`
}

interface SheetTextProps {
  readonly area: React.RefObject<HTMLTextAreaElement | null>
  readonly text: string
  readonly problems: readonly Schemas['SheetProblem'][]
  readonly onText: (text: string) => void
  readonly onSave: () => void
}

/** The text with its line numbers; a line with a fault has its number marked. */
function SheetText({ area, text, problems, onText, onSave }: SheetTextProps) {
  const numbers = useRef<HTMLDivElement>(null)
  return (
    <div className="flex border border-line rounded h-[calc(100vh-190px)] min-h-80 font-mono text-sm leading-4.75 overflow-hidden">
      <div
        ref={numbers}
        className="w-9 shrink-0 overflow-hidden text-right text-ink2 py-2 bg-ground select-none"
        aria-hidden="true"
      >
        {text.split('\n').map((_, i) => {
          const worst = problems.filter((p) => p.line === i + 1)
          const look = worst.some((p) => p.fatal)
            ? 'text-brick font-bold'
            : worst.length > 0
              ? 'text-mulberry font-bold'
              : ''
          return (
            <div key={i} className={`pr-1.5 ${look}`}>
              {i + 1}
            </div>
          )
        })}
      </div>
      <textarea
        ref={area}
        aria-label="Suite sheet"
        className="flex-1 min-w-0 resize-none bg-sheet px-2 py-2 whitespace-pre overflow-auto focus-visible:outline-none"
        spellCheck={false}
        wrap="off"
        value={text}
        onScroll={(e) => {
          if (numbers.current) numbers.current.scrollTop = e.currentTarget.scrollTop
        }}
        onChange={(e) => {
          onText(e.target.value)
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter' && (e.ctrlKey || e.metaKey)) onSave()
        }}
      />
    </div>
  )
}

interface ProblemListProps {
  readonly problems: readonly Schemas['SheetProblem'][]
  readonly onGo: (line: number, column: number) => void
}

function ProblemList({ problems, onGo }: ProblemListProps) {
  if (problems.length === 0) return <p className="text-base text-ink2 mb-4">Nothing is wrong with it.</p>
  return (
    <ul className="mb-4 text-base" aria-label="What is wrong" aria-live="polite" data-testid="sheet-problems">
      {problems.map((p, i) => (
        <li key={i} className="py-0.5">
          <button
            className="text-left hover:underline underline-offset-2"
            onClick={() => {
              onGo(p.line, p.column)
            }}
          >
            <span className={p.fatal ? 'text-brick' : 'text-mulberry'}>
              line {p.line}, column {p.column}
            </span>{' '}
            {p.message}
            {!p.fatal && <span className="text-ink2"> (looks odd, can be kept)</span>}
          </button>
        </li>
      ))}
    </ul>
  )
}

/** The same sheet with its version counted up by one, where it ends in a number. */
export function nextVersion(text: string, version: string): string {
  const next = version.replace(/\d+$/, (digits) => String(Number(digits) + 1))
  return text.replace(
    /((?:^|[{,])\s*"?version"?\s*:\s*)["']?[^"',}\n]+["']?/m,
    `$1"${next === version ? `${version}-2` : next}"`,
  )
}

/** Where a line and column (from 1) are in a text. */
export function offsetOf(text: string, line: number, column: number): number {
  const lines = text.split('\n')
  const before = lines.slice(0, line - 1).reduce((sum, l) => sum + l.length + 1, 0)
  return Math.min(text.length, before + column - 1)
}
