import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { api, take } from '../../../api/client'
import type { Schemas } from '../../../api/client'
import { keys } from '../../../api/keys'
import { Button } from '../../../ui/Button'
import { FieldError } from '../../../ui/Field'
import { Overtaken } from '../../../ui/Overtaken'
import { Failed, Loading } from '../../../ui/States'
import { useDraft } from '../queries'
import { Correcting } from './Correcting'
import { DraftAside } from './Preview'
import { SuiteGrid } from './SuiteGrid'
import { draftOf, emptyForm, formOf } from './draft'
import type { SheetForm } from './draft'
import { useKeeping } from './keeping'
import type { EditorProps } from './keeping'
import { countedUp } from './text'

/** Describes a suite in a grid, with the grid for its scores beside it. */
export function GridEditor(props: EditorProps) {
  const { kept, fresh } = props
  const id = kept?.suite.id
  const draft = useQuery({
    queryKey: keys.sheetCheck(`draft of ${String(id ?? 0)}.${String(kept?.edition ?? 0)}`),
    enabled: id !== undefined,
    queryFn: () => take(api.GET('/api/v1/sheets/{id}/draft', { params: { path: { id: id ?? 0 } } })),
  })
  if (id === undefined) return <Grid {...props} start={emptyForm} />
  if (draft.isPending) return <Loading what="the sheet" />
  if (draft.isError) return <Failed error={draft.error} retry={() => void draft.refetch()} />
  const form = formOf(draft.data)
  return <Grid {...props} start={fresh ? { ...form, version: countedUp(form.version) } : form} />
}

interface GridProps extends EditorProps {
  readonly start: SheetForm
}

function Grid({ kept, fresh, start }: GridProps) {
  const keeping = useKeeping({ kept, fresh })
  const { theirs } = keeping
  const [draft, setDraft] = useState<Schemas['SheetDraft']>(() => draftOf(start))
  const check = useDraft(useDeferredValue(draft))
  const begun = draft.name.trim() !== '' && draft.tests.length > 0
  const usable = begun && check.data?.suite !== undefined
  const save = async (over?: number) => {
    // As it is now, which may be later than what was checked.
    const { text } = await take(api.POST('/api/v1/sheets/drafts', { body: draft }))
    keeping.save(text, over)
  }
  return (
    <div className="pt-4.5 pl-6.5 pr-5.5 pb-8">
      <GridHead kept={kept} fresh={fresh} disabled={!usable || keeping.busy} onKeep={() => void save()} />
      {keeping.problem !== null && <FieldError>{keeping.problem}</FieldError>}
      {theirs && (
        <Overtaken
          what="this sheet"
          lines={[{ label: 'Sheet', theirs: theirs.text, mine: check.data?.text ?? '' }]}
          onTheirs={() => {
            window.location.reload()
          }}
          onMine={() => void save(theirs.edition)}
        />
      )}
      <div className="grid grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)] gap-9 mt-4">
        <SuiteGrid start={start} onDraft={setDraft} />
        <DraftAside begun={begun} checked={check.data} />
      </div>
      <Correcting keeping={keeping} suite={kept?.suite} />
    </div>
  )
}

interface HeadProps extends EditorProps {
  readonly disabled: boolean
  readonly onKeep: () => void
}

function GridHead({ kept, fresh, disabled, onKeep }: HeadProps) {
  const navigate = useNavigate()
  const asText =
    kept === undefined
      ? '/catalogue/suites/new?as=text'
      : fresh
        ? `/catalogue/suites/new?from=${String(kept.suite.id)}&as=text`
        : `/catalogue/suites/${String(kept.suite.id)}/edit?as=text`
  return (
    <div className="flex items-start gap-2.5">
      <div className="flex-1">
        <h1>{titleOf({ kept, fresh })}</h1>
        <p className="text-ink2 text-base">
          A row for each number that it yields. Beside it stands the grid in which its scores are typed.{' '}
          <Link to={asText} className="underline underline-offset-2">
            Write it as text
          </Link>
        </p>
      </div>
      <Button look="main" disabled={disabled} onClick={onKeep}>
        Keep this suite
      </Button>
      <Button look="quiet" onClick={() => void navigate(-1)}>
        Leave it
      </Button>
    </div>
  )
}

/** What is made or changed, in words. */
function titleOf({ kept, fresh }: EditorProps): string {
  if (kept === undefined) return 'New suite'
  return fresh ? `New version of ${kept.suite.name}` : `${kept.suite.name} ${kept.suite.version}`
}
