import type { Schemas } from '../../api/client'
import { StripDrawing } from '../../figures/RuleStrip'
import { TableFigure, tableSize } from '../../figures/TableFigure'
import type { FigureRow, TableFigureProps } from '../../figures/TableFigure'
import { amount, plusMinus, unitWords } from '../../figures/format'
import { figureNumber, placeNumber } from '../../figures/numbers'
import type { FigureNumber } from '../../figures/numbers'
import type { Figure } from '../../figures/take'
import { counted, kindOf } from '../../figures/words'
import { placeOf } from '../../subjects/place'
import { today } from '../../figures/dates'

type Pool = Schemas['ScorePoolView']

/** The scores of one suite in a setup, as they were read. */
export interface SuitePools {
  readonly suite: Schemas['SuiteView']
  readonly pools: readonly Pool[]
}

const width = 320

/** Every score of a setup that was read, with where it falls among devices of its kind. */
export function scoresFigure(
  model: Schemas['ModelView'],
  setup: Schemas['SetupView'],
  read: readonly SuitePools[],
): Figure {
  const rows = read.flatMap(({ suite, pools }) =>
    pools.filter((p) => has(p)).map((pool) => ({ suite, pool })),
  )
  return {
    ...drawn(model, setup, rows),
    choice: {
      what: 'tests',
      names: rows.map((r) => nameOf(r)),
      of: (kept) => {
        const some = rows.filter((_, i) => kept.has(i))
        const figure = drawn(model, setup, some)
        return {
          ...figure,
          notes: [
            ...(figure.notes ?? []),
            `${String(some.length)} of ${counted(rows.length, 'test')} shown.`,
          ],
        }
      },
    },
  }
}

interface Row {
  readonly suite: Schemas['SuiteView']
  readonly pool: Pool
}

function drawn(model: Schemas['ModelView'], setup: Schemas['SetupView'], rows: readonly Row[]): Figure {
  const table: TableFigureProps = {
    columns: [
      { width: 300, align: 'left', head: '' },
      { width: 120, align: 'right', head: '' },
      { width: 150, align: 'left', head: '' },
      { width: width + 16, align: 'left', head: '' },
      { width: 90, align: 'right', head: 'place' },
    ],
    rows: rows.map((r) => rowOf(r)),
  }
  const suites = [...new Set(rows.map((r) => r.suite))]
  return {
    title: `${model.maker} ${model.name}, ${setup.name}`.trim(),
    about: `Scores, and where each falls among ${kindOf(model.kind).many}: ticks for their setups, a taller one for the median, better to the right. ±: 95 % interval. Places are among devices, each other one by its best setup that is not tuned.`,
    notes: [`${suites.map((s) => suiteWords(s)).join('; ')}.`],
    source: `Yarrowmark, ${today()}`,
    ...tableSize(table),
    drawing: <TableFigure {...table} />,
    table: data(rows),
    numbers: rows.flatMap((row) => numbers(row, `${model.maker} ${model.name}`.trim())),
  }
}

/** The score of a test, its place, and the median of the kind. */
function numbers({ suite, pool }: Row, subject: string): readonly FigureNumber[] {
  const of = `${suite.name} ${suite.version} · ${pool.name}`
  const more = { unit: unitWords(pool.unit), lessIsBetter: pool.better === 'LOWER' }
  const { own, median } = pool
  if (!own) return []
  const half = 'median of its kind'
  return [
    figureNumber(of, subject, amount(own.value, own.decimals, pool.unit), own.value, more),
    ...(median === undefined
      ? []
      : [figureNumber(of, half, amount(median, own.decimals, pool.unit), median, more)]),
    placeNumber(`place in ${of}`, subject, own.place, own.of),
  ]
}

function rowOf(row: Row): FigureRow {
  const { pool } = row
  const { own } = pool
  return {
    height: 30,
    rule: true,
    cells: [
      { text: nameOf(row) },
      { text: valueOf(pool), bold: true },
      {
        text: `${unitWords(pool.unit)} ${own?.reach === undefined ? '' : plusMinus(own.reach)}`.trim(),
        ink: 'var(--ink2)',
        size: 11,
      },
      own
        ? {
            drawing: (
              <g transform="translate(0 3)">
                <StripDrawing
                  pool={pool.pool}
                  whole={pool}
                  own={own.value}
                  focus
                  width={width}
                  lessIsBetter={pool.better === 'LOWER'}
                />
              </g>
            ),
          }
        : {},
      { text: own ? placeOf(own) : '' },
    ],
  }
}

function has(pool: Pool): boolean {
  return pool.own !== undefined || pool.plain !== undefined
}

function nameOf({ suite, pool }: Row): string {
  return `${suite.name}, ${pool.name}`
}

function valueOf(pool: Pool): string {
  return pool.own ? amount(pool.own.value, pool.own.decimals, pool.unit) : (pool.plain?.words ?? '')
}

function suiteWords(suite: Schemas['SuiteView']): string {
  const settings = suite.settings.map((s) => `${s.name} ${s.value}`).join(', ')
  return `${suite.name} ${suite.version}${settings === '' ? '' : ` (${settings})`}`
}

function data(rows: readonly Row[]): readonly (readonly string[])[] {
  return [
    [
      'suite',
      'version',
      'test',
      'unit',
      'better',
      'value',
      'runs',
      'place',
      'of',
      'median of its kind',
      'scores of its kind',
    ],
    ...rows.map(({ suite, pool }) => [
      ...[suite.name, suite.version, pool.name, unitWords(pool.unit)],
      pool.better === 'LOWER' ? 'less' : 'more',
      ...ownColumns(pool),
      pool.median === undefined ? '' : pool.median.toFixed(pool.own?.decimals ?? 2),
      String(pool.scores),
    ]),
  ]
}

/** Value with the digits that were read, runs, place and among how many. */
function ownColumns({ own, plain }: Pool): readonly string[] {
  return own
    ? [own.value.toFixed(own.decimals), String(own.count), String(own.place), String(own.of)]
    : [plain?.words ?? '', String(plain?.count ?? ''), '', '']
}
