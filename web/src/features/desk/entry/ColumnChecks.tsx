import { useDeferredValue, useLayoutEffect } from 'react'
import type { Schemas } from '../../../api/client'
import { amount, grouped, significant, unitWords } from '../../../figures/format'
import { Button } from '../../../ui/Button'
import type { Column } from './columns'
import { useCheck } from '../queries'

/** What a cell shows of a check. */
export interface CellMark {
  readonly wrong: boolean
  /** In words, on hover. */
  readonly words: string
  /** A total that was not typed, as the sheet writes it. */
  readonly computed?: string
  /** Plain digits to be sent along, where the text alone would not be read so. */
  readonly digits?: string
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
  /** Says how a text is to be read that could be read in two ways. */
  readonly onDigits: (metric: string, digits: string) => void
}

interface UnderstoodProps extends Pick<ColumnChecksProps, 'suite' | 'column' | 'onDigits'> {
  readonly data: Schemas['CheckView']
}

/** What was read where the text is not plain digits, what cannot be read with the mend, and the other way to read it. */
function Understood({ suite, column, data, onDigits }: UnderstoodProps) {
  const typed = suite.metrics.filter((m) => (column.texts[m.key] ?? '').trim() !== '')
  const wrong = typed.filter((m) => data.unreadable[m.key] !== undefined)
  const read = typed.flatMap((m) => {
    const how = data.understood[m.key]
    const words =
      how && `${amount(Number(how.digits), decimalsOf(how.digits), m.unit)} ${unitWords(m.unit)}`.trim()
    return how === undefined || words === column.texts[m.key]?.trim() ? [] : [{ m, how, words }]
  })
  if (wrong.length + read.length === 0) return null
  return (
    <ul className="mb-3 text-sm" data-testid="understood">
      {wrong.map((m) => (
        <li key={m.key} className="text-brick">
          {m.name}: {data.unreadable[m.key]}
        </li>
      ))}
      {read.map(({ m, how, words }) => (
        <li key={m.key}>
          <span className="text-ink2">
            {m.name}: {column.texts[m.key]} is read as
          </span>{' '}
          <b className="num font-medium">{words}</b>{' '}
          {how.other !== undefined && (
            <Button
              look="link"
              onClick={() => {
                onDigits(m.key, how.other ?? '')
              }}
            >
              {grouped(how.other)} instead
            </Button>
          )}
        </li>
      ))}
    </ul>
  )
}

/** What was typed and does not count as it stands, with the reason. */
function Uncounted({ suite, column, data }: Omit<UnderstoodProps, 'onDigits'>) {
  const typed = suite.metrics.filter(
    (m) => (column.texts[m.key] ?? '').trim() !== '' && data.broken[m.key] !== undefined,
  )
  if (typed.length === 0) return null
  return (
    <section className="mb-3 text-sm" data-testid="uncounted">
      <ul>
        {typed.map((m) => (
          <li key={m.key}>
            {m.name} does not count: {data.broken[m.key]}.
          </li>
        ))}
      </ul>
      {typed.some((m) => data.broken[m.key]?.startsWith('held at')) && (
        <p className="text-ink2">
          If nothing held it, say no at Held to refresh in the slip; then it counts.
        </p>
      )}
    </section>
  )
}

function decimalsOf(digits: string): number {
  return (/\.(\d+)$/.exec(digits)?.[1] ?? '').length
}

/** What looks wrong with one repeat as it is typed, and what would mend it. Nothing is changed by itself. */
export function ColumnChecks({
  suite,
  setup,
  column,
  name,
  onMarks,
  onMend,
  onNote,
  onDigits,
}: ColumnChecksProps) {
  const texts = useDeferredValue(column.texts)
  const { data } = useCheck(suite.id, setup, texts, column.digits)
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
      <Understood suite={suite} column={column} data={data} onDigits={onDigits} />
      <Uncounted suite={suite} column={column} data={data} />
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
          <Unlikely key={d.metric} doubt={d} metric={metric(d.metric)} />
        ))}
    </div>
  )
}

interface UnlikelyProps {
  readonly doubt: Schemas['CheckView']['unlikely'][number]
  readonly metric: Schemas['MetricView'] | undefined
}

function Unlikely({ doubt: d, metric }: UnlikelyProps) {
  return (
    <p className="mb-2" data-testid="unlikely">
      <b className="font-semibold">Check this:</b> {metric?.name} {grouped(d.text)}.{' '}
      <span className="text-ink2">
        Expected <span className="num">{significant(d.low, 3, metric?.unit)}</span> to{' '}
        <span className="num">{significant(d.high, 3, metric?.unit)}</span> {unitWords(metric?.unit ?? '')},{' '}
        {d.basis}.
      </span>
    </p>
  )
}

/** What each cell of a repeat shows of its checks. */
export function marksOf(check: Schemas['CheckView'], column: Column): Readonly<Record<string, CellMark>> {
  const marks: Record<string, CellMark> = {}
  const add = (metric: string, mark: CellMark) => {
    const before = marks[metric]
    marks[metric] = {
      ...mark,
      ...(before?.wrong === true ? { wrong: true } : {}),
      ...(before?.digits === undefined ? {} : { digits: before.digits }),
    }
  }
  for (const [metric, read] of Object.entries(check.understood)) {
    add(metric, {
      wrong: false,
      words: `read as ${grouped(read.digits)}`,
      ...(read.marked ? { digits: read.digits } : {}),
    })
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
