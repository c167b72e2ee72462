import type { Schemas } from '../../api/client'
import { amount, grouped, unitWords } from '../../figures/format'

/** A claim of the maker beside what was measured, as a share of what is claimed. */
export function ClaimBar({ claim }: { readonly claim: Schemas['ClaimView'] }) {
  return (
    <div
      className="grid grid-cols-[1fr_56px_96px_120px_92px] items-center h-8.5 border-b border-line2"
      title={claim.note}
    >
      <span className="truncate" title={claim.name}>
        {claim.name}
      </span>
      <span className="num text-ink2 text-right">{grouped(claim.text)}</span>
      {claim.measured === undefined ? (
        <span className="gap col-span-3 pl-4">{claim.gap}</span>
      ) : (
        <>
          <span className="text-right whitespace-nowrap">
            <span className="num">{amount(claim.measured, claim.decimals, claim.unit)}</span>{' '}
            <span className="unit">{unitWords(claim.unit)}</span>
          </span>
          <ShareBar share={claim.share} name={claim.name} />
          <span className="text-right text-base">
            {claim.share === undefined ? (
              <span className="text-ink2">no share: {unitWords(claim.unit)}</span>
            ) : (
              <>
                <span className="num">{Math.round(claim.share * 100)} %</span>{' '}
                <span className="text-ink2 text-sm">of claim</span>
              </>
            )}
          </span>
        </>
      )}
    </div>
  )
}

function ShareBar({ share, name }: { readonly share: number | undefined; readonly name: string }) {
  if (share === undefined) return <span />
  const width = 108
  const mark = width / 1.15
  return (
    <svg
      width={width}
      height={18}
      className="ml-4"
      role="img"
      aria-label={`${name}: ${String(Math.round(share * 100))} % of what is claimed`}
    >
      <line x1={0} x2={width} y1={9} y2={9} stroke="var(--line)" />
      <rect x={0} y={6} width={Math.min(width, share * mark)} height={6} fill="var(--ink2)" />
      <line x1={mark} x2={mark} y1={2} y2={16} stroke="var(--ink)" strokeWidth={1.5} />
    </svg>
  )
}
