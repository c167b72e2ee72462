import type { Schemas } from '../../api/client'
import { when } from '../../figures/dates'
import { deedWords } from '../../subjects/history'

type Line = Schemas['WriteUpLine']
type View = Schemas['WriteUpView']

/** How far a write-up is, in words. */
export function stateWords({ state, publishedAt }: Pick<Line, 'state' | 'publishedAt'>): string {
  switch (state) {
    case 'DRAFT':
      return 'draft'
    case 'WITHDRAWN':
      return 'withdrawn'
    case 'PUBLISHED':
      return publishedAt === undefined ? 'published' : `published ${when(publishedAt)}`
  }
}

/** One thing that a writer may look at before readers see it. */
export interface Point {
  readonly kind: 'open' | 'changed' | 'done'
  readonly title: string
  readonly words: string
}

const many = (n: number, one: string, more: string) =>
  `${n === 1 ? 'One' : String(n)} ${n === 1 ? one : more}`

/** The figures of the text, in its order. */
export function figuresInText({ text, figures }: View): readonly Schemas['FigureView'][] {
  return [...text.matchAll(/^::figure\{\s*number="?(\d+)/gm)].flatMap(
    (m) => figures.find((f) => f.number === Number(m[1])) ?? [],
  )
}

/** Caveats of the figures in the text that have no word of the writer, each once. */
export function unanswered(view: View): readonly string[] {
  const answered = new Set(view.answers.filter((a) => a.text.trim() !== '').map((a) => a.caveat))
  return [...new Set(view.figures.filter((f) => f.used).flatMap((f) => f.content.caveats))].filter(
    (n) => !answered.has(n),
  )
}

/** What is open, changed or done with a draft. */
export function points(view: View): readonly Point[] {
  return [...figurePoints(view), ...caveatPoints(view), ...verdictPoints(view), ...readerPoints(view)]
}

function figurePoints(view: View): readonly Point[] {
  const there = new Set(view.figures.map((f) => f.number))
  const asked = [...view.text.matchAll(/^::figure\{\s*number="?(\d+)/gm)].map((m) => Number(m[1]))
  const missing = asked.filter((n) => !there.has(n))
  const unused = view.figures.filter((f) => !f.used && !f.quoted)
  return [
    ...missing.map((n): Point => ({
      kind: 'open',
      title: `Figure ${String(n)} is not there`,
      words: 'The text has it, and it was never put in: take it out of the text, or put one in.',
    })),
    ...unused.map((f): Point => ({
      kind: 'changed',
      title: `Figure ${String(f.number)} is not in the text`,
      words: `“${f.content.title}”. Type @ where it is to stand.`,
    })),
  ]
}

function caveatPoints(view: View): readonly Point[] {
  const open = unanswered(view).length
  const all = new Set(view.figures.filter((f) => f.used).flatMap((f) => f.content.caveats)).size
  if (all === 0) return []
  return [
    open === 0
      ? { kind: 'done', title: 'Caveats of figures', words: `${many(all, 'has', 'have')} a word of yours.` }
      : {
          kind: 'changed',
          title: `${many(open, 'caveat of a figure has', 'caveats of figures have')} no word of yours`,
          words: 'Readers see them either way; what you say stands beside them.',
        },
  ]
}

function verdictPoints({ verdict }: View): readonly Point[] {
  if (verdict.verdict.trim() === '')
    return [{ kind: 'open', title: 'No verdict', words: 'Readers look for it first: say it in a sentence.' }]
  return [{ kind: 'done', title: 'Verdict', words: verdict.verdict }]
}

function readerPoints(view: View): readonly Point[] {
  const open = view.remarks.filter((r) => r.settledAt === undefined)
  const stands = view.readers.filter((r) => !r.changedSince).map((r) => r.who)
  const before = view.readers.filter((r) => r.changedSince).map((r) => r.who)
  const waited = view.asked.filter((a) => !a.read).map((a) => a.who)
  const asked = waited.length === 0 ? '' : ` Asked: ${waited.join(', ')}.`
  return [
    ...(open.length > 0
      ? [
          {
            kind: 'open',
            title: `${many(open.length, 'remark is', 'remarks are')} open`,
            words: open.map((r) => `${r.who}: ${r.text}`).join(' · '),
          } as const,
        ]
      : []),
    stands.length > 0
      ? { kind: 'done', title: 'Second reader', words: `Read by ${[...new Set(stands)].join(', ')}.${asked}` }
      : {
          kind: 'open',
          title: 'Second reader',
          words:
            (before.length > 0
              ? `${[...new Set(before)].join(', ')} read it before it was changed.`
              : 'Nobody put their name to it yet.') + asked,
        },
  ]
}

/** How a number of the text stands to its figures, in a sentence. */
export function claimWords({ text, standing }: Schemas['SaidNumber']): string {
  switch (standing) {
    case 'FOUND':
      return `“${text}” is what the records say`
    case 'OTHER_SUBJECT':
      return `“${text}” is known of another device`
    case 'OTHER_BASE':
      return `“${text}” is known of another base`
    case 'SLIP':
      return `“${text}” may be a slip of the pen`
    case 'UNKNOWN':
      return `“${text}” is in no figure here, and in no score of a device that is named`
  }
}

/** How a number that hangs on a figure stands to it, in a sentence. */
export function heldWords({ text, figure, holding, said, now, within }: Schemas['HeldNumber']): string {
  switch (holding) {
    case 'HOLDS':
      return `“${text}” is what figure ${String(figure)} says`
    case 'MOVED':
      return `“${text}” is ${now ?? 'another number'} now${intervalWords(within)}`
    case 'DIFFERS':
      return `The text says “${text}”; figure ${String(figure)} says ${said ?? 'another number'}`
    case 'GONE':
      return said === undefined
        ? `“${text}” hangs on nothing any more`
        : `“${text}” is not said any more where figure ${String(figure)} comes from`
  }
}

function intervalWords(within: boolean | undefined): string {
  if (within === undefined) return ''
  return within ? ', still within its interval' : ', outside its interval'
}

/** What of a figure is different in its view now. */
export function movedWords({ number, changed, of }: Schemas['MovedFigure']): string {
  const what =
    changed === 0
      ? 'has other rows or notes now'
      : `: ${String(changed)} of ${String(of)} numbers are others now`
  return changed === 0 ? `Figure ${String(number)} ${what}` : `Figure ${String(number)}${what}`
}

/** Why: what happened to runs since the figure was put in. */
export function whyWords({ title, why }: Schemas['MovedFigure']): string {
  const told = why.map(({ what, times }) => `${many(times, 'run', 'runs').toLowerCase()} ${deedWords(what)}`)
  return `“${title}”. ${told.length === 0 ? 'No run of its devices changed since it was put in; something else that its numbers rest on did.' : `Since it was put in: ${told.join(', ')}.`}`
}

/** A text in which numbers say what their figures say. */
export function rewritten(text: string, numbers: readonly Schemas['HeldNumber'][]): string {
  return numbers.reduce(
    (now, n) =>
      n.said === undefined
        ? now
        : now.split(`:number[${n.text}]{${n.about}}`).join(`:number[${n.said}]{${n.about}}`),
    text,
  )
}
