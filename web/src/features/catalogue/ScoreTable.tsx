import { restsOn } from '../../subjects/days'
import { Fragment, useState } from 'react'
import { Link } from 'react-router'
import { useOpenSetup } from '../../frame/open'
import type { Schemas } from '../../api/client'
import { placeOf, placeTitle } from '../../subjects/place'
import { useScores } from '../../api/queries'
import { RuleStrip } from '../../figures/RuleStrip'
import { amount, plusMinus, unitWords } from '../../figures/format'
import { counted } from '../../figures/words'
import { insideAddress } from '../../subjects/inside-address'
import { UnseenHead } from '../../ui/UnseenHead'

export interface ScoreTableProps {
  readonly suites: readonly Schemas['SuiteView'][]
  readonly setup: number
  /** Whether the setup is in focus, and so gold. */
  readonly focus: boolean
  /** Suites of which there is something to see inside. */
  readonly withSeries?: readonly number[]
}

/** Every score of a setup, suite by suite; a suite opens to show its parts. */
export function ScoreTable({ suites, setup, focus, withSeries = [] }: ScoreTableProps) {
  return (
    <table className="w-full border-collapse" data-testid="scores">
      <thead>
        <tr>
          <UnseenHead words="suite or test" />
          <UnseenHead words="score" />
          <UnseenHead words="among the pool" />
          <UnseenHead words="place" />
        </tr>
      </thead>
      <tbody>
        {suites.map((s) => (
          <SuiteScores
            key={s.id}
            suite={s}
            setup={setup}
            focus={focus}
            inside={withSeries.includes(s.id)}
            many={suites.length > few}
          />
        ))}
      </tbody>
    </table>
  )
}

interface SuiteScoresProps {
  readonly suite: Schemas['SuiteView']
  readonly setup: number
  readonly focus: boolean
  readonly inside: boolean
  /** Whether it is one of so many that their parts are shown when they are asked for. */
  readonly many: boolean
}

/** Above this, suites begin closed. */
const few = 24

function SuiteScores({ suite, setup, focus, inside, many }: SuiteScoresProps) {
  // Sheets without a total have no number that stands for all: their parts are shown at once.
  const total = suite.metrics.some((m) => m.formula !== undefined)
  const [open, setOpen] = useState(!total && !many)
  const scores = useScores(suite.id, setup, total || open)
  const pools = scores.data ?? []
  const head = pools.find((p) => p.metric === suite.headline)
  const rest = pools.filter((p) => !total || p.metric !== suite.headline)
  return (
    <Fragment>
      <tr className="border-b border-line2 [&>td]:h-8">
        <td className="whitespace-nowrap pr-2">
          <button
            className="text-ink2 size-6 -ml-1"
            aria-expanded={open}
            aria-label={`Parts of ${suite.name}`}
            onClick={() => {
              setOpen(!open)
            }}
          >
            {open ? '−' : '+'}
          </button>
          <Link to={`/catalogue/suites/${String(suite.id)}`} className="hover:underline underline-offset-2">
            <b className="font-medium">
              {suite.name} {suite.version}
            </b>
          </Link>
          {inside && (
            <Link
              to={insideAddress(suite.id, setup)}
              className="unit ml-2 hover:text-ink underline underline-offset-2"
              aria-label={`Look inside ${suite.name}`}
            >
              inside
            </Link>
          )}
        </td>
        {total ? (
          <Cells pool={head} focus={focus} />
        ) : (
          <td colSpan={3} className="unit">
            {!open && counted(suite.metrics.length, 'test')}
          </td>
        )}
      </tr>
      {open &&
        rest.map((p) => (
          <tr key={p.metric} className="border-b border-line2 [&>td]:h-7 text-base">
            <td className="pl-5 pr-2 max-w-47.5 truncate" title={p.name}>
              {p.name}
            </td>
            <Cells pool={p} focus={focus} />
          </tr>
        ))}
    </Fragment>
  )
}

/** Value, where it falls and its place; words where ratios mean nothing. */
function Cells({
  pool,
  focus,
}: {
  readonly pool: Schemas['ScorePoolView'] | undefined
  readonly focus: boolean
}) {
  const open = useOpenSetup()
  if (!pool) return <td colSpan={3} />
  if (pool.scale !== 'RATIO') return <PlainCells pool={pool} />
  const { own } = pool
  return (
    <>
      <td className="text-right whitespace-nowrap pr-3">
        {own ? (
          <>
            <span className="num">{amount(own.value, own.decimals, pool.unit)}</span>{' '}
            <span className="unit" title={restsOn(own)}>
              {unitWords(pool.unit)} {own.reach === undefined ? 'noise unknown' : plusMinus(own.reach)}
            </span>
          </>
        ) : (
          <Gap why={pool.gap} />
        )}
      </td>
      <td className="w-33.5">
        <RuleStrip
          pool={pool.pool}
          whole={pool}
          own={own?.value}
          focus={focus}
          lessIsBetter={pool.better === 'LOWER'}
          width={130}
          unit={pool.unit}
          onOpen={open}
        />
      </td>
      <td className="num text-sm text-right whitespace-nowrap pl-2" title={placeTitle}>
        {own && placeOf(own)}
      </td>
    </>
  )
}

/** Why there is no score; over two lines where it is long, so that the figures beside it keep their room. */
function Gap({ why = 'no score here' }: { readonly why?: string | undefined }) {
  return <span className="gap inline-block max-w-33 whitespace-normal leading-3.75">{why}</span>
}

function PlainCells({ pool }: { readonly pool: Schemas['ScorePoolView'] }) {
  const { plain } = pool
  return (
    <>
      <td className="text-right whitespace-nowrap pr-3">
        {plain ? (
          <>
            <span className="num">{plain.words}</span>{' '}
            <span className="unit">
              {unitWords(pool.unit)}
              {plain.count > 1 && plain.low !== plain.high && ` (${plain.low} to ${plain.high})`}
            </span>
          </>
        ) : (
          <Gap why={pool.gap} />
        )}
      </td>
      <td colSpan={2} className="text-ink2 text-sm text-right">
        {pool.plainPool.map((s) => `${String(s.setups)} × ${s.words}`).join(', ')}
      </td>
    </>
  )
}
