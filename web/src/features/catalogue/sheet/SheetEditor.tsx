import { lazy } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { Failed, Loading } from '../../../ui/States'
import { useSheetText } from '../queries'
import { GridEditor } from './GridEditor'

/** The editor of text is large, and few need it. */
const TextEditor = lazy(async () => ({ default: (await import('./TextEditor')).TextEditor }))

/** Describes a suite in a grid, or writes its sheet as text: a new one, a new version, or one that is there. */
export function SheetEditor() {
  const { id } = useParams()
  const [search] = useSearchParams()
  const from = search.get('from')
  const source = id ?? from
  const text = useSheetText(source === null ? undefined : Number(source))
  if (source !== null && text.isPending) return <Loading what="the sheet" />
  if (source !== null && text.isError) return <Failed error={text.error} retry={() => void text.refetch()} />
  const Editing = search.get('as') === 'text' ? TextEditor : GridEditor
  return <Editing key={source} kept={text.data} fresh={id === undefined} />
}
