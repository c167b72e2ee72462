import type { Schemas } from '../../api/client'
import { amount, number, unitWords } from '../../figures/format'
import { figureNumber, ratioNumber } from '../../figures/numbers'
import type { FigureNumber } from '../../figures/numbers'
import { StepLine, stepRange } from '../../figures/StepLine'
import type { Figure } from '../../figures/take'
import { plotHeight, plotWidth } from './Plots'
import { drifts, marks, changeWords, points, testName, title, told } from './words'
import { shortLabels } from '../../figures/words'
import { type } from '../../figures/type'
import { today } from '../../figures/dates'

type Line = Schemas['LineView']

const mostAcross = 4
const gap = 18
const head = 20

/** The plots as they are shown, as one figure; its data holds every score with its unit. */
export function lineFigure(line: Line, own: boolean, focus: number | undefined): Figure {
  const tests = line.tests.filter((t) => t.cells.some((c) => c.kind === 'SCORE'))
  return {
    ...figureOf(line, tests, own, focus),
    choice: {
      what: 'tests',
      names: tests.map(testName),
      of: (kept) => {
        const some = tests.filter((_, i) => kept.has(i))
        return { ...figureOf(line, some, own, focus), table: data({ ...line, tests: some }) }
      },
    },
  }
}

function figureOf(line: Line, tests: Line['tests'], own: boolean, focus: number | undefined): Figure {
  const labels = shortLabels(line.versions.map((v) => v.label))
  // As on the page: one scale a group.
  const range = (t: Line['tests'][number]) =>
    stepRange(tests.filter((o) => o.group === t.group).map((o) => points(o, false)))
  const across = Math.max(1, Math.min(mostAcross, tests.length))
  const rows = Math.max(1, Math.ceil(tests.length / across))
  return {
    title: title(line),
    about: `${own ? 'Each test in its own unit, on its own scale' : 'First version = 100, up is better, one scale a group'}. Bars: 95 % intervals. Matters from ${number(line.threshold * 100, 1)} %.`,
    notes: notes(line, tests.length),
    caveats: caveats(line),
    source: `Yarrowmark, revision ${String(line.revision)} of the scores, ${today()}`,
    width: across * plotWidth + (across - 1) * gap,
    height: rows * (head + plotHeight + 10) + 20,
    drawing: (
      <g>
        {tests.map((t, i) => {
          const said = told(t, labels)
          const shown = points(t, own)
          return (
            <g
              key={i}
              transform={`translate(${String((i % across) * (plotWidth + gap))} ${String(Math.floor(i / across) * (head + plotHeight + 10))})`}
            >
              <text x={0} y={13} fontSize={type.title} fontWeight={620} fill="var(--ink)">
                {testName(t).slice(0, 34)}
              </text>
              <text x={plotWidth} y={13} fontSize={type.title} textAnchor="end" fill="var(--ink)">
                {t.firstToLast === undefined ? '' : changeWords(t.firstToLast)}
              </text>
              <g transform={`translate(0 ${String(head)})`}>
                <StepLine
                  points={shown}
                  marks={marks(t)}
                  drifts={drifts(t)}
                  range={own ? stepRange([shown]) : range(t)}
                  base={own ? undefined : 100}
                  focus={focus}
                  width={plotWidth}
                  height={plotHeight}
                />
                <text x={2} y={plotHeight - 5} fontSize={type.axis} fill={`var(--${said.ink})`}>
                  {said.words.slice(0, 40)}
                </text>
              </g>
            </g>
          )
        })}
        <text x={0} y={rows * (head + plotHeight + 10) + 12} fontSize={type.axis} fill="var(--ink2)">
          {line.words}: {line.versions.map((v) => v.label).join(', ')}
        </text>
      </g>
    ),
    table: data(line),
    numbers: numbers(line),
  }
}

/** What a viewer must know beside the plots: the suites, and what is not drawn. */
function notes(line: Line, drawn: number): readonly string[] {
  const suites = [...new Set(line.tests.map((t) => `${t.suite} ${t.version}`))].join(', ')
  return [
    `${suites}.`,
    ...(drawn < line.tests.length ? [`${String(drawn)} of ${String(line.tests.length)} tests shown.`] : []),
  ]
}

/** Versions without a number, and why. */
function caveats(line: Line): readonly string[] {
  const gaps = line.tests.flatMap((t) =>
    t.cells.flatMap((c, i) =>
      c.kind === 'GAP' && c.gap !== 'not run'
        ? [`${testName(t)} of ${line.versions[i]?.label ?? ''}: ${c.gap}`]
        : [],
    ),
  )
  const more = gaps.length > 6 ? `; and ${String(gaps.length - 6)} more` : ''
  return gaps.length === 0 ? [] : [`No number: ${gaps.slice(0, 6).join('; ')}${more}.`]
}

/** Every score with its unit, and what is told of its test. */
function data(line: Line): readonly (readonly string[])[] {
  const labels = shortLabels(line.versions.map((v) => v.label))
  const head = [
    'suite',
    'test',
    'unit',
    'better',
    'version',
    'setup',
    'value',
    'index',
    'low95',
    'high95',
    'runs',
    'gap',
    'told',
  ]
  return [
    head,
    ...line.tests.flatMap((t) =>
      t.cells.map((c, i) => [
        `${t.suite} ${t.version}`,
        t.name,
        unitWords(t.unit),
        t.better === 'LOWER' ? 'less' : 'more',
        line.versions[i]?.label ?? '',
        line.versions[i]?.name ?? '',
        ...columnsOf(c),
        told(t, labels).words,
      ]),
    ),
  ]
}

/** Every score, and each against the first of its test, which the index is of. */
function numbers(line: Line): readonly FigureNumber[] {
  return line.tests.flatMap((t) => {
    const of = `${t.suite} ${t.version} · ${t.name}`
    const lessIsBetter = t.better === 'LOWER'
    const scores = t.cells.flatMap((c, i) =>
      c.kind === 'SCORE' ? [{ ...c, at: line.versions[i]?.label ?? '' }] : [],
    )
    const first = scores[0]
    return scores.flatMap((c) => {
      const text = amount(c.value, c.decimals, t.unit)
      const own = figureNumber(of, c.at, text, c.value, { unit: unitWords(t.unit), lessIsBetter })
      if (first === undefined || c === first || c.index === undefined) return [own]
      const ends = c.low === undefined || c.high === undefined ? {} : { low: c.low / 100, high: c.high / 100 }
      return [own, ratioNumber(of, c.at, first.at, c.index / 100, { ...ends, lessIsBetter })]
    })
  })
}

/** Value, index with its interval, number of runs, and why there is none. */
function columnsOf(c: Line['tests'][number]['cells'][number]): readonly string[] {
  if (c.kind === 'GAP') return ['', '', '', '', '0', c.gap]
  const value = c.value.toFixed(c.decimals)
  if (c.kind === 'PLAIN') return [c.words ?? value, '', '', '', String(c.count), '']
  const index = [c.index, c.low, c.high].map((v) => v?.toFixed(2) ?? '')
  return [value, ...index, String(c.count), '']
}
