import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api, take } from '../../../api/client'
import type { Schemas } from '../../../api/client'
import { keys } from '../../../api/keys'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { Overtaken } from '../../../ui/Overtaken'
import { Correcting } from './Correcting'
import { Preview } from './Preview'
import { SheetText } from './SheetText'
import { useKeeping } from './keeping'
import type { EditorProps } from './keeping'
import { nextVersion } from './text'

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

/** Writes a suite sheet as text: checked as it is typed, with the grid it gives beside it. */
export function TextEditor({ kept, fresh }: EditorProps) {
  const [place, setPlace] = useState<{ line: number; column: number } | null>(null)
  const keeping = useKeeping({ kept, fresh })
  const { theirs } = keeping
  const [text, setText] = useState(() =>
    kept === undefined ? starter : fresh ? nextVersion(kept.text, kept.suite.version) : kept.text,
  )
  const check = useSheetCheck(useDeferredValue(text))
  const problems = check.data?.problems ?? []
  const usable = check.data?.suite !== undefined
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-8">
      <EditorHead
        kept={kept}
        fresh={fresh}
        usable={usable && !keeping.busy}
        onText={setText}
        onKeep={() => {
          keeping.save(text)
        }}
      />
      {keeping.problem !== null && <FieldError>{keeping.problem}</FieldError>}
      {theirs && (
        <Overtaken
          what="this sheet"
          lines={[{ label: 'Sheet', theirs: theirs.text, mine: text }]}
          onTheirs={() => {
            setText(theirs.text)
            keeping.opened(theirs.edition)
            keeping.clear()
          }}
          onMine={() => {
            keeping.save(text, theirs.edition)
          }}
        />
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-7 mt-4">
        <SheetText
          text={text}
          problems={problems}
          place={place}
          onText={setText}
          onSave={() => {
            if (usable) keeping.save(text)
          }}
        />
        <div>
          <ProblemList
            problems={problems}
            onGo={(line, column) => {
              setPlace({ line, column })
            }}
          />
          {check.data?.suite && <Preview suite={check.data.suite} />}
        </div>
      </div>
      <Correcting keeping={keeping} suite={kept?.suite} />
    </div>
  )
}

function useSheetCheck(text: string) {
  return useQuery({
    queryKey: keys.sheetCheck(text),
    queryFn: () => take(api.POST('/api/v1/sheets/checks', { body: { text } })),
    placeholderData: (before) => before,
  })
}

interface EditorHeadProps extends EditorProps {
  readonly usable: boolean
  readonly onText: (text: string) => void
  readonly onKeep: () => void
}

function EditorHead({ kept, fresh, usable, onText, onKeep }: EditorHeadProps) {
  const navigate = useNavigate()
  const asGrid =
    kept === undefined
      ? '/catalogue/suites/new'
      : fresh
        ? `/catalogue/suites/new?from=${String(kept.suite.id)}`
        : `/catalogue/suites/${String(kept.suite.id)}/edit`
  return (
    <div className="flex items-start gap-2.5">
      <div className="flex-1">
        <h1>{titleOf(kept, fresh)}</h1>
        <p className="text-ink2 text-base">
          {fresh || kept === undefined
            ? 'YAML or JSON, everyday words for units. '
            : 'What changes the meaning of scores is shown before it is kept. '}
          <Link to={asGrid} className="underline underline-offset-2">
            Describe it in a grid
          </Link>
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
