import { useDeferredValue, useLayoutEffect } from 'react'
import type { Schemas } from '../../api/client'
import { grouped, significant, unitWords } from '../../figures/format'
import { Button } from '../../ui/Button'
import type { Column } from './entry'
import { useCheck } from './queries'

/** What a cell shows of a check. */
export interface CellMark {
  readonly wrong: boolean
  /** In words, on hover. */
  readonly words: string
  /** A total that was not typed, as the sheet writes it. */
  readonly computed?: string
  /** Texts that the likeliest correction would put in place, by metric key. */
  readonly mend?: Readonly<Record<string, string>>
}

export interface ColumnChecksProps {
  readonly suite: Schemas['SuiteView']
  readonly setup: number
  readonly column: Column
  /** Which repeat it is, as an ordinal. */
  readonly name: string
  readonly onMarks: (marks: Readonly<Record<string, CellMark>>) => void
  readonly onMend: (texts: Readonly<Record<string, string>>) => void
  readonly onNote: (metric: string, note: string) => void
}

/** What looks wrong with one repeat as it is typed, and what would mend it. Nothing is changed by itself. */
export function ColumnChecks({ suite, setup, column, name, onMarks, onMend, onNote }: ColumnChecksProps) {
  const texts = useDeferredValue(column.texts)
  const { data } = useCheck(suite.id, setup, texts)
  // Before the page is painted: the cell is marked, and its key works, as soon as the words are there.
  useLayoutEffect(() => {
    if (data) onMarks(marksOf(data, column))
    // The caller's function is new at every drawing; only another answer matters.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [data])
  if (!data) return null
  const metric = (key: string) => suite.metrics.find((m) => m.key === key)
  const kept = (key: string) => (column.notes?.[key] ?? '') !== ''
  return (
    <div aria-live="polite" className="text-base">
      {data.mismatches
        .filter((m) => column.texts[m.metric] === m.text && !kept(m.metric))
        .map((m) => (
          <section key={m.metric} className="mb-4" data-testid="mismatch">
            <h2>
              The {name} {metric(m.metric)?.name.toLowerCase() ?? m.metric} does not add up.
            </h2>
            <p className="text-ink2 text-sm">
              The parts come to <b className="num text-ink">{grouped(m.computed)}</b>,{' '}
              <span className="num">{grouped(m.difference.slice(1))}</span>{' '}
              {m.difference.startsWith('+') ? 'less' : 'more'} than typed.
            </p>
            <ul className="mt-2 grid gap-1.5">
              {m.corrections.slice(0, 3).map((c, i) => (
                <li key={i} className="flex items-center gap-2">
                  <Button
                    onClick={() => {
                      onMend(c.texts)
                    }}
                  >
                    {Object.entries(c.texts)
                      .map(([key, text]) => `${metric(key)?.name ?? key} is ${grouped(text)}`)
                      .join(', ')}
                  </Button>
                  <span className="text-ink2 text-sm">
                    {c.words}
                    {i === 0 && ' (Alt M)'}
                  </span>
                </li>
              ))}
              {m.corrections.length === 0 && (
                <li className="text-ink2 text-sm">No single slip of the pen explains it.</li>
              )}
              <li className="flex items-center gap-2">
                <Button
                  onClick={() => {
                    onNote(m.metric, 'as the suite showed it; the parts do not add up')
                  }}
                >
                  Keep as typed
                </Button>
                <span className="text-ink2 text-sm">with a note</span>
              </li>
            </ul>
          </section>
        ))}
      {data.unlikely
        .filter((d) => column.texts[d.metric]?.trim() === d.text && !kept(d.metric))
        .filter((d) => data.mismatches.every((m) => m.metric !== d.metric))
        .map((d) => (
          <p key={d.metric} className="mb-2" data-testid="unlikely">
            <b className="font-semibold">Check this:</b> {metric(d.metric)?.name} {grouped(d.text)}.{' '}
            <span className="text-ink2">
              Expected <span className="num">{significant(d.low, 3)}</span> to{' '}
              <span className="num">{significant(d.high, 3)}</span> {unitWords(metric(d.metric)?.unit ?? '')},{' '}
              {d.basis}.
            </span>
          </p>
        ))}
    </div>
  )
}

/** What each cell of a repeat shows of its checks. */
export function marksOf(check: Schemas['CheckView'], column: Column): Readonly<Record<string, CellMark>> {
  const marks: Record<string, CellMark> = {}
  const add = (metric: string, mark: CellMark) => {
    marks[metric] = { ...mark, ...(marks[metric]?.wrong === true ? { wrong: true } : {}) }
  }
  for (const [metric, computed] of Object.entries(check.computed)) {
    add(metric, { wrong: false, words: 'computed from the parts', computed: grouped(computed) })
  }
  for (const [metric, words] of Object.entries(check.unreadable)) add(metric, { wrong: true, words })
  const open = (metric: string, text: string) =>
    column.texts[metric]?.trim() === text && (column.notes?.[metric] ?? '') === ''
  for (const d of check.unlikely.filter((x) => open(x.metric, x.text))) {
    add(d.metric, { wrong: true, words: `expected ${significant(d.low, 3)} to ${significant(d.high, 3)}` })
  }
  for (const m of check.mismatches.filter((x) => open(x.metric, x.text))) {
    const best = m.corrections[0]?.texts
    add(m.metric, {
      wrong: true,
      words: `the parts come to ${m.computed}`,
      ...(best === undefined ? {} : { mend: best }),
    })
  }
  return marks
}
