import { autocompletion } from '@codemirror/autocomplete'
import type { CompletionContext, CompletionResult } from '@codemirror/autocomplete'
import { yaml } from '@codemirror/lang-yaml'
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language'
import { lintGutter, setDiagnostics } from '@codemirror/lint'
import type { Diagnostic } from '@codemirror/lint'
import { Prec } from '@codemirror/state'
import { EditorView, keymap } from '@codemirror/view'
import { tags } from '@lezer/highlight'
import { basicSetup } from 'codemirror'
import { useEffect, useRef, useState } from 'react'
import type { RefObject } from 'react'
import type { Schemas } from '../../../api/client'
import { offsetOf } from './text'

export interface SheetTextProps {
  readonly text: string
  readonly problems: readonly Schemas['SheetProblem'][]
  readonly onText: (text: string) => void
  readonly onSave: () => void
  /** Where the cursor is to go; another object goes there again. */
  readonly place: { readonly line: number; readonly column: number } | null
}

/** Words that may stand in a sheet. */
const words = [
  ...['key', 'version', 'name', 'about', 'compares_with', 'group', 'home', 'settings', 'metrics', 'repeats'],
  ...['warmups', 'minutes', 'rest_seconds', 'conditions', 'steps', 'faults', 'headline', 'unrounded_totals'],
  ...[
    'unit',
    'scale',
    'better',
    'decimals',
    'formula',
    'aliases',
    'rungs',
    'from',
    'counts',
    'series',
    'reduce',
  ],
  ...[
    'along',
    'before',
    'metric',
    'where',
    'note',
    'to',
    'higher',
    'lower',
    'ratio',
    'interval',
    'check',
    'ladder',
  ],
  ...['information', 'processor', 'memory', 'graphics', 'storage', 'browser', 'energy', 'heat', 'network'],
  ...['playback', 'body', 'points', 'seconds', '"minutes as m:ss"', 'MB/s', 'frames/s', 'sum()', 'mean()'],
  ...['geomean()', 'level', 'each', 'peak', 'sustained'],
]

function complete(context: CompletionContext): CompletionResult | null {
  const word = context.matchBefore(/[\w"/]+/)
  if (!word && !context.explicit) return null
  return { from: word?.from ?? context.pos, options: words.map((label) => ({ label, type: 'keyword' })) }
}

/** In our own inks, by day and by night. */
const inks = HighlightStyle.define([
  { tag: [tags.propertyName, tags.definition(tags.propertyName)], color: 'var(--ink)', fontWeight: '600' },
  { tag: [tags.string, tags.content], color: 'var(--ink)' },
  { tag: [tags.number, tags.bool, tags.keyword, tags.atom], color: 'var(--ink)' },
  { tag: [tags.comment, tags.punctuation, tags.separator, tags.meta], color: 'var(--ink2)' },
])

const look = EditorView.theme({
  '&': { height: 'calc(100vh - 190px)', minHeight: '20rem', fontSize: '0.75rem' },
  '&.cm-focused': { outline: 'none' },
  '.cm-gutters': { backgroundColor: 'var(--ground)', color: 'var(--ink2)', border: 'none' },
  '.cm-activeLine, .cm-activeLineGutter': { backgroundColor: 'transparent' },
  '.cm-content': { caretColor: 'var(--ink)' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '&.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground, .cm-selectionBackground': {
    backgroundColor: 'var(--line)',
  },
  '.cm-tooltip': { backgroundColor: 'var(--sheet)', color: 'var(--ink)', border: '1px solid var(--line)' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': {
    backgroundColor: 'var(--ground)',
    color: 'var(--ink)',
  },
})

/** What is called when something is typed or is to be kept, as it is now. */
type Calls = RefObject<Pick<SheetTextProps, 'onText' | 'onSave'>>

function newEditor(parent: HTMLElement, doc: string, calls: Calls): EditorView {
  const save = () => {
    calls.current.onSave()
    return true
  }
  return new EditorView({
    parent,
    doc,
    extensions: [
      Prec.highest(keymap.of([{ key: 'Mod-Enter', run: save }])),
      basicSetup,
      yaml(),
      syntaxHighlighting(inks),
      autocompletion({ override: [complete] }),
      lintGutter(),
      look,
      EditorView.contentAttributes.of({ 'aria-label': 'Suite sheet', spellcheck: 'false' }),
      EditorView.updateListener.of((u) => {
        if (u.docChanged) calls.current.onText(u.state.doc.toString())
      }),
    ],
  })
}

function marksOf(doc: string, problems: SheetTextProps['problems']): Diagnostic[] {
  return problems.map((p) => {
    const from = Math.min(offsetOf(doc, p.line, p.column), doc.length)
    const to = Math.min(from + 1, doc.length)
    return { from, to, severity: p.fatal ? 'error' : 'warning', message: p.message }
  })
}

/** The text of a sheet in an editor: colours, completion, and a mark at every fault. */
export function SheetText({ text, problems, place, onText, onSave }: SheetTextProps) {
  const box = useRef<HTMLDivElement>(null)
  const first = useRef(text)
  const calls = useRef({ onText, onSave })
  const [editor, setEditor] = useState<EditorView | null>(null)
  useEffect(() => {
    calls.current = { onText, onSave }
  })
  useEffect(() => {
    if (!box.current) return
    const made = newEditor(box.current, first.current, calls)
    setEditor(made)
    return () => {
      made.destroy()
    }
  }, [])
  useEffect(() => {
    if (editor && editor.state.doc.toString() !== text)
      editor.dispatch({ changes: { from: 0, to: editor.state.doc.length, insert: text } })
  }, [text, editor])
  useEffect(() => {
    editor?.dispatch(setDiagnostics(editor.state, marksOf(editor.state.doc.toString(), problems)))
  }, [problems, editor])
  useEffect(() => {
    if (!editor || !place) return
    const at = offsetOf(editor.state.doc.toString(), place.line, place.column)
    const head = Math.min(at + 1, editor.state.doc.length)
    editor.focus()
    editor.dispatch({ selection: { anchor: at, head }, scrollIntoView: true })
  }, [place, editor])
  return <div ref={box} className="border border-line rounded bg-sheet overflow-hidden" />
}
